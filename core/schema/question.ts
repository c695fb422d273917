import { z } from 'zod'
import { TEMPO_BOUNDS } from './fields'
import { FEELS, HURTS } from './pain'
import { planSchema } from './plan-fields'

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
  .transform(name => name.toLowerCase().replace(/\s+/g, '-'))

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
])

const MOST_EVENTS = 20_000

/** Schema of a question about a drill: its plan, the tempo it is at, what happened with it, and now. */
export const questionSchema = z
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
