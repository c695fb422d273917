import { z } from 'zod'

/** Where it hurts; sore skin of the fingertips is the one place that blocks nothing. */
export const HURTS = [
  'fingertip-skin',
  'joint',
  'hand',
  'wrist',
  'forearm',
  'shoulder',
  'neck',
  'numb-or-tingling',
] as const

/** Where something hurts. */
export type Hurts = (typeof HURTS)[number]

/** How practice at home felt. */
export const FEELS = ['fresh', 'easy', 'warm', 'tired', 'pain'] as const
export type Feel = (typeof FEELS)[number]

/** The hand a pain is in, or both: a neck or a shoulder is nobody's alone. */
export const PAIN_HANDS = ['fretting', 'plucking', 'both'] as const
export type PainHand = (typeof PAIN_HANDS)[number]

/** A pain a student has: where, since which day, and the day on which it is to be asked about again. */
export const painSchema = z.strictObject({
  where: z.enum(HURTS, { error: `must be one of ${HURTS.join(', ')}` }),
  /** Both when left out. */
  hand: z.enum(PAIN_HANDS, { error: `must be one of ${PAIN_HANDS.join(', ')}` }).optional(),
  since: z.iso.date('must be a day such as 2026-01-31'),
  reviewOn: z.iso.date('must be a day such as 2026-01-31').nullable(),
})
export type Pain = Readonly<z.infer<typeof painSchema>>
