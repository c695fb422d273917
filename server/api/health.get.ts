import { route } from '../route'
import { sql } from 'drizzle-orm'

/** Whether the server and its database answer: for whoever sends requests here. */
export default route('GET /api/health', async ({ db }) => {
  await db.execute(sql`select 1`)
  return { ok: true }
})
