import type { Note, Score } from '../score/score'

const same = (a: Note, b: Note) =>
  a.string === b.string &&
  a.fret === b.fret &&
  a.finger === b.finger &&
  a.pluck === b.pluck &&
  a.via === b.via &&
  a.dur === b.dur &&
  a.marks.join() === b.marks.join()

/** With more notes than this share changed a variation is another drill throughout: nothing of it stands out. */
const MOST_CHANGED = 0.7

/**
 * What of a variation is not as in the drill it varies: the keys of the notes that are played otherwise than those of
 * the same moment, in order; none where nearly all are.
 */
export function differingNotes(drill: Score, varied: Score): readonly string[] {
  const before = new Map<number, readonly Note[]>()
  for (const note of drill.notes) before.set(note.at, [...(before.get(note.at) ?? []), note])
  const changed = varied.notes.filter(note => !(before.get(note.at) ?? []).some(each => same(each, note)))
  return changed.length > MOST_CHANGED * varied.notes.length ? [] : changed.map(({ key }) => key)
}
