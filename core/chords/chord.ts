import type { FingerOrOpen } from '../guitar/finger'
import { Chord } from 'tonal'
import { chordNamed } from '../pitch/theory'
import { midiAt, type Instrument } from '../guitar/instrument'
import { spellingOf, type Spelling } from '../pitch/pitch'
import { SpecError } from '../schema/spec-error'
import type { GripContact } from '../line/line'
import { SHAPES } from './shapes'

/** A chord shape as a spec writes it. */
export interface ChordInput {
  readonly name?: string | undefined
  /** Thick string first: `x02210`, or with bars between for two figures `x-10-12-12-11-10`. */
  readonly frets: string
  /** Thick string first: digits, 0 open, x or - not played. */
  readonly fingers?: string | undefined
}

/** A sounding string of a chord. */
export interface ChordString {
  readonly string: number
  readonly fret: number
  readonly finger: FingerOrOpen
}

/** A chord with every string settled. */
export interface ChordShape {
  readonly name: string
  /** Sounding strings, thick first. */
  readonly strings: readonly ChordString[]
  /** Fingers on frets, for the grip. */
  readonly contacts: readonly GripContact[]
  /** Fret where finger 1 rests. */
  readonly position: number
  /** The fingers were given, not found. */
  readonly typed: boolean
  /** How its tones are spelt, so far as its name tells. */
  readonly spelling: Spelling
}

const split = (text: string) =>
  text.includes('-') && /\d-|x-/i.test(text) && text.split('-').length > 3
    ? text.split('-')
    : [...text.replace(/\s/g, '')]

/**
 * Reads the frets of a chord.
 * @returns One fret per string, thick first; null where the string is not played.
 * @throws SpecError at `path` when it is not one figure or x per string.
 */
export function readFrets(text: string, stringCount: number, path: string): readonly (number | null)[] {
  const parts = split(text)
  if (parts.length !== stringCount)
    throw new SpecError(path, `${JSON.stringify(text)} names ${parts.length} strings; the guitar has ${stringCount}`)
  return parts.map(part => {
    if (/^x$/i.test(part)) return null
    if (!/^\d{1,2}$/.test(part)) throw new SpecError(path, `${JSON.stringify(part)} is neither a fret nor x`)
    return Number(part)
  })
}

/** Notes of a shape that one finger may take together: at one fret, and nothing lower or open sounding between them. */
function barreGroups(frets: readonly (number | null)[]): readonly (readonly number[])[] {
  const byFret = new Map<number, number[]>()
  for (const [i, fret] of frets.entries()) if (fret) byFret.set(fret, [...(byFret.get(fret) ?? []), i])
  return [...byFret]
    .sort(([a], [b]) => a - b)
    .flatMap(([fret, strings]) => {
      const groups: number[][] = []
      for (const i of strings) {
        const last = groups.at(-1)
        const lies = last !== undefined && frets.slice(last.at(-1)!, i).every(other => other !== null && other >= fret)
        if (lies) last.push(i)
        else groups.push([i])
      }
      return groups
    })
}

/**
 * Fingers for a shape that has none: one a note, the nearest upwards; where there are more notes than fingers the
 * lowest fret is a barre, and if that is not enough the largest group at another fret lies under one finger too.
 */
function simpleFingers(frets: readonly (number | null)[], path: string): readonly FingerOrOpen[] {
  const notes = frets.filter(Boolean).length
  const groups = barreGroups(frets)
  const lowest = groups[0]
  const barres = new Set<readonly number[]>()
  const needed = () => notes - [...barres].reduce((sum, group) => sum + group.length - 1, 0)
  if (lowest && lowest.length > 1 && notes > 3) barres.add(lowest)
  for (const group of groups.toSorted((a, b) => b.length - a.length))
    if (needed() > 4 && group.length > 1) barres.add(group)
  if (needed() > 4) throw new SpecError(path, `this shape needs ${needed()} fingers`)
  const fingers: FingerOrOpen[] = frets.map(() => 0)
  let next = 1
  let left = needed()
  for (const group of groups) {
    for (const i of group) {
      // The finger of its fret where those that follow still find one.
      if (!barres.has(group) || i === group[0])
        next = Math.max(next, Math.min(5 - left, frets[i]! - frets[lowest![0]!]! + 1))
      fingers[i] = next as 1
      if (!barres.has(group)) [next, left] = [next + 1, left - 1]
    }
    if (barres.has(group)) [next, left] = [next + 1, left - 1]
  }
  return fingers
}

