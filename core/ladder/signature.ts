import type { CountPlan, Score, Via } from '../score/score'
import type { Stroke } from '../line/line'
import type { Finger } from '../guitar/finger'
import type { Tick } from '../line/ticks'

/**
 * What a drill asks for by name, with tempo, notes to the beat and position taken out: so that two drills can be told
 * apart by what is new in one of them. In this order the first that differs names the difference.
 */
export interface Signature {
  /** Fingers following each other on one string, such as `24`: the earlier one first. */
  readonly changes: readonly string[]
  /** Fingers kept down while others play. */
  readonly anchors: readonly Finger[]
  readonly fingers: readonly Finger[]
  /** Most fingers that land at one moment. */
  readonly together: number
  /** Strings moved from note to note: how far. */
  readonly leaps: readonly number[]
  /** Strokes and fingers of the plucking hand, in the order they first come. */
  readonly strokes: readonly Stroke[]
  /** Notes that sound at one moment: how many. */
  readonly stacks: readonly number[]
  readonly ways: readonly Via[]
  /** Most slurred notes running. */
  readonly slurRow: number
  /** Shifts: how many frets. */
  readonly shifts: readonly number[]
  /** Whether a rest goes before every shift; true where there is none. */
  readonly pauses: boolean
  readonly strings: readonly number[]
  /** Fingers and strings of the first notes, as they follow. */
  readonly sequence: string
  /** Most strings under one finger. */
  readonly barre: number
  /** Of counting: bars without the click, of how many. */
  readonly silent: string
}

/** The entries of a signature in the order in which they name a difference. */
export const ENTRIES = [
  'changes',
  'anchors',
  'fingers',
  'together',
  'leaps',
  'strokes',
  'stacks',
  'ways',
  'slurRow',
  'shifts',
  'pauses',
  'strings',
  'sequence',
  'barre',
  'silent',
] as const satisfies readonly (keyof Signature)[]
export type Entry = (typeof ENTRIES)[number]

/** As many first notes as tell one sequence from another. */
const SEQUENCE_NOTES = 24

const sorted = <T extends string | number>(values: Iterable<T>): readonly T[] =>
  [...new Set(values)].sort((a, b) => (a < b ? -1 : a > b ? 1 : 0))

/** Most fingers with one landing, and most strings under one finger. */
function landings({ holds }: Score) {
  const at = new Map<Tick, Set<Finger>>()
  const under = new Map<string, number>()
  for (const { from, finger, fret } of holds) {
    at.set(from, (at.get(from) ?? new Set()).add(finger))
    const place = `${from}/${finger}/${fret}`
    under.set(place, (under.get(place) ?? 0) + 1)
  }
  return {
    together: Math.max(0, ...[...at.values()].map(fingers => fingers.size)),
    barre: Math.max(0, ...[...under.values()].filter(strings => strings > 1)),
  }
}

function longestRow({ notes }: Score): number {
  let row = 0
  let longest = 0
  for (const { via } of notes) {
    row = via === 'hammer' || via === 'pull' || via === 'slide' ? row + 1 : 0
    longest = Math.max(longest, row)
  }
  return longest
}

/** Reads what a sheet asks for by name. */
export function signatureOf(score: Score): Signature {
  const { notes, holds, shifts } = score
  const changes: string[] = []
  const leaps: number[] = []
  const stacks = new Map<Tick, number>()
  for (const [i, note] of notes.entries()) {
    stacks.set(note.at, (stacks.get(note.at) ?? 0) + 1)
    const before = notes[i - 1]
    if (!before || before.at === note.at) continue
    if (before.string !== note.string) leaps.push(Math.abs(before.string - note.string))
    else if (before.finger && note.finger && before.finger !== note.finger)
      changes.push(`${before.finger}${note.finger}`)
  }
  const shiftPauses = shifts.map(({ at }) => notes.every(note => note.at >= at || note.at + note.dur < at))
  return {
    changes: sorted(changes),
    anchors: sorted(holds.filter(hold => hold.anchor).map(hold => hold.finger)),
    fingers: sorted(holds.map(hold => hold.finger)),
    ...landings(score),
    leaps: sorted(leaps),
    strokes: [...new Set(notes.flatMap(note => note.pluck ?? []))],
    stacks: sorted(stacks.values()),
    ways: sorted(notes.map(note => note.via)),
    slurRow: longestRow(score),
    shifts: sorted(shifts.map(({ from, to }) => Math.abs(to - from))),
    pauses: shiftPauses.every(Boolean),
    strings: sorted(notes.map(note => note.string)),
    sequence: notes
      .slice(0, SEQUENCE_NOTES)
      .map(note => `${note.string}${note.finger ?? note.pluck}`)
      .join(' '),
    silent: '',
  }
}

/** What a counting drill asks for by name: how far the click is apart counts with the tempo, and is left out. */
export function signatureOfCount({ tempos }: CountPlan): Signature {
  const shares = sorted(tempos.map(({ silentBars, bars }) => `${silentBars}/${bars}`))
  return {
    changes: [],
    anchors: [],
    fingers: [],
    together: 0,
    leaps: [],
    strokes: [],
    stacks: [],
    ways: [],
    slurRow: 0,
    shifts: [],
    pauses: true,
    strings: [],
    sequence: String(tempos.length),
    barre: 0,
    silent: shares.join(' '),
  }
}

/** A signature as text, entry by entry, in their order. */
export const entriesOf = (signature: Signature): readonly string[] =>
  ENTRIES.map(entry => JSON.stringify(signature[entry]))

/** Every entry in which two signatures differ, in order. */
export function differences(a: Signature, b: Signature): readonly Entry[] {
  const [before, now] = [entriesOf(a), entriesOf(b)]
  return ENTRIES.filter((_, i) => before[i] !== now[i])
}

/** What names the difference between a drill and the one before it. */
export interface Demand {
  readonly entry: Entry
  readonly before: Signature[Entry]
  readonly now: Signature[Entry]
}

/** The first entry in which a drill differs from the one before; null where they ask for the same. */
export function demandBetween(before: Signature, now: Signature): Demand | null {
  const [entry] = differences(before, now)
  return entry ? { entry, before: before[entry], now: now[entry] } : null
}
