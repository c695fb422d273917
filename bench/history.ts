import { openDatabase } from '../server/db/client'
import type { Database } from '../server/db/client'
import { readBoard } from '../server/subjects/studio/board'
import { readProgress } from '../server/subjects/taught/progress'
import { readLesson } from '../server/subjects/lessons/lessons'
import { rebuildTallies } from '../server/subjects/lessons/rebuild'
import { listStudents } from '../server/subjects/people/roster'
import { readStudent } from '../server/subjects/people/students'
import { readToday } from '../server/subjects/lessons/today'
import { recordingBuilder, type Asked } from '../server/tests/recording'
import { at, benchStudio, enter, forgetLessons, giveLessons, sorted, table } from './studio'

const { E2E_ADDRESS, DATABASE_URL } = process.env
const address = E2E_ADDRESS!
const { pool, db, close } = openDatabase(DATABASE_URL!)

async function timed(work: () => Promise<unknown>): Promise<number> {
  const began = performance.now()
  await work()
  return performance.now() - began
}

/** How long a piece of work takes, done so many times, some of them at once, ms in rising order. */
async function times(count: number, atOnce: number, work: () => Promise<unknown>): Promise<readonly number[]> {
  const all: number[] = []
  await Promise.all(
    Array.from({ length: atOnce }, async () => {
      for (let i = 0; i < count / atOnce; i++) all.push(await timed(work))
    }),
  )
  return sorted(all)
}

/** What a page asks of the database, asked again one after the other without anything around it, ms. */
async function bare(ask: (db: Database) => Promise<unknown>): Promise<number> {
  const asked: Asked[] = []
  await ask(recordingBuilder(pool, each => asked.push(each)))
  const all = await times(30, 1, async () => {
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
const ms = (list: readonly number[]) => `${at(list, 0.5).toFixed(0)} / ${at(list, 0.95).toFixed(0)} ms`
/** One teacher after the other, and two at the same moment: more would measure the machine. */
const rows: string[][] = [['p50 / p95', 'events', 'by itself', 'two at once', 'its queries', 'ratio of the medians']]
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
    await times(10, 2, () => get(path))
    const [byItself, twoAtOnce] = [await times(100, 1, () => get(path)), await times(100, 2, () => get(path))]
    const queries = await bare(ask)
    rows.push([
      name,
      events.toLocaleString('en-GB'),
      ms(byItself),
      ms(twoAtOnce),
      `${queries.toFixed(0)} ms`,
      (at(byItself, 0.5) / queries).toFixed(1),
    ])
  }
}
table(rows)
console.log('aim: p95 < 100 ms, at most twice its queries alone, flat')
await close()
