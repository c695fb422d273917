import { randomUUID } from 'node:crypto'
import { drizzle } from 'drizzle-orm/mysql2'
import { openDatabase } from '../server/db/client'
import type { Database } from '../server/db/client'
import { readLesson } from '../server/services/lessons'
import { rebuildTallies } from '../server/services/rebuild'
import { listStudents } from '../server/services/roster'
import { readStudent } from '../server/services/students'
import { readToday } from '../server/services/today'
import { at, benchStudio, enter, sorted, table, type BenchTeacher } from './studio'

const { E2E_ADDRESS, DATABASE_URL } = process.env
const address = E2E_ADDRESS!
const { pool, db, close } = openDatabase(DATABASE_URL!)

const EVENTS_A_LESSON = 40
const DAY_MS = 86_400_000

/** Writes years of lessons straight into the log, oldest first; what is kept beside it is made anew after. */
async function giveLessons({ actor, students }: BenchTeacher, events: number, daysBack: number): Promise<void> {
  const lessonsEach = Math.ceil(events / students.length / EVENTS_A_LESSON)
  for (const student of students) {
    let lessons: unknown[][] = []
    let rows: unknown[][] = []
    const flush = async () => {
      if (lessons.length === 0) return
      await pool.query(
        'INSERT INTO lessons (id, studio_id, student_id, teacher_id, planned_at, minutes, started_at, ended_at) VALUES ?',
        [lessons],
      )
      await pool.query(
        'INSERT INTO lesson_events (id, studio_id, lesson_id, number, actor_id, kind, body, assignment_id, device_at, device_offset_ms, received_at) VALUES ?',
        [rows],
      )
      lessons = []
      rows = []
    }
    for (let l = 0; l < lessonsEach; l++) {
      const lessonId = randomUUID()
      const began = Date.now() - daysBack * DAY_MS + (l * daysBack * DAY_MS) / (lessonsEach + 1)
      lessons.push([
        lessonId,
        actor.studioId,
        student.id,
        actor.userId,
        new Date(began),
        45,
        new Date(began),
        new Date(began + 2_700_000),
      ])
      for (let n = 1; n <= EVENTS_A_LESSON; n++) {
        const id = randomUUID()
        const when = new Date(began + n * 60_000)
        const assignmentId = student.assignmentIds[n % student.assignmentIds.length]!
        const body =
          n === EVENTS_A_LESSON
            ? { id, at: when.toISOString(), kind: 'end' }
            : { id, at: when.toISOString(), kind: 'pass', assignmentId, bpm: 60 + (l % 40), clean: n % 3 > 0 }
        rows.push([
          id,
          actor.studioId,
          lessonId,
          n,
          actor.userId,
          body.kind,
          JSON.stringify(body),
          body.kind === 'end' ? null : assignmentId,
          when,
          0,
          when,
        ])
      }
      if (lessons.length >= 50) await flush()
    }
    await flush()
  }
}

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
 * other.
 */
async function bare(ask: (db: Database) => Promise<unknown>): Promise<number> {
  const asked: { query: string; params: unknown[] }[] = []
  await ask(
    drizzle({
      client: pool,
      logger: { logQuery: (query, params) => asked.push({ query, params }) },
    }) as unknown as Database,
  )
  const all: number[] = []
  for (let i = 0; i < 20; i++) {
    all.push(
      await timed(async () => {
        for (const { query, params } of asked) await pool.query(query, params)
      }),
    )
  }
  return at(sorted(all), 0.5)
}

const [teacher] = await benchStudio(db, 1, 30, 8)
const { actor, students } = teacher!
const cookie = await enter(address, teacher!.name)
const get = async (path: string) => {
  const answer = await fetch(address + path, { headers: { cookie } })
  await answer.text()
  if (!answer.ok) throw new Error(`${path}: ${answer.status}`)
}
const rows: string[][] = [['', 'events', 'p50', 'p95', 'its queries alone', 'ratio of the medians']]
let written = 0
/** The most events to go to: fewer where only a part is looked at. */
const most = Number(process.argv[3] ?? 1_000_000)
for (const events of [10_000, 100_000, 1_000_000].filter(each => each <= most)) {
  // Each batch lies further back, so that the newest lessons stay the newest.
  await giveLessons(teacher!, events - written, written === 0 ? 60 : written < 50_000 ? 700 : 6000)
  written = events
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
    ['lesson', `/api/lessons/${student.lessonId}`, (on: Database) => readLesson(on, actor, student.lessonId, now)],
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
