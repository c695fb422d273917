import { FINGERS, type Finger } from '../../guitar/finger'
import type { Landing, Moment } from '../../hand/advance-hand'
import { offBy, overLimit, type Choice, type Placing } from '../model/choice'
import type { Place, Task, TaskMoment } from '../model/task'

/** One fretted note on one settled place. */
function loneNote(moment: TaskMoment | undefined) {
  const note = moment?.notes[0]
  return note &&
    moment.notes.length === 1 &&
    moment.grips.length === 0 &&
    !note.tapped &&
    note.places.length === 1 &&
    note.places[0]!.fret > 0
    ? { note, place: note.places[0]! }
    : null
}

/**
 * What may be placed ahead at a moment: nothing; the lower finger of a pull-off; the first, the first two, … of a
 * descending run.
 */
export function placingsOf(
  task: Task,
  i: number,
  choice: Omit<Choice, 'placings'>,
  landings: readonly Landing[],
): readonly Placing[] {
  const { moments, rules } = task
  const moment = moments[i]!
  const base: Moment = { at: moment.at, end: moment.end, position: choice.position, sounding: choice.places, landings }
  const placings: Placing[] = [
    { moment: base, ahead: [], startsRun: false, lone: choice.lone, broken: task.ringing && choice.broken },
  ]
  const add = (ahead: readonly Landing[], startsRun: boolean) =>
    placings.push({
      moment: { ...base, landings: [...landings, ...ahead] },
      ahead,
      startsRun,
      lone: choice.lone,
      broken: task.ringing && choice.broken,
    })
  const next = moments[i + 1]
  if (!next) return placings
  const aheadOf = (at: TaskMoment, note: TaskMoment['notes'][number], place: Place, finger: Finger): Landing => ({
    noteId: note.noteId,
    finger,
    ...place,
    soundsAt: at.at,
    noteEnd: note.end,
  })
  const fits = (ahead: readonly Landing[]) =>
    [...landings, ...ahead].every((a, k, all) => all.slice(k + 1).every(b => !overLimit(a, b, rules)))
  const mayPlay = (finger: number, note: TaskMoment['notes'][number]): finger is Finger =>
    finger >= 1 &&
    finger <= 4 &&
    (note.finger === null || note.finger === finger) &&
    !rules.hand.excluded.includes(finger as Finger) &&
    !choice.gripped.some(kept => kept.finger === finger)
  const here = loneNote(moment)
  const runs =
    rules.policy === 'until-needed' &&
    here !== null &&
    choice.fresh.length === 1 &&
    offBy(choice.fresh[0]!, choice.position) === 0
  if (runs) {
    const run: Landing[] = []
    let before = here.place
    for (let k = i + 1; k < moments.length; k++) {
      const there = loneNote(moments[k])
      const finger = there ? there.place.fret - choice.position + 1 : 0
      if (
        !there ||
        there.place.string !== before.string ||
        there.place.fret >= before.fret ||
        !mayPlay(finger, there.note)
      )
        break
      run.push(aheadOf(moments[k]!, there.note, there.place, finger))
      if (!fits(run)) break
      add([...run], true)
      before = there.place
    }
  }
  for (const note of next.notes) {
    if (!note.slurred || note.slides || note.places.length !== 1) continue
    const place = note.places[0]!
    if (place.fret === 0 || !choice.places.some(high => high.string === place.string && high.fret > place.fret))
      continue
    // From a tapped note any finger may be pulled off to, else only a lower one.
    const above = choice.sounding.find(touch => touch.string === place.string)?.finger ?? 5
    for (const finger of FINGERS) {
      const touch = { ...place, finger }
      if (finger >= above || offBy(touch, choice.position) > 1 || !mayPlay(finger, note)) continue
      const ahead = [aheadOf(next, note, place, finger)]
      if (fits(ahead)) add(ahead, false)
    }
  }
  return placings
}
