import { stagePlan, type StagePlanned } from '#core/stages/stage-plan'
import type { Plan } from '#core/schema/plan-fields'
import type { StageOfPath } from '#shared/contracts/taught/answers'

/** A stage while its path is put together. */
export interface StageDraft extends StagePlanned {
  /** Tells rows apart while they move. */
  readonly key: number
  /** Its number where it was there before; null for a new one. */
  readonly number: number | null
}

/** A path as a draft. */
export const draftPath = (
  path: readonly (StagePlanned & Partial<Pick<StageOfPath, 'number'>>)[],
): readonly StageDraft[] =>
  path.map(({ name, change, plan, number = null }, key) => ({ key, number, name, change, plan }))

/** A stage to a tempo, or without one; `main` is the plan of the drill itself. */
export const withTempo = (stage: StageDraft, timed: boolean, main: Plan): StageDraft => ({
  ...stage,
  plan: timed && main.school !== 'untimed' ? stagePlan({ timed: true }, main) : stagePlan({ timed: false }, main),
})

/** A stage that leads to another tempo, never slower than its start. */
export const withTarget = (stage: StageDraft, targetBpm: number): StageDraft => ({
  ...stage,
  plan: { ...stage.plan, targetBpm },
})

/** One more stage before the last, named as no other is. */
export function withStage(path: readonly StageDraft[], main: Plan): readonly StageDraft[] {
  const taken = new Set(path.map(stage => stage.name))
  let name = 'another stage'
  for (let i = 2; taken.has(name); i++) name = `another stage ${i}`
  const made: StageDraft = {
    key: Math.max(-1, ...path.map(stage => stage.key)) + 1,
    number: null,
    name,
    change: null,
    plan: stagePlan({ timed: true }, main),
  }
  return [...path.slice(0, -1), made, ...path.slice(-1)]
}

/** What is wrong with the names of a path; null when nothing is. */
export function wrongNames(path: readonly StageDraft[]): string | null {
  const names = path.map(stage => stage.name.trim())
  if (names.includes('')) return 'Every stage needs a name.'
  const twice = names.find((name, i) => names.indexOf(name) !== i)
  return twice === undefined ? null : `Two stages are called “${twice}”.`
}

/** The same path as bodies say it. */
export const stagesOf = (path: readonly StageDraft[]): readonly StagePlanned[] =>
  path.map(({ name, change, plan }) => ({ name: name.trim(), change, plan }))
