import { strFromU8 } from 'fflate'

/** The most bytes a file may have that is read. */
export const MOST_BYTES = 20_000_000

/** What a file begins with, or null where it begins otherwise. */
export const beginsWith = (bytes: Uint8Array, sign: readonly number[]) => sign.every((byte, i) => bytes[i] === byte)

/** A file's text: UTF-8 or, where its mark says so, UTF-16; what is neither is taken as Latin-1. */
export function textOf(bytes: Uint8Array): string {
  if (beginsWith(bytes, [0xff, 0xfe]) || beginsWith(bytes, [0xfe, 0xff])) {
    const low = bytes[0] === 0xff ? 0 : 1
    const parts: string[] = []
    for (let i = 2; i + 1 < bytes.length; i += 2)
      parts.push(String.fromCharCode(bytes[i + low]! | (bytes[i + 1 - low]! << 8)))
    return parts.join('')
  }
  const text = strFromU8(beginsWith(bytes, [0xef, 0xbb, 0xbf]) ? bytes.subarray(3) : bytes)
  return text.includes('\ufffd') ? strFromU8(bytes, true) : text
}
