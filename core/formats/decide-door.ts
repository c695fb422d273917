import { z } from 'zod'
import { FEELS, type Fault } from '../practice/log/kinds'
import { decide } from '../practice/tempo/decide'
import type { HistoryEvent } from '../practice/tempo/history'
import type { Decision } from '../practice/tempo/school'
import { TEMPO_BOUNDS } from '../schema/fields'
import { HURTS } from '../schema/pain'
import { planSchema } from '../schema/plan-fields'
import { check } from '../schema/problem'
import type { SpecProblem } from '../schema/spec-error'
import { groundsInWords } from '../wording/decision'

const time = z.iso.datetime({
  offset: true,
  local: true,
  error: 'must be an ISO time such as 2026-01-31T16:00:00+01:00',
})
/** When something happened, ms; a time without an offset is read as one of UTC, the same on every machine. */
const instant = (at: string) => Date.parse(/(Z|[+-]\d\d:?\d\d)$/.test(at) ? at : `${at}Z`)
const bpm = z
  .number()
  .min(TEMPO_BOUNDS.least, `must be at least ${TEMPO_BOUNDS.least} bpm`)
  .max(TEMPO_BOUNDS.most, `must be at most ${TEMPO_BOUNDS.most} bpm`)
const by = z.enum(['teacher', 'student'])
/** A day has no more. */
const MINUTES_A_DAY = 24 * 60

/** Faults come by the names of the list, as codes or words; another name is a fault nonetheless. */
const fault = z
  .string()
  .trim()
  .min(1, 'must name a fault')
  .max(80)
  .transform(name => name.toLowerCase().replace(/\s+/g, '-') as Fault)

const event = z.discriminatedUnion('kind', [
  z.strictObject({ at: time, kind: z.literal('pass'), bpm, clean: z.boolean(), by }),
  z.strictObject({
    at: time,
    kind: z.literal('practice'),
    bpm,
    minutes: z.number().min(0).max(MINUTES_A_DAY, 'a day has no more than 1440'),
    feel: z.enum(FEELS),
    hurts: z.enum(HURTS).optional(),
    by,
  }),
  z.strictObject({
    at: time,
    kind: z.literal('lesson'),
    quality: z.int().min(1).max(5).optional(),
    faults: z.array(fault).default([]),
  }),
  z.strictObject({ at: time, kind: z.literal('cleared') }),
]) satisfies z.ZodType<HistoryEvent>

const MOST_EVENTS = 20_000

const questionSchema = z
  .strictObject({
    plan: planSchema,
    bpm: bpm.optional(),
    history: z.array(event).max(MOST_EVENTS, `takes at most ${MOST_EVENTS} events`),
    now: time,
  })
  .superRefine(({ history }, context) => {
    const late = history.findIndex((each, i) => i > 0 && instant(each.at) < instant(history[i - 1]!.at))
    if (late > 0)
      context.addIssue({ code: 'custom', path: ['history', late, 'at'], message: 'events must stand oldest first' })
  })

/** What the door answers: the decision with its reason in a sentence and the numbers used. */
export type DecisionAnswer =
  (Pick<Decision, 'decision' | 'bpm' | 'used'> & { readonly reason: string }) | { readonly error: SpecProblem }

/**
 * Answers one question: what to do next with a drill, by its plan and history. Left out, the tempo is the plan's start.
 */
export function decideAnswer(raw: unknown): DecisionAnswer {
  const read = check(questionSchema, raw)
  if (!read.ok) return { error: read.error }
  const { plan, bpm: now, history, now: at } = read.value
  const found = decide({ plan, bpm: now ?? plan.startBpm, history, now: at })
  return { decision: found.decision, bpm: found.bpm, reason: groundsInWords(found), used: found.used }
}
