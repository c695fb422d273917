import { openDatabase } from '../db/client'

/**
 * The server's one pool of connections, named by DATABASE_URL; without one the server does not start (see
 * plugins/settings.ts).
 */
export const database = openDatabase(process.env.DATABASE_URL ?? 'mysql://127.0.0.1/none')
