import type { ErrorCode } from '#shared/contracts/common'

/** An expected refusal of a service; one place maps its code to an HTTP status. */
export class DomainError extends Error {
  readonly path?: string
  /** What stands now, where another write came first. */
  readonly current?: unknown
  /** After so many seconds it may go better. */
  readonly retryAfterSeconds?: number

  constructor(
    readonly code: ErrorCode,
    message: string,
    more: { path?: string; current?: unknown; retryAfterSeconds?: number; cause?: unknown } = {},
  ) {
    super(message, { cause: more.cause })
    this.name = 'DomainError'
    this.path = more.path
    this.current = more.current
    this.retryAfterSeconds = more.retryAfterSeconds
  }
}

/** The answer for a row that does not exist or belongs to another teacher: the two cannot be told apart. */
export const notFound = (what: string) => new DomainError('not-found', `there is no such ${what}`)
