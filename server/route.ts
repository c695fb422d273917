import type { EventHandlerRequest, H3Event } from 'h3'
import type { Me } from '#shared/contracts/people/answers'
import {
  LIMITS,
  ROUTES,
  type AnswerOf,
  type CheckedBodyOf,
  type QueryOf,
  type Route,
  type RouteName,
} from '#shared/routes'
import type { Database } from './db/client'
import type { Engine } from './engine/engine'
import { DomainError } from './errors'
import { logger } from './observability/logger'
import { Sent } from './sent'
import { answerErrors } from './utils/answering'
import { bodyOf, queryOf } from './utils/body'
import { databaseOf } from './utils/database'
import { engineOf } from './utils/engine'

type Caller<N extends RouteName> = (typeof ROUTES)[N]['who'] extends 'anybody' | 'whoever has its address' ? null : Me

/** What a handler is given: who asks for what, checked, and what it works with. */
export interface Request<N extends RouteName> {
  readonly event: H3Event<EventHandlerRequest>
  readonly who: Caller<N>
  /** The id in the path. */
  readonly id: N extends `${string}/:id${string}` ? string : undefined
  readonly query: QueryOf<N>
  readonly body: CheckedBodyOf<N>
  readonly db: Database
  readonly engine: Engine
  readonly now: Date
}

/** Who calls, as far as a route asks for it. @throws DomainError `signed-out` or `forbidden`. */
function callerOf(event: H3Event, who: Route['who']): Me | null {
  if (who === 'anybody' || who === 'whoever has its address') return null
  const me = event.context.me as Me | undefined
  if (!me) throw new DomainError('signed-out', 'Sign in first.')
  if (who !== 'signed-in' && me.role === 'student')
    throw new DomainError('forbidden', "This is the teacher's side of the studio.")
  if (who === 'owner' && me.role !== 'owner')
    throw new DomainError('forbidden', 'Only the owner of the studio can do this.')
  return me
}

/** The UUID in a path. @throws DomainError `not-found` for anything else. */
function idIn(event: H3Event): string {
  const id = getRouterParam(event, 'id') ?? ''
  if (!/^[\da-f]{8}(-[\da-f]{4}){3}-[\da-f]{12}$/i.test(id)) throw new DomainError('not-found', 'there is nothing here')
  return id.toLowerCase()
}

/** Holds an answer against the table. @throws Error when it is not what the route promises. */
function assertPromised(name: RouteName, { answer }: Route, given: unknown): void {
  const { error } = answer.safeParse(JSON.parse(JSON.stringify(given)))
  if (!error) return
  logger.error({ name, issues: error.issues.map(({ path, message }) => `${path.join('.')}: ${message}`) }, 'unpromised')
  throw new Error(`${name} answers what it does not promise`)
}

/** Tests have every answer held against the table. */
const ANSWERS_CHECKED = process.env.FIDACTYL_CHECK_ANSWERS === '1'

/**
 * The handler of a route: who may call it, what the path, the query and the body hold, and what it answers are in the
 * table of routes. Errors are answered in one form.
 * @param name Its method and path, as its file is called.
 */
export function route<N extends RouteName>(
  name: N,
  work: (request: Request<N>) => Promise<AnswerOf<N> | Sent> | AnswerOf<N> | Sent,
) {
  const entry: Route = ROUTES[name]
  return defineEventHandler(event =>
    answerErrors(event, async () => {
      const who = callerOf(event, entry.who)
      const id = name.includes('/:id') ? idIn(event) : undefined
      const query = entry.query && queryOf(event, entry.query)
      const body = entry.body && (await bodyOf(event, entry.body, LIMITS[entry.limit ?? 'form']))
      const request = {
        event,
        who,
        id,
        query,
        body,
        get db() {
          return databaseOf(event)
        },
        get engine() {
          return engineOf(event)
        },
        now: new Date(),
      }
      const answer = await work(request as Request<N>)
      if (answer instanceof Sent) return answer.content
      if (ANSWERS_CHECKED) assertPromised(name, entry, answer)
      if (entry.makes && (answer as { readonly id: string }).id === madeIn(body as Made, entry.makes))
        setResponseStatus(event, 201)
      return answer
    }),
  )
}

type Made = { readonly id: string; readonly event: { readonly id: string } }
const madeIn = (body: Made, where: NonNullable<Route['makes']>) => (where === 'id' ? body.id : body.event.id)
