/** Minutes that went into something, in lessons and at home. */
export interface TimeSpent {
  readonly technique: string
  readonly inLessons: number
  readonly atHome: number
}

/** What a technique was given, and the marks it has passed. */
export interface TechniqueHours extends TimeSpent {
  readonly hours: number
  /** The mark passed last, hours; null before the first. */
  readonly passed: number | null
  /** The mark that comes next, hours; null after the last. */
  readonly next: number | null
}

/** Marks on the way, hours (common practice: some fifty before a new tool such as a thumb pick is judged). */
export const MILESTONES = [5, 10, 25, 50, 100, 250] as const

/**
 * Hours by technique, the most first.
 * @param spent Minutes; a technique may come several times.
 */
export function hoursByTechnique(spent: readonly TimeSpent[]): readonly TechniqueHours[] {
  const sums = new Map<string, TimeSpent>()
  for (const { technique, inLessons, atHome } of spent) {
    const known = sums.get(technique)
    sums.set(technique, {
      technique,
      inLessons: (known?.inLessons ?? 0) + inLessons,
      atHome: (known?.atHome ?? 0) + atHome,
    })
  }
  return [...sums.values()]
    .map(each => {
      const hours = (each.inLessons + each.atHome) / 60
      return {
        ...each,
        hours,
        passed: MILESTONES.findLast(mark => mark <= hours) ?? null,
        next: MILESTONES.find(mark => mark > hours) ?? null,
      }
    })
    .filter(({ hours }) => hours > 0)
    .sort((a, b) => b.hours - a.hours)
}
