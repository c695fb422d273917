import { z } from 'zod'
import { uuidOf } from '#core/schema/values'

export { bpmSchema, deviceTime, localDaySchema, uuidOf, writeId } from '#core/schema/values'

/** A person's name. */
export const personName = z.string().trim().min(1, 'a name is needed').max(120, 'must be at most 120 characters')

/** What an error answers by its kind, and the HTTP status it has. */
export const ERROR_CODES = {
  'signed-out': 401,
  'forbidden': 403,
  'not-found': 404,
  'conflict': 409,
  'gone': 410,
  'too-large': 413,
  'invalid': 422,
  'too-many': 429,
  'unavailable': 503,
} as const
export type ErrorCode = keyof typeof ERROR_CODES | 'failed'

/** An answer: every field is there, and none beside. */
export const row = <S extends z.ZodRawShape>(shape: S) => z.strictObject(shape).readonly()
/** A list in an answer. */
export const list = <T extends z.ZodType>(of: T) => z.array(of).readonly()
/** A page of something that grows without end, the newest first; `before` asks for the next. */
export const pageOf = <T extends z.ZodType>(of: T) => row({ rows: list(of), before: instant.nullable() })

export const id = uuidOf('must be a UUID')
/** An instant, ISO in UTC. */
export const instant = z.iso.datetime()
/** A moment as the studio's clock shows it, ISO with its offset. */
export const localMoment = z.iso.datetime({ offset: true })
export const count = z.int().min(0)

/** What every error answers: a code for programs, a message for people, and where a field is at fault its path. */
export const errorAnswer = row({
  code: z.enum([...(Object.keys(ERROR_CODES) as (keyof typeof ERROR_CODES)[]), 'failed']),
  message: z.string().min(3),
  path: z.string().optional(),
  /** What stands now, where another write came first. */
  current: z.unknown().optional(),
})
export type ErrorAnswer = z.infer<typeof errorAnswer>

/** A page of rows. */
export interface Page<T> {
  readonly rows: readonly T[]
  readonly before: string | null
}
