import type { Place, Task, TaskMoment } from '../model/task'

/** How many moments before and after one may have a say in its setting: what sounds on beneath, what neighbours it. */
export const [LOOKS_BACK, LOOKS_AHEAD] = [16, 2]

/** What a moment says of all that could land in it. */
export interface Setting {
  readonly together: boolean
  /** An open string sounds in this moment or beside it. */
  readonly beside: boolean
  /**
   * As in a broken chord: a neighbouring note lies at the same fret of another string, or a fretted note sounds on
   * beneath.
   */
  readonly broken: boolean
}

export const isOpen = (places: readonly Place[]) => places.some(place => place.fret === 0)

/** Whether an open string sounds in this moment, beside it, or anywhere in a chord that begins with it. */
function besideOpen(task: Task, i: number, places: readonly Place[]): boolean {
  const settled = (moment: TaskMoment | undefined) =>
    moment !== undefined && moment.notes.some(note => note.places.length === 1 && note.places[0]!.fret === 0)
  if (isOpen(places) || settled(task.moments[i - 1]) || settled(task.moments[i + 1])) return true
  const until = Math.max(0, ...task.moments[i]!.grips.map(grip => grip.to))
  for (let k = i + 1; k < task.moments.length && task.moments[k]!.at < until; k++) {
    if (settled(task.moments[k])) return true
  }
  return false
}

/**
 * Whether a lone note is part of a broken chord: the note before or after lies at its fret on another string, or a
 * fretted one sounds on beneath it.
 */
function inBrokenChord({ moments }: Task, i: number, landing: readonly Place[]): boolean {
  const [touch] = landing
  if (landing.length !== 1 || moments[i]!.grips.length > 0) return false
  const now = moments[i]!.at
  for (let k = i - 1; k >= Math.max(0, i - LOOKS_BACK); k--) {
    if (
      moments[k]!.notes.some(
        note =>
          note.end > now &&
          note.places.length === 1 &&
          note.places[0]!.fret > 0 &&
          note.places[0]!.string !== touch!.string,
      )
    )
      return true
  }
  const alone = (moment: TaskMoment | undefined) =>
    moment?.notes.length === 1 && moment.notes[0]!.places.length === 1 ? moment.notes[0]!.places[0]! : null
  // Two notes apart, all three on strings of their own: an arpeggio.
  for (const side of [-1, 1]) {
    const between = alone(moments[i + side])
    if (
      between &&
      moments[i + 2 * side]?.notes.some(
        ({ places }) =>
          places.length === 1 &&
          places[0]!.fret === touch!.fret &&
          new Set([touch!.string, between.string, places[0]!.string]).size === 3,
      )
    )
      return true
  }
  return [moments[i - 1], moments[i + 1]].some(moment =>
    moment?.notes.some(
      note =>
        note.places.length === 1 && note.places[0]!.fret === touch!.fret && note.places[0]!.string !== touch!.string,
    ),
  )
}

/**
 * What a moment says of all that could land in it.
 * @param places By note.
 * @param landing Where fingers land, the grips' included.
 */
export const settingOf = (task: Task, i: number, places: readonly Place[], landing: readonly Place[]): Setting => ({
  together: landing.length > 1 || task.moments[i]!.grips.some(({ contacts }) => contacts.length > 0),
  beside: landing.length > 0 && besideOpen(task, i, places),
  broken: inBrokenChord(task, i, landing),
})
