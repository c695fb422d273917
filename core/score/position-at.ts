import type { Score } from './score'

/**
 * Position of the hand at a tick: the last shift before it, else where the drill began, which most of its fingers tell.
 */
export function positionAt(score: Score, at: number): number | null {
  const past = score.shifts.filter(shift => shift.at <= at).at(-1)
  if (past) return past.to
  if (score.shifts[0]) return score.shifts[0].from
  const counts = new Map<number, number>()
  for (const note of score.notes) {
    if (!note.finger) continue
    const position = Math.max(1, note.fret - note.finger + 1)
    counts.set(position, (counts.get(position) ?? 0) + 1)
  }
  return (
    [...counts].reduce<readonly [number, number] | null>(
      (most, each) => (most && most[1] >= each[1] ? most : each),
      null,
    )?.[0] ?? null
  )
}
