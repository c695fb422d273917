/** The stage a set drill is at, and since when: what was heard before it counts no more. */
export interface StageEntry {
  readonly number: number
  /** Decisions made when it was opened; 0 for the stage it was set at. */
  readonly from: number
  /** When it was opened, ISO; null for the stage it was set at. */
  readonly since: string | null
}

/** A decision as far as it opens a stage. */
export interface StageDecision {
  readonly id: string
  readonly revision: number
  readonly at: string
  /** The stage it opened; null or left out where it opened none. */
  readonly stage?: number | null
  readonly supersedes: string | null
}

/**
 * The stage after some decisions. One that is taken back leads to where the drill was before it, with all that was
 * heard there.
 * @param decisions In the order of their revisions.
 * @example stageAfter({ number: 0, from: 0, since: null }, [{ id: 'a', revision: 4, at: '2026-01-05T16:00', stage: 1, supersedes: null }]) // { number: 1, from: 5, since: '2026-01-05T16:00' }
 */
export function stageAfter(before: StageEntry, decisions: readonly StageDecision[]): StageEntry {
  const opened: { readonly by: string | null; readonly entry: StageEntry }[] = [{ by: null, entry: before }]
  for (const { id, revision, at, stage, supersedes } of decisions) {
    if (stage === undefined || stage === null) continue
    if (supersedes !== null && opened.at(-1)!.by === supersedes) opened.pop()
    else opened.push({ by: id, entry: { number: stage, from: revision + 1, since: at } })
  }
  return opened.at(-1)!.entry
}
