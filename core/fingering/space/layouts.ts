import type { Place, Task, TaskMoment } from '../model/task'

/** How wide the frets of a layout lie, then how high: what a hand would rather have small. */
function sprawl(layout: readonly Place[]): number {
  const frets = layout.flatMap(place => (place.fret > 0 ? [place.fret] : []))
  return frets.length === 0 ? 0 : 100 * (Math.max(...frets) - Math.min(...frets)) + Math.min(...frets)
}

/**
 * Whether notes can still find strings of their own beside those that are taken (augmenting paths, as for any bipartite
 * matching).
 */
function canFollow(taken: readonly Place[], notes: TaskMoment['notes']): boolean {
  const player = new Map<number, number>()
  const seat = (n: number, tried: Set<number>): boolean =>
    notes[n]!.places.some(({ string }) => {
      if (tried.has(string) || taken.some(place => place.string === string)) return false
      tried.add(string)
      const there = player.get(string)
      if (there !== undefined && !seat(there, tried)) return false
      player.set(string, n)
      return true
    })
  return notes.every((_, n) => seat(n, new Set()))
}

/** All layouts of the notes of a moment on distinct strings; for the beam search only those whose frets lie closest. */
export function layouts(moment: TaskMoment, { effort, keep }: Task): readonly (readonly Place[])[] {
  let all: readonly (readonly Place[])[] = [[]]
  for (const [n, note] of moment.notes.entries()) {
    const free = (layout: readonly Place[]) =>
      note.places.filter(place => layout.every(other => other.string !== place.string))
    all = all.flatMap(layout => {
      effort.spend(note.places.length)
      return free(layout).map(place => [...layout, place])
    })
    if (keep !== undefined && all.length > MOST_QUICK_LAYOUTS)
      all = all
        .filter(layout => canFollow(layout, moment.notes.slice(n + 1)))
        .map(layout => ({ layout, sprawl: sprawl(layout) }))
        .sort((a, b) => a.sprawl - b.sprawl)
        .slice(0, MOST_QUICK_LAYOUTS)
        .map(each => each.layout)
  }
  return all
}

/** Layouts of a moment that the beam search looks at. */
const MOST_QUICK_LAYOUTS = 8
