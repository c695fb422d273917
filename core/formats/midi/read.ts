import { boundedTempo } from '../../schema/fields'
import { strFromU8 } from 'fflate'
import { parseMidi, type MidiEvent } from 'midi-file'
import { instrumentOf, midiAt } from '../../guitar/instrument'
import { TICKS_PER_QUARTER } from '../../line/ticks'
import { beginsWith } from '../bytes'
import { musicOf, type Beside, type Found, type FoundNote, type ReadMusic } from '../read-music'
import { guitarIn, type WrittenFor } from './guitar-text'
import { quantise } from './quantise'
import { ACCENT, MUTED, VELOCITIES } from './table'
import { MOST_EVENTS, walkTrack } from './walk'

/** What a file of several tracks is asked for, and what it is read beside. */
export interface MidiReading {
  /** Which track that has notes, from 1; the first when left out. */
  readonly part?: number | undefined
  readonly beside?: Beside
}

/** More than a hundred thousand events are no study for a guitar. */
const MOST_MIDI_BYTES = 2_000_000
const HEADER = [0x4d, 0x54, 0x68, 0x64]
const TRACK = [0x4d, 0x54, 0x72, 0x6b]

/**
 * Walks the chunks of a file and the events in them, so that what is cut off or damaged is known before it is read: the
 * package that reads events follows every length it finds, backwards too, and may never come to an end.
 */
function problemIn(bytes: Uint8Array): string | null {
  if (!beginsWith(bytes, HEADER) || bytes.length < 14) return 'The file is no MIDI file, or cut off at its beginning.'
  if (bytes.length > MOST_MIDI_BYTES)
    return `The MIDI file has ${Math.round(bytes.length / 1e6)} MB; 2 MB are the most.`
  const number = (at: number) => new DataView(bytes.buffer, bytes.byteOffset).getUint32(at)
  if (number(4) !== 6) return 'The file is no MIDI file: its header has another length.'
  const format = (bytes[8]! << 8) | bytes[9]!
  if (format > 1) return `The MIDI file has format ${format}: formats 0 and 1 are read.`
  if (bytes[12]! & 0x80) return 'The MIDI file counts in frames of film and not in beats: it has no bars to read.'
  if (((bytes[12]! << 8) | bytes[13]!) === 0) return 'The MIDI file has no ticks to a beat.'
  const tracks = (bytes[10]! << 8) | bytes[11]!
  let at = 14
  let events = 0
  for (let i = 0; i < tracks; i++) {
    if (at + 8 > bytes.length) return `The MIDI file is cut off: it has ${i} of ${tracks} tracks.`
    if (!beginsWith(bytes.subarray(at), TRACK)) return `Track ${i + 1} of the MIDI file is damaged.`
    const from = at + 8
    at = from + number(at + 4)
    if (at > bytes.length) return `The MIDI file is cut off in track ${i + 1}.`
    const walked = walkTrack(bytes.subarray(from, at), MOST_EVENTS - events)
    if (!walked.ok) return `Track ${i + 1} of the MIDI file ${walked.why}.`
    events += walked.events
  }
  return tracks === 0 ? 'The MIDI file has no tracks.' : null
}

/** Text of an event: UTF-8 where it is, else a letter a byte. */
function textIn(event: MidiEvent): string {
  const raw = 'text' in event ? event.text : ''
  const text = strFromU8(Uint8Array.from(raw, letter => letter.charCodeAt(0) & 0xff))
  return (text.includes('\ufffd') ? raw : text).replace(/[\p{Cc}]/gu, ' ').trim()
}

interface Played {
  readonly at: number
  readonly to: number
  readonly channel: number
  readonly midi: number
  readonly velocity: number
}

