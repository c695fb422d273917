import { usualTarget } from '#core/practice/tempo/target'
import { TEMPO_BOUNDS } from '#core/schema/fields'
import { formOf, planSchema, SCHOOLS, type Plan, type SchoolName } from '#core/schema/plan-fields'
import { check } from '#core/schema/problem'

/** A plan while it is put together: the numbers of every school stand side by side, so that none is lost by a look. */
export interface PlanDraft {
  school: SchoolName
  startBpm: number
  targetBpm: number
  /** As a number, and whether it is a share of the tempo. */
  step: number
  inPercent: boolean
  need: number
  tooMany: number
  days: number
  minutes: number
  /** As typed: tempos with spaces or commas between; empty for those the school itself chooses. */
  tempos: string
  /** Where the target comes from; undefined for nowhere in particular. */
  piece: Plan['piece']
}

type NumberField = 'step' | 'need' | 'tooMany' | 'days' | 'minutes'
/** What a number is where a school says nothing of it: as the first school that asks for it has it. */
const usualOf = (school: SchoolName, field: NumberField): number =>
  [school, ...SCHOOLS].map(each => formOf(each)[field]?.usual).find(usual => usual !== undefined)!

/** A draft of a plan, with the usual numbers where the plan says nothing. */
export function draftOf(plan: Pick<Plan, 'school' | 'startBpm' | 'targetBpm'> & Partial<Plan>): PlanDraft {
  const numbers = plan as Partial<Record<NumberField, number | string>>
  const numberOf = (field: NumberField) => Number(numbers[field] || usualOf(plan.school, field))
  const step = numbers.step ?? usualOf(plan.school, 'step')
  const percent = typeof step === 'string'
  return {
    school: plan.school,
    startBpm: plan.startBpm,
    targetBpm: plan.targetBpm,
    step: percent ? Number.parseFloat(step) : step,
    inPercent: percent,
    need: numberOf('need'),
    tooMany: numberOf('tooMany'),
    days: numberOf('days'),
    minutes: numberOf('minutes'),
    tempos: ('tempos' in plan && plan.tempos ? plan.tempos : []).join(' '),
    piece: plan.piece,
  }
}

/** Another school with numbers that go with it: falling tempos go the other way, small steps are small. */
export function withSchool(draft: PlanDraft, school: SchoolName): PlanDraft {
  const { startBpm, targetBpm, step, inPercent } = draft
  const { falls, step: bounds } = formOf(school)
  const kept = falls ? targetBpm < startBpm : targetBpm >= startBpm
  const other = falls ? Math.max(TEMPO_BOUNDS.least, Math.round(startBpm / 2)) : usualTarget(startBpm)
  return {
    ...draft,
    school,
    ...(!kept && { targetBpm: other, piece: undefined }),
    step: bounds && !inPercent ? Math.min(bounds.most, step) : step,
    tempos: '',
  }
}

const listOf = (typed: string) =>
  typed
    .split(/[\s,;]+/)
    .filter(Boolean)
    .map(Number)

/** The plan a draft comes to, or what is wrong with it: the field and a sentence. */
export function planOf(draft: PlanDraft): ReturnType<typeof check<typeof planSchema>> {
  const { step, inPercent, tempos, ...numbers } = draft
  const named = listOf(tempos)
  return check(planSchema, {
    ...numbers,
    step: inPercent ? `${step}%` : step,
    ...(named.length > 0 && { tempos: named }),
  })
}
