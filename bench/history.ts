import { drizzle } from 'drizzle-orm/mysql2'
import { openDatabase } from '../server/db/client'
import type { Database } from '../server/db/client'
import { readBoard } from '../server/services/board'
import { readProgress } from '../server/services/progress'
import { readLesson } from '../server/services/lessons'
import { rebuildTallies } from '../server/services/rebuild'
import { listStudents } from '../server/services/roster'
import { readStudent } from '../server/services/students'
import { readToday } from '../server/services/today'
import { at, benchStudio, enter, forgetLessons, giveLessons, sorted, table } from './studio'

const { E2E_ADDRESS, DATABASE_URL } = process.env
const address = E2E_ADDRESS!
const { pool, db, close } = openDatabase(DATABASE_URL!)

async function timed(work: () => Promise<unknown>): Promise<number> {
  const began = performance.now()
  await work()
  return performance.now() - began
}

/** Twenty at a time would measure the machine; two at a time is what two teachers do. */
async function times(count: number, work: () => Promise<unknown>): Promise<readonly number[]> {
  const all: number[] = []
  await Promise.all(
    [0, 1].map(async () => {
      for (let i = 0; i < count / 2; i++) all.push(await timed(work))
    }),
  )
  return sorted(all)
}

/**
 * The same questions of the database without anything around them: what the services ask, asked again one after the
 * other, of as many pages at a time.
 */
async function bare(ask: (db: Database) => Promise<unknown>): Promise<number> {
  const asked: { query: string; params: unknown[] }[] = []
  await ask(
    drizzle({
      client: pool,
      logger: { logQuery: (query, params) => asked.push({ query, params }) },
    }) as unknown as Database,
  )
  const all = await times(20, async () => {
    for (const { query, params } of asked) await pool.query(query, params)
  })
  return at(all, 0.5)
}

// One teacher of two hundred is more than there is; as many lessons at once as one hour may have is not.
const [teacher] = await benchStudio(db, 1, 200, 8, 8)
const { actor, students } = teacher!
const cookie = await enter(address, teacher!.name)
const get = async (path: string) => {
  const answer = await fetch(address + path, { headers: { cookie } })
  await answer.text()
  if (!answer.ok) throw new Error(`${path}: ${answer.status}`)
}
const rows: string[][] = [['', 'events', 'p50', 'p95', 'its queries alone', 'ratio of the medians']]
/** Over how many days so many events lie. */
const DAYS_BACK: Readonly<Record<number, number>> = { 10_000: 60, 100_000: 700, 1_000_000: 6000 }
/** The most events to go to: fewer where only a part is looked at. */
const most = Number(process.argv[3] ?? 1_000_000)
for (const events of [10_000, 100_000, 1_000_000].filter(each => each <= most)) {
  await forgetLessons(pool, teacher!)
  await giveLessons(pool, teacher!, events, DAYS_BACK[events]!)
  const seconds = (await timed(() => rebuildTallies(db))) / 1000
  console.log(
    `${events.toLocaleString('en-GB')} events written; what is kept beside the log made anew in ${seconds.toFixed(0)} s`,
  )
  const now = new Date()
  const student = students[7]!
  const pages = [
    ['Today', '/api/today', (on: Database) => readToday(on, actor, now)],
    ['Students', '/api/students', (on: Database) => listStudents(on, actor, now)],
    ['student page', `/api/students/${student.id}`, (on: Database) => readStudent(on, actor, student.id, now)],
    ['studio board', '/api/board', (on: Database) => readBoard(on, actor, now)],
    ['progress', `/api/students/${student.id}/progress`, (on: Database) => readProgress(on, actor, student.id)],
    ['lesson', `/api/lessons/${student.lessonId!}`, (on: Database) => readLesson(on, actor, student.lessonId!, now)],
  ] as const
  for (const [name, path, ask] of pages) {
    await times(10, () => get(path))
    const list = await times(100, () => get(path))
    const alone = await bare(ask)
    rows.push([
      name,
      events.toLocaleString('en-GB'),
      `${at(list, 0.5).toFixed(0)} ms`,
      `${at(list, 0.95).toFixed(0)} ms`,
      `${alone.toFixed(0)} ms`,
      (at(list, 0.5) / alone).toFixed(1),
    ])
  }
}
table(rows)
console.log('aim: p95 < 100 ms, at most twice its queries alone, flat')
await close()
