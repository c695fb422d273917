import { strToU8 } from 'fflate'
import { writeMidi, type MidiData, type MidiEvent } from 'midi-file'
import { romanPosition } from '../../guitar/geometry'
import { instrumentOf } from '../../guitar/instrument'
import { barTicks, TICKS_PER_QUARTER, type Tick } from '../../line/ticks'
import { beatTicks } from '../../line/meter'
import { positionAt } from '../../score/position-at'
import type { Note, Score } from '../../score/score'
import { guitarText } from './guitar-text'
import { isMuted, isShort } from '../sounded'
import { ACCENT, MUTED, PROGRAMS, VELOCITIES } from './table'

/** How a score is written. */
export interface MidiOptions {
  /** A bar counted in and a click on every beat, in a third track on channel 10. */
  readonly click?: boolean
}

/** Something that happens at a moment; off before on where both are due. */
interface Timed {
  readonly at: Tick
  readonly order: number
  readonly event: Record<string, unknown>
}

/** Text as the library takes it: a letter a byte, of UTF-8. */
const bytesOf = (text: string) => String.fromCharCode(...strToU8(text))

const velocityOf = (score: Score, note: Note) =>
  note.marks.includes('accent') ? VELOCITIES[note.via] + ACCENT : isMuted(score, note) ? MUTED : VELOCITIES[note.via]

/**
 * When a note stops sounding: after its own length, half of it where it is cut short, or when its string is struck
 * again.
 */
function soundsUntil(note: Note, short: boolean, next: Tick): Tick {
  const own = note.at + (short ? Math.max(1, Math.floor(note.dur / 2)) : note.dur)
  return Math.min(own, next)
}

function notesOf(score: Score, shift: Tick): readonly Timed[] {
  const next = new Map<number, Tick>()
  return score.notes
    .toReversed()
    .flatMap((note): readonly Timed[] => {
      const end = soundsUntil(note, isShort(score, note), next.get(note.string) ?? Infinity)
      next.set(note.string, note.at)
      const [channel, noteNumber] = [note.string - 1, note.midi]
      return [
        { at: end + shift, order: 0, event: { type: 'noteOff', channel, noteNumber, velocity: 64 } },
        {
          at: note.at + shift,
          order: 1,
          event: { type: 'noteOn', channel, noteNumber, velocity: velocityOf(score, note) },
        },
      ]
    })
    .toReversed()
}

/** Percussion keys of General MIDI 1 (from memory): high and low wood block. */
const CLICK = { beat: 77, bar: 76, channel: 9 } as const

/** Clicks from the count-in to the end, a bar's first higher and louder. */
function clicksOf({ meter, bars }: Score): readonly Timed[] {
  const [bar, beat] = [barTicks(meter), beatTicks(meter)]
  return Array.from({ length: Math.round(((bars + 1) * bar) / beat) }, (_, i) => i * beat).flatMap(at => {
    const first = at % bar === 0
    const key = { channel: CLICK.channel, noteNumber: first ? CLICK.bar : CLICK.beat }
    return [
      { at, order: 1, event: { type: 'noteOn', ...key, velocity: first ? 100 : 70 } },
      { at: at + beat / 4, order: 0, event: { type: 'noteOff', ...key, velocity: 64 } },
    ]
  })
}

/** Events in order, each with the time since the one before. */
function track(
  name: string,
  head: readonly Record<string, unknown>[],
  events: readonly Timed[],
  divide: number,
): MidiEvent[] {
  let at = 0
  const timed = events
    .toSorted((a, b) => a.at - b.at || a.order - b.order)
    .map(each => {
      const deltaTime = (each.at - at) / divide
      at = each.at
      return { deltaTime, ...each.event }
    })
  return [
    { deltaTime: 0, type: 'trackName', text: bytesOf(name) },
    ...head.map(event => ({ deltaTime: 0, ...event })),
    ...timed,
    { deltaTime: 0, type: 'endOfTrack' },
  ] as MidiEvent[]
}

/**
 * Writes a score as a Standard MIDI File 1.0 (RP-001), format 1: tempo, meter, title and positions in the first track,
 * the notes in the second, a channel a string. 480 ticks a quarter where all of it lies on them, else the score's own.
 */
export function toMidi(score: Score, { click = false }: MidiOptions = {}): Uint8Array {
  const guitar = instrumentOf(score.spec.instrument)
  const shift = click ? barTicks(score.meter) : 0
  const notes = notesOf(score, shift)
  const clicks = click ? clicksOf(score) : []
  const start = positionAt(score, 0)
  const markers: readonly Timed[] = [
    ...(start ? [{ at: 0, to: start }] : []),
    ...score.shifts.filter(({ at }) => at > 0),
  ].map(({ at, to }) => ({ at: at + shift, order: 0, event: { type: 'marker', text: romanPosition(to) } }))
  const coarse = TICKS_PER_QUARTER / 480
  const divide = [...notes, ...markers, ...clicks].every(({ at }) => at % coarse === 0) ? coarse : 1
  const program = PROGRAMS[score.spec.instrument.preset]
  const strings = [...new Set(score.notes.map(({ string }) => string))].toSorted((a, b) => a - b)
  const tracks = [
    track(
      score.title,
      [
        { type: 'text', text: bytesOf(guitarText(score.spec.instrument.preset, guitar)) },
        { type: 'setTempo', microsecondsPerBeat: Math.round(60_000_000 / score.tempo) },
        {
          type: 'timeSignature',
          numerator: score.meter[0],
          denominator: score.meter[1],
          metronome: (24 * beatTicks(score.meter)) / TICKS_PER_QUARTER,
          thirtyseconds: 8,
        },
      ],
      markers,
      divide,
    ),
    track(
      'Guitar',
      strings.map(string => ({ type: 'programChange', channel: string - 1, programNumber: program })),
      notes,
      divide,
    ),
    ...(click ? [track('Click', [], clicks, divide)] : []),
  ]
  const data: MidiData = {
    header: { format: 1, numTracks: tracks.length, ticksPerBeat: TICKS_PER_QUARTER / divide },
    tracks,
  }
  return Uint8Array.from(writeMidi(data))
}
