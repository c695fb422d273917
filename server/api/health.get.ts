import { sql } from 'drizzle-orm'

/** Whether the server and its database answer: for whoever sends requests here. */
export default answering(async event => {
  await databaseOf(event).execute(sql`select 1`)
  return { ok: true }
})
