import { plannedBpm } from '#core/practice/tempo/pace'
import { dayPlus } from '#core/practice/schedule/local-time'
import type { FollowedDrill } from '#shared/contracts/taught/answers'

/** A lesson with the drill, as the chart shows it. */
export interface LessonPoint {
  readonly day: string
  readonly bestClean: number | null
  readonly tried: number
  readonly passes: number
}

export interface TempoSeries {
  readonly lessons: readonly LessonPoint[]
  /** The tempo it was set at from each day on. */
  readonly steps: readonly { readonly day: string; readonly bpm: number }[]
  readonly decisions: readonly {
    readonly day: string
    readonly bpm: number
    readonly kind: 'up' | 'down' | 'same'
    readonly overruled: boolean
  }[]
  /** Stages that were opened on the way. */
  readonly stages: readonly { readonly day: string; readonly name: string }[]
  readonly plan: readonly { readonly day: string; readonly bpm: number }[]
  readonly lowest: number
  readonly highest: number
  readonly from: string
  readonly to: string
}

const dayOf = (iso: string) => iso.slice(0, 10)

/**
 * What the chart of a set drill shows.
 * @param today Local day.
 */
export function tempoSeries(set: FollowedDrill, today: string): TempoSeries {
  const lessons = set.lessons.flatMap(({ day, bestCleanBpm, triedBpm, passes }): readonly LessonPoint[] =>
    // All of it was heard at a stage that was then passed.
    triedBpm === null ? [] : [{ day, bestClean: bestCleanBpm, tried: triedBpm, passes }],
  )
  const names = new Map(set.path.map(stage => [stage.number, stage.name]))
  const stages = set.course.flatMap(({ day, stage }) => {
    const name = stage === null ? undefined : names.get(stage)
    return name === undefined ? [] : [{ day, name }]
  })
  const since = set.stageSince === null ? set.setOn : dayOf(set.stageSince)
  const decisions = set.course.map(({ day, bpm, overruled }, i) => {
    const before = set.course[i - 1]?.bpm ?? set.plan.startBpm
    const kind = bpm > before ? ('up' as const) : bpm < before ? ('down' as const) : ('same' as const)
    return { day, bpm, kind, overruled }
  })
  const to = [today, set.targetOn ?? today, dayPlus(set.setOn, 14)].sort().at(-1)!
  const plan =
    set.targetOn === null || set.targetOn <= since
      ? []
      : Array.from({ length: 25 }, (_, i) =>
          dayPlus(since, Math.round(((i / 24) * (Date.parse(set.targetOn!) - Date.parse(since))) / 86_400_000)),
        ).map(day => ({ day, bpm: plannedBpm(set.plan, since, set.targetOn!, day) }))
  // Within a day only the last tempo is drawn: the line says where each lesson left it.
  const perDay = new Map([[set.setOn, set.plan.startBpm], ...decisions.map(({ day, bpm }) => [day, bpm] as const)])
  const steps = [
    ...[...perDay].map(([day, bpm]) => ({ day, bpm })),
    { day: today, bpm: decisions.at(-1)?.bpm ?? set.plan.startBpm },
  ]
  const all = [
    set.plan.startBpm,
    set.plan.targetBpm,
    ...steps.map(step => step.bpm),
    ...lessons.map(lesson => lesson.tried),
  ]
  return {
    lessons,
    steps,
    decisions,
    stages,
    plan,
    lowest: Math.min(...all),
    highest: Math.max(...all),
    from: set.setOn,
    to,
  }
}
