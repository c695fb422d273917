import type { H3Event } from 'h3'
import { LRUCache } from 'lru-cache'
import type { User } from '#auth-utils'

const MOST = 2000
/** A session is looked into anew after this long, so that one that has run out does not live on. */
const KEPT_MS = 60_000

/**
 * Whom sealed cookies were of. Opening the seal takes longer than all else a short answer does, and one seal always
 * opens to the same.
 */
const opened = new LRUCache<string, User>({ max: MOST, ttl: KEPT_MS })

/** Whom the request's session is of, by its cookie alone: whether it still counts, the database says. */
export async function sessionUserOf(event: H3Event): Promise<User | undefined> {
  const sealed = getCookie(event, SESSION_COOKIE)
  if (!sealed) return undefined
  const known = opened.get(sealed)
  if (known) return known
  const { user } = await getUserSession(event)
  if (user) opened.set(sealed, user)
  return user
}