/** The notes of one track, from on to off; what is never ended lasts to the end of the track. */
function playedIn(track: readonly MidiEvent[], scale: number): readonly Played[] {
  const open = new Map<
    string,
    { readonly begun: { readonly at: number; readonly velocity: number }[]; ended: number }
  >()
  const notes: Played[] = []
  let now = 0
  const end = (channel: number, midi: number) => {
    const here = open.get(`${channel} ${midi}`)
    const begun = here?.begun[here.ended]
    if (!begun) return
    here!.ended++
    notes.push({ ...begun, to: now * scale, channel, midi })
  }
  for (const event of track) {
    now += event.deltaTime
    if (event.type === 'noteOn' && event.velocity > 0) {
      const key = `${event.channel} ${event.noteNumber}`
      const begun = { at: now * scale, velocity: event.velocity }
      const here = open.get(key)
      if (here) here.begun.push(begun)
      else open.set(key, { begun: [begun], ended: 0 })
    } else if (event.type === 'noteOff' || event.type === 'noteOn') end(event.channel, event.noteNumber)
  }
  for (const [key, { begun, ended }] of open) {
    const [channel, midi] = key.split(' ').map(Number)
    for (let i = ended; i < begun.length; i++) end(channel!, midi!)
  }
  return notes
    .filter(({ at, to }) => to > at)
    .toSorted((a, b) => a.at - b.at || b.channel - a.channel || a.midi - b.midi)
}

/** Tempo, meter and texts of all tracks. */
function head(tracks: readonly (readonly MidiEvent[])[]) {
  const tempos: number[] = []
  const meters: (readonly [number, number])[] = []
  const texts: string[] = []
  for (const event of tracks.flat()) {
    if (event.type === 'setTempo') tempos.push(Math.round(60_000_000_000 / event.microsecondsPerBeat) / 1000)
    else if (event.type === 'timeSignature') meters.push([event.numerator, event.denominator])
    else if (event.type === 'text') texts.push(textIn(event))
  }
  return { tempos, meters, guitar: texts.map(guitarIn).find(each => each !== null) ?? null }
}

/** Tracks that have notes; a file of one track by channels, as far as they are not strings. */
function partsOf(
  tracks: readonly (readonly MidiEvent[])[],
  scale: number,
  format: number,
): readonly { readonly name: string; readonly notes: readonly Played[] }[] {
  const each = tracks.map(track => ({
    name: textIn(track.find(({ type }) => type === 'trackName') ?? ({} as MidiEvent)),
    notes: playedIn(track, scale).filter(({ channel }) => channel !== 9),
  }))
  if (format === 0 && each[0]) {
    const channels = [...new Set(each[0].notes.map(({ channel }) => channel))].toSorted((a, b) => a - b)
    return channels.map(channel => ({
      name: `channel ${channel + 1}`,
      notes: each[0]!.notes.filter(note => note.channel === channel),
    }))
  }
  return each.filter(({ notes }) => notes.length > 0)
}

/** A fret further than this from the one before is tapped and not hammered on. */
const FURTHEST_HAMMERED = 5

/** How a note of a file of our own is sounded, as far as its strength tells. */
function viaOf(velocity: number, by: number): FoundNote['via'] {
  const plain = (each: number) => velocity === each || velocity === each + ACCENT
  if (plain(VELOCITIES.pull)) return 'pull'
  if (!plain(VELOCITIES.hammer) || by === 0 || Number.isNaN(by)) return undefined
  return by < 0 ? 'slide' : by > FURTHEST_HAMMERED ? 'tap' : 'hammer'
}

/** Notes of a file of our own: a channel is a string, the time is exact, the strength tells how they are sounded. */
function ownNotes(played: readonly Played[], { preset, tuning, capo }: WrittenFor): readonly FoundNote[] {
  const guitar = instrumentOf({ preset, tuning, capo })
  const last = new Map<number, number>()
  return played.map(({ at, to, channel, midi, velocity }): FoundNote => {
    const string = channel + 1
    const fret = string <= tuning.length ? midi - midiAt(guitar, string, 0) : -1
    const via = viaOf(velocity, fret - (last.get(string) ?? Number.NaN))
    last.set(string, fret)
    return {
      at: Math.round(at),
      dur: Math.max(1, Math.round(to) - Math.round(at)),
      midi,
      ...(fret >= 0 && fret <= 36 && { string, fret }),
      ...(fret === 0 && { finger: 0 as const }),
      ...(via && { via }),
      ...(velocity >= VELOCITIES.pluck + ACCENT && { marks: ['accent' as const] }),
      ...(velocity === MUTED && { muted: true }),
    }
  })
}

