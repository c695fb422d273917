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

const place = {
  where: z.enum(HURTS, { error: `must be one of ${HURTS.join(', ')}` }),
  /** Both when left out. */
  hand: z.enum(PAIN_HANDS, { error: `must be one of ${PAIN_HANDS.join(', ')}` }).optional(),
  since: z.iso.date('must be a day such as 2026-01-31'),
}
/** Places that may hurt at once. */
const MOST_PLACES = 8

/** A pain a student has: where, since which day, and the day on which it is to be asked about again. */
export const painSchema = z.strictObject({
  ...place,
  reviewOn: z.iso.date('must be a day such as 2026-01-31').nullable(),
  /** What hurts besides. */
  also: z.array(z.strictObject(place)).max(MOST_PLACES, `takes at most ${MOST_PLACES} places`).optional(),
})
export type Pain = Readonly<z.infer<typeof painSchema>>
/** One place that hurts. */
export type PainPlace = Pick<Pain, 'where' | 'hand' | 'since'>

/** Every place that hurts, the one told last first. */
export const placesOf = ({ where, hand, since, also = [] }: Pain): readonly PainPlace[] => [
  { where, hand, since },
  ...also,
]
const isSame = (a: PainPlace, b: PainPlace) => a.where === b.where && (a.hand ?? 'both') === (b.hand ?? 'both')

/** What hurts once another pain was told beside what stands: a place told again keeps its first day. */
export function withPain(standing: Pain | null, told: Pain): Pain {
  const { reviewOn, ...place } = told
  const before = standing ? placesOf(standing) : []
  const since = [place, ...before.filter(each => isSame(each, place))].map(each => each.since).sort()[0]!
  const also = before.filter(each => !isSame(each, place)).slice(0, MOST_PLACES)
  return { ...place, since, reviewOn: reviewOn ?? standing?.reviewOn ?? null, ...(also.length > 0 && { also }) }
}

/** What still hurts once some places are gone; null for nothing. */
export function withoutPlaces(standing: Pain, gone: readonly PainPlace[]): Pain | null {
  const [first, ...also] = placesOf(standing).filter(each => !gone.some(place => isSame(each, place)))
  return first ? { ...first, reviewOn: standing.reviewOn, ...(also.length > 0 && { also }) } : null
}
