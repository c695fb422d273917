import { z } from 'zod'

/** Ways of the plucking hand a student is on; schools differ, the product does not decide. */
export const ANCHORS = ['anchor', 'float', 'open'] as const
/** What sounds the string. */
export const SOUNDERS = ['nails', 'flesh', 'pick', 'thumb pick'] as const

/** How far a student is, as far as it decides what a drill opens with. */
export const LEVELS = ['beginner', 'further'] as const

/** What a hand card says beyond the measures of the fretting hand. All fields optional. */
export const habitsSchema = z.strictObject({
  /** Rests a finger, the palm or the wrist on the guitar, or floats freely; `open` while it is not agreed. */
  anchor: z.enum(ANCHORS, { error: 'must be anchor, float or open' }).optional(),
  sounder: z.enum(SOUNDERS, { error: 'must be nails, flesh, pick or thumb pick' }).optional(),
  level: z.enum(LEVELS, { error: 'must be beginner or further' }).optional(),
  /** The day on which spared and excluded fingers are to be looked at again. */
  reviewOn: z.iso.date('must be a day such as 2026-01-31').nullable().optional(),
})

/** What a hand card says beyond the measures. */
export type Habits = Readonly<z.infer<typeof habitsSchema>>
