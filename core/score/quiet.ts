import type { Hold } from '../hand/step'
import type { Note, Quiet } from './score'

/** What keeps a string quiet, in words, for the fretting finger that does it where one does. */
export const QUIETERS = {
  tip: (finger: number) => `the tip of finger ${finger}`,
  underside: (finger: number) => `the underside of finger ${finger}`,
  hand: () => 'the plucking hand',
  fingers: () => 'the plucking hand\'s free fingers',
  nothing: () => 'nothing: no finger is beside it',
} as const

/** What keeps a string quiet. */
export type Quieter = keyof typeof QUIETERS

const KINDS = Object.keys(QUIETERS) as readonly Quieter[]

/** What a report's words on a quiet string stand for. @throws RangeError for other words. */
export function quieterOf(by: string): Quieter {
  const finger = Number(/finger (\d)$/.exec(by)?.[1])
  const found = KINDS.find(kind => QUIETERS[kind](finger) === by)
  if (!found) throw new RangeError(`${by} keeps no string quiet`)
  return found
}

const BY_HAND = QUIETERS.hand()
const BY_FREE_FINGERS = QUIETERS.fingers()
const BY_TIP = QUIETERS.tip(1)
const BY_UNDERSIDE = QUIETERS.underside(1)

/**
 * What keeps a string quiet that a pick goes across within one stroke: only the fretting hand can. A finger leans on it
 * from the next thicker string or from a barre, or touches it with its tip from the next thinner one.
 */
function withinStroke(string: number, down: readonly Hold[]): string {
  const barre = down.find(hold => hold.barre && hold.string > string && down.some(other => other.finger === hold.finger && other.string < string))
  const thicker = barre ?? down.find(hold => hold.string === string + 1)
  if (thicker) return QUIETERS.underside(thicker.finger)
  const thinner = down.find(hold => hold.string === string - 1)
  return thinner ? QUIETERS.tip(thinner.finger) : QUIETERS.nothing()
}

/**
 * Tells for every note what keeps the other strings quiet: the next thicker string the tip of finger 1 when it is down
 * on the sounding string, other thicker ones the plucking hand; thinner ones the underside of finger 1 when it is down
 * there or on a thicker string, else the plucking hand's free fingers. A string that a pick crosses in one stroke is the
 * fretting hand's; where no finger is beside it, nothing keeps it quiet. Common practice.
 * @param holds Sorted by landing.
 */
export function quietStrings(notes: readonly Note[], holds: readonly Hold[], stringCount: number): readonly Quiet[] {
  const index = holds.filter(hold => hold.finger === 1)
  const quiet: Quiet[] = []
  let next = 0
  let current: Hold | undefined
  const sounding = new Map<number, number>()
  const stroked = new Map<number, number>()
  for (const note of notes) {
    sounding.set(note.at, (sounding.get(note.at) ?? 0) | (1 << note.string))
    if (note.pluck === 'D' || note.pluck === 'U') stroked.set(note.at, (stroked.get(note.at) ?? 0) | (1 << note.string))
  }
  let held: { readonly at: number, readonly holds: readonly Hold[] } | null = null
  const heldAt = (at: number) => (held = held?.at === at ? held : { at, holds: holds.filter(hold => hold.from <= at && hold.to > at) }).holds
  for (const note of notes) {
    while (next < index.length && index[next]!.from <= note.at) current = index[next++]
    const down = current && current.to > note.at ? current.string : 0
    const mask = sounding.get(note.at)!
    const stroke = stroked.get(note.at) ?? 0
    for (let string = stringCount; string >= 1; string--) {
      if (mask & (1 << string)) continue
      const by = stroke >> (string + 1) && stroke & ((1 << string) - 1)
        ? withinStroke(string, heldAt(note.at))
        : string > note.string
          ? string === note.string + 1 && down === note.string ? BY_TIP : BY_HAND
          : down >= note.string ? BY_UNDERSIDE : BY_FREE_FINGERS
      quiet.push({ key: note.key, string, by })
    }
  }
  return quiet
}

/** Strings that sound along against the music because no finger is beside them: each with the first note it happens at. */
export function unquieted(quiet: readonly Quiet[]): readonly Quiet[] {
  const nothing = QUIETERS.nothing()
  const found = new Map<number, Quiet>()
  for (const each of quiet) if (each.by === nothing && !found.has(each.string)) found.set(each.string, each)
  return [...found.values()]
}