function foreignNotes(
  played: readonly Played[],
  tempo: number,
): { readonly notes: readonly FoundNote[]; readonly warnings: readonly string[] } {
  const { at, to, movedMs, beatsLeft } = quantise(played, tempo)
  const told =
    movedMs >= 0.5
      ? [`Notes were brought into time: moved by ${movedMs < 1 ? 'less than 1' : Math.round(movedMs)} ms at most.`]
      : []
  const left =
    beatsLeft > 0
      ? [
          `In ${beatsLeft === 1 ? 'one beat' : `${beatsLeft} beats`} no division fits: the notes stay where they were played.`,
        ]
      : []
  return {
    notes: played.map(({ midi }, i) => ({ at: at[i]!, dur: Math.max(1, to[i]! - at[i]!), midi })),
    warnings: [...told, ...left],
  }
}

const isMeter = ([beats, unit]: readonly [number, number]) =>
  beats >= 1 && beats <= 32 && [1, 2, 4, 8, 16].includes(unit)

/**
 * Reads a Standard MIDI File (RP-001), formats 0 and 1. In files of our own a channel is a string and the time is kept
 * as it is; of others the notes are brought into time, and their places are the engine's to choose.
 * @param bytes At most 2 MB.
 */
export function readMidi(bytes: Uint8Array, { part, beside }: MidiReading = {}): ReadMusic {
  const problem = problemIn(bytes)
  if (problem) return { ok: false, why: problem }
  let file: ReturnType<typeof parseMidi>
  try {
    file = parseMidi(bytes)
  } catch {
    return { ok: false, why: 'The MIDI file is damaged: an event in it cannot be read.' }
  }
  const { tempos, meters, guitar } = head(file.tracks)
  const scale = TICKS_PER_QUARTER / file.header.ticksPerBeat!
  const parts = partsOf(file.tracks, scale, guitar ? 1 : file.header.format)
  const number = part ?? 1
  const chosen = parts[number - 1]
  if (!chosen)
    return {
      ok: false,
      why:
        parts.length === 0
          ? 'The MIDI file has no notes beside drums.'
          : `The MIDI file has ${parts.length} ${parts.length === 1 ? 'part' : 'parts'} with notes; there is no part ${number}.`,
    }
  const tempo = tempos[0] ?? 120
  const bounded = boundedTempo(tempo)
  const meter = meters.find(isMeter) ?? ([4, 4] as const)
  const read = guitar ? { notes: ownNotes(chosen.notes, guitar), warnings: [] } : foreignNotes(chosen.notes, bounded)
  const title = textIn(file.tracks[0]?.find(({ type }) => type === 'trackName') ?? ({} as MidiEvent))
  const found: Found = {
    notes: read.notes,
    title: title || null,
    meter,
    tempo: bounded,
    guitar,
    parts: parts.map(({ name }, i) => name || `part ${i + 1}`),
    warnings: [
      ...(parts.length > 1 && part === undefined
        ? [
            `Of ${parts.length} parts the first is read${chosen.name ? `, ${chosen.name}` : ''}; the others are ${parts
              .slice(1, 6)
              .map((one, i) => `${i + 2} ${one.name || 'without a name'}`)
              .join(', ')}${parts.length > 6 ? ' …' : ''}.`,
          ]
        : []),
      ...(new Set(tempos).size > 1 ? ['The tempo changes in the middle: the first is kept.'] : []),
      ...(tempo !== bounded ? [`The tempo, ${Math.round(tempo)}, is none a drill can have: ${bounded} is taken.`] : []),
      ...(new Set(meters.map(String)).size > 1 ? ['The meter changes in the middle: the first is kept.'] : []),
      ...(file.tracks.flat().some(event => event.type === 'noteOn' && event.channel === 9) && !guitar
        ? ['Drums (channel 10) are left out.']
        : []),
      ...read.warnings,
    ],
  }
  return musicOf(found, beside)
}
