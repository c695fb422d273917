import { TICKS_PER_QUARTER } from '../line/ticks'
import { MOST_BYTES, textOf } from './bytes'
import { kindOf, type FileKind } from './kind'
import { readMidi } from './midi/read'
import { readMusicXml } from './musicxml/read'
import { PLAIN_DRILL, readPasted } from './pasted'
import type { Beside, ReadMusic } from './read-music'
import type { RhythmBy } from './tab/rhythm'

/** What a file is read for. */
export interface FileReading {
  /** Which of several parts, from 1. */
  readonly part?: number | undefined
  readonly beside?: Beside
  /** How the rhythm of tablature is to be read, where it leaves that open. */
  readonly rhythm?: RhythmBy | undefined
}

/** A file that was read, or why it was not. */
export type ReadFile = ReadMusic & {
  readonly kind: FileKind | null
  /** How the rhythm of tablature was read, and how else it could be. */
  readonly rhythm?: RhythmBy | null
  readonly rhythms?: readonly RhythmBy[]
}

const refused = (why: string): ReadFile => ({ ok: false, kind: null, why })

/**
 * Reads a file that holds music: MusicXML, also packed, MIDI, tablature or note names as text.
 * @param bytes At most 20 MB.
 */
export function readFile(bytes: Uint8Array, reading: FileReading = {}): ReadFile {
  if (bytes.length === 0) return refused('The file is empty.')
  if (bytes.length > MOST_BYTES)
    return refused(`The file has ${Math.round(bytes.length / 1e6)} MB; 20 MB are the most.`)
  const kind = kindOf(bytes)
  if (kind === null) return refused('The file is none that is read: MusicXML, MIDI, or tablature as text.')
  if (kind === 'musicxml') return { ...readMusicXml(bytes, reading), kind }
  if (kind === 'midi') return { ...readMidi(bytes, reading), kind }
  const text = textOf(bytes)
  if (text.trim() === '') return refused('The file is empty.')
  const { instrument, position } = reading.beside ?? {}
  const read = readPasted(text, {
    beside: { ...PLAIN_DRILL, ...(instrument && { instrument }), ...(position !== undefined && { position }) },
    value: TICKS_PER_QUARTER / 2,
    ...(reading.rhythm && { rhythm: reading.rhythm }),
  })
  if (!read.ok) return { ok: false, kind, why: read.why }
  const { spec, clip, warnings, rhythm, rhythms } = read
  return { ok: true, kind, spec, clip, warnings, rhythm, rhythms }
}
