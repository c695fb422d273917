import type { H3Event } from 'h3'
import { openDatabase, type Database } from '../db/client'

/**
 * The server's one pool of connections, named by DATABASE_URL; without one the server does not start (see
 * plugins/settings.ts).
 */
export const database = openDatabase(process.env.DATABASE_URL ?? 'mysql://127.0.0.1/none')

/** The database as a request has it: served by when that came. */
export const databaseOf = (event: H3Event): Database =>
  database.since(event.context.request?.began ?? performance.now())
