import type { Hold } from '../hand/step'
import type { Note, Quiet } from './score'

/** What keeps a string quiet, in words. */
export const QUIETERS = {
  tip: 'the tip of finger 1',
  underside: 'the underside of finger 1',
  hand: 'the plucking hand',
  fingers: 'the plucking hand\'s free fingers',
} as const

/** What keeps a string quiet. */
export type Quieter = keyof typeof QUIETERS

/** What a report's words on a quiet string stand for. @throws RangeError for other words. */
export function quieterOf(by: string): Quieter {
  for (const [quieter, words] of Object.entries(QUIETERS)) if (words === by) return quieter as Quieter
  throw new RangeError(`${by} keeps no string quiet`)
}

/**
 * Tells for every note what keeps the other strings quiet: the next thicker string the tip of finger 1 when it is down
 * on the sounding string, other thicker ones the plucking hand; thinner ones the underside of finger 1 when it is down
 * there or on a thicker string, else the plucking hand's free fingers. Common practice.
 * @param holds Sorted by landing.
 */
export function quietStrings(notes: readonly Note[], holds: readonly Hold[], stringCount: number): readonly Quiet[] {
  const index = holds.filter(hold => hold.finger === 1)
  const quiet: Quiet[] = []
  let next = 0
  let current: Hold | undefined
  const sounding = new Map<number, number>()
  for (const note of notes) sounding.set(note.at, (sounding.get(note.at) ?? 0) | (1 << note.string))
  for (const note of notes) {
    while (next < index.length && index[next]!.from <= note.at) current = index[next++]
    const down = current && current.to > note.at ? current.string : 0
    const mask = sounding.get(note.at)!
    for (let string = stringCount; string >= 1; string--) {
      if (mask & (1 << string)) continue
      const by = string > note.string
        ? string === note.string + 1 && down === note.string ? QUIETERS.tip : QUIETERS.hand
        : down >= note.string ? QUIETERS.underside : QUIETERS.fingers
      quiet.push({ key: note.key, string, by })
    }
  }
  return quiet
}
