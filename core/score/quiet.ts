import type { Hold } from '../hand/step'
import type { Note, Quiet } from './score'

const BY_PALM = 'the plucking hand'
const BY_FREE_FINGERS = 'the plucking hand\'s free fingers'
const BY_TIP = 'the tip of finger 1'
const BY_UNDERSIDE = 'the underside of finger 1'

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
        ? string === note.string + 1 && down === note.string ? BY_TIP : BY_PALM
        : down >= note.string ? BY_UNDERSIDE : BY_FREE_FINGERS
      quiet.push({ key: note.key, string, by })
    }
  }
  return quiet
}
