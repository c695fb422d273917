import { beginsWith, textOf } from './bytes'

/** What a file can be; told by its content, never by its name. */
export type FileKind = 'musicxml' | 'midi' | 'text'

/** What the bytes of a file are; null for what no reader knows. */
export function kindOf(bytes: Uint8Array): FileKind | null {
  if (beginsWith(bytes, [0x50, 0x4b])) return 'musicxml'
  if (beginsWith(bytes, [0x4d, 0x54, 0x68, 0x64])) return 'midi'
  const start = textOf(bytes.subarray(0, 4096))
  if (start.includes('\0')) return null
  return /^\s*</.test(start) ? 'musicxml' : 'text'
}
