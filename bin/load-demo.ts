import { count } from 'drizzle-orm'
import { loadDemo } from '../demo/load'
import { openDatabase } from '../server/db/client'
import { studios } from '../server/db/tables'

const { DATABASE_URL, DEMO_PASSWORD } = process.env
if (!DATABASE_URL || !DEMO_PASSWORD) {
  console.error('DATABASE_URL and DEMO_PASSWORD must be set; `npm run demo` does so.')
  process.exit(2)
}
const { db, close } = openDatabase(DATABASE_URL)
try {
  const [row] = await db.select({ studios: count() }).from(studios)
  // A database that holds a studio is somebody's: nothing is loaded into it twice.
  if (Number(row!.studios) > 0) process.exitCode = 3
  else await loadDemo(db, DEMO_PASSWORD, new Date())
} finally {
  await close()
}
