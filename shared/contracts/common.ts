import { z } from 'zod'

/** Id of a write, made by the client; a repeat of the same write carries the same one. */
export const writeId = z.uuid('must be a UUID')
export const localDaySchema = z.iso.date('must be a day such as 2026-01-31')
export const personName = z.string().trim().min(1, 'a name is needed').max(120, 'must be at most 120 characters')

/** What every error answers: a code for programs, a message for people, and where a field is at fault its path. */
export interface ErrorAnswer {
  readonly code: ErrorCode
  readonly message: string
  readonly path?: string
  /** What stands now, where another write came first. */
  readonly current?: unknown
}

export const ERROR_CODES = { 'signed-out': 401, 'forbidden': 403, 'not-found': 404, 'conflict': 409, 'gone': 410, 'invalid': 422, 'too-many': 429, 'unavailable': 503 } as const
export type ErrorCode = keyof typeof ERROR_CODES | 'failed'