function readFingers(text: string, frets: readonly (number | null)[], path: string): readonly FingerOrOpen[] {
  const parts = [...text.replace(/\s/g, '')]
  if (parts.length !== frets.length)
    throw new SpecError(path, `${JSON.stringify(text)} names ${parts.length} strings; the frets name ${frets.length}`)
  return parts.map((part, i) => {
    const fret = frets[i]
    const finger = /^[x-]$/i.test(part) ? 0 : Number(part)
    if (!Number.isInteger(finger) || finger < 0 || finger > 4)
      throw new SpecError(path, `${JSON.stringify(part)} is no finger`)
    if (fret && finger === 0) throw new SpecError(path, `fret ${fret} has no finger`)
    if (!fret && finger !== 0)
      throw new SpecError(path, `finger ${finger} is on a string that is ${fret === 0 ? 'open' : 'not played'}`)
    return finger as FingerOrOpen
  })
}

/** One finger lies on one fret: twice on different frets is impossible. */
function assertOneFretEach(contacts: readonly GripContact[], path: string) {
  for (const contact of contacts) {
    const other = contacts.find(each => each.finger === contact.finger && each.fret !== contact.fret)
    if (other)
      throw new SpecError(
        path,
        `finger ${contact.finger} twice, on frets ${Math.min(contact.fret, other.fret)} and ${Math.max(contact.fret, other.fret)}`,
      )
  }
}

/** How far from plain a name is: its symbols, and a bass that is not its root. */
const farFetched = (name: string) =>
  name.replace(/^[A-G][#b]*/, '').replace(/\/.*/, '').length + (name.includes('/') ? 2 : 0)

/**
 * A name on its own root, without altered or left-out notes: major, minor, sevenths, sixths, suspended, added ninths.
 */
const isPlain = (name: string) => !name.includes('/') && !/[#b]\d|no|alt/.test(name.replace(/^[A-G][#b]*/, ''))

/** Roots as chords are usually written (common practice): B flat and E flat, but F sharp and C sharp. */
const ROOTS = ['C', 'C#', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'] as const

/**
 * Names the chord that sounds, by the theory library; the plainest name first. A chord that has a plain name has only
 * that:
 * nobody says "A or C sharp minor with a raised fifth over A".
 * @param midis Sounding pitches, lowest first.
 */
export function chordNames(midis: readonly number[]): readonly string[] {
  // The library writes a plain major triad with an M that nobody says.
  const names = Chord.detect(midis.map(midi => ROOTS[midi % 12]!))
    .map(name => name.replace(/^([A-G][#b]*)M(?=\/|$)/, '$1'))
    .sort((a, b) => farFetched(a) - farFetched(b))
  const plain = names.filter(isPlain)
  return plain.length > 0 ? plain.slice(0, 1) : names
}

/**
 * Settles a chord shape: sounding strings, fingers (from the table of common shapes, else by a simple rule), name.
 * @param path Path of the chord in its spec, for messages.
 * @throws SpecError naming the field at fault.
 */
export function chordShape(input: ChordInput, instrument: Instrument, path: string): ChordShape {
  const stringCount = instrument.tuning.length
  const frets = readFrets(input.frets, stringCount, `${path}.frets`)
  const beyond = frets.find(fret => fret !== null && fret > instrument.lastFret)
  if (beyond)
    throw new SpecError(`${path}.frets`, `fret ${beyond} is beyond the neck: the last fret is ${instrument.lastFret}`)
  if (frets.every(fret => fret === null)) throw new SpecError(`${path}.frets`, 'no string sounds')
  const known = SHAPES.find(shape => shape.frets === input.frets.toLowerCase())
  const fingers =
    input.fingers !== undefined
      ? readFingers(input.fingers, frets, `${path}.fingers`)
      : known
        ? readFingers(known.fingers, frets, `${path}.fingers`)
        : simpleFingers(frets, `${path}.frets`)
  const strings = frets.flatMap((fret, i): ChordString[] =>
    fret === null ? [] : [{ string: stringCount - i, fret, finger: fingers[i]! }],
  )
  const contacts = strings.flatMap(({ string, fret, finger }): GripContact[] =>
    finger === 0 ? [] : [{ string, fret, finger }],
  )
  assertOneFretEach(contacts, input.fingers !== undefined ? `${path}.fingers` : `${path}.frets`)
  const byFinger =
    contacts.find(contact => contact.finger === 1)?.fret ??
    Math.max(1, Math.min(...contacts.map(contact => contact.fret - contact.finger + 1), 99))
  const position = contacts.length === 0 ? 1 : byFinger
  const midis = strings.map(({ string, fret }) => midiAt(instrument, string, fret)).sort((a, b) => a - b)
  const name = input.name ?? known?.name ?? chordNames(midis)[0] ?? input.frets
  return {
    name,
    strings,
    contacts,
    position,
    typed: input.fingers !== undefined,
    spelling: spellingOf(chordNamed(name.split('/')[0]!).notes),
  }
}
