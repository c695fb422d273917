import type { Choice } from '../model/choice'
import type { Task, TaskMoment } from '../model/task'
import { LOOKS_AHEAD, LOOKS_BACK } from './setting'

/** Everything of a moment that its choices, or those of its neighbours, depend on; not when it is. */
const contentOf = ({ at, notes, position, ms, rested }: TaskMoment, before: TaskMoment | undefined) =>
  [
    before && at - before.at,
    ms,
    rested,
    position,
    ...notes.map(note =>
      [
        note.end - at,
        note.pitched,
        note.slurred,
        note.slides,
        note.tapped,
        note.finger,
        note.pinned,
        ...note.places.map(({ string, fret }) => `${string}.${fret}`),
      ].join(),
    ),
  ].join(';')

/**
 * Names the moments of a task so that those of one name have the same choices but for their time: what a drill that is
 * played many times over need not think through each time.
 * @returns A name by moment and the choices before it; null for a task of which no moment has one: it has grips, whose
 *   ends lie anywhere.
 */
export function recurrences(task: Task): ((i: number, before: readonly Choice[]) => string) | null {
  const { moments } = task
  if (moments.some(({ grips }) => grips.length > 0)) return null
  const numbers = new Map<string, number>()
  const contents = moments.map((moment, i) => {
    const content = contentOf(moment, moments[i - 1])
    if (!numbers.has(content)) numbers.set(content, numbers.size)
    return numbers.get(content)!
  })
  return (i, before) =>
    [
      Math.min(i, LOOKS_BACK),
      contents.slice(Math.max(0, i - LOOKS_BACK), i + LOOKS_AHEAD + 1).join(),
      [...new Set(before.map(choice => choice.position))].join(),
    ].join('/')
}
