import { randomUUID } from 'node:crypto'
import { sql } from 'drizzle-orm'
import { openDatabase } from '../server/db/client'
import { agent, ask, ORDINARY, teachersAtWork } from './asking'
import { cpuMs, machineMs, rssMb } from './machine'
import { at, sorted, table, type BenchTeacher } from './studio'

const { DATABASE_URL, SERVER_PID, DATABASE_PID } = process.env

interface Asked {
  readonly ms: number
  readonly second: number
  readonly status: number
  readonly what: string
}
const pick = <T>(list: readonly T[]) => list[Math.floor(Math.random() * list.length)]!

interface Deed {
  readonly method: string
  readonly path: string
  readonly body?: object
}
type BenchStudent = BenchTeacher['students'][number]
const tell = ({ lessonId }: BenchStudent, event: object): Deed => ({
  method: 'POST',
  path: `/api/lessons/${lessonId!}/events`,
  body: { event: { id: randomUUID(), at: new Date().toISOString(), ...event }, deviceOffsetMs: 0 },
})
const read = (path: string): Deed => ({ method: 'GET', path })

/** What teachers' devices do, and how often of a hundred: more reading than writing, most writing passes. */
const DEEDS: Readonly<Record<string, { readonly often: number; readonly deed: (student: BenchStudent) => Deed }>> = {
  'pass': {
    often: 35,
    deed: student =>
      tell(student, {
        kind: 'pass',
        assignmentId: pick(student.assignmentIds),
        bpm: 60 + 4 * Math.floor(Math.random() * 5),
        clean: Math.random() < 0.7,
      }),
  },
  'note': {
    often: 3,
    deed: student => tell(student, { kind: 'note', assignmentId: null, text: 'thumb lower, tempo < 80' }),
  },
  'new drill': {
    often: 2,
    deed: () => ({
      method: 'POST',
      path: '/api/drills',
      body: { id: randomUUID(), name: 'Of the bench', spec: ORDINARY },
    }),
  },
  'today': { often: 15, deed: () => read('/api/today') },
  'students': { often: 10, deed: () => read('/api/students') },
  'student page': { often: 10, deed: ({ id }) => read(`/api/students/${id}`) },
  'lesson': { often: 15, deed: ({ lessonId }) => read(`/api/lessons/${lessonId}`) },
  'me': { often: 10, deed: () => read('/api/me') },
}
const HUNDRED = Object.entries(DEEDS).flatMap(([what, { often }]) => Array<string>(often).fill(what))

/**
 * Ends the lessons that are open and begins new ones, as every real hour does: no lesson goes on for ever. What was
 * given moves to the day before, so that a minute stands for a day and no day has more lessons than a teacher gives.
 */
async function turnOver(teacher: BenchTeacher, cookie: string): Promise<BenchTeacher> {
  const students = []
  for (const student of teacher.students) {
    await ask('POST', `/api/lessons/${student.lessonId}/events`, cookie, {
      event: { id: randomUUID(), at: new Date().toISOString(), kind: 'end' },
      deviceOffsetMs: 0,
    })
    const { text } = await ask('POST', '/api/lessons', cookie, { id: randomUUID(), studentId: student.id, slot: null })
    students.push({ ...student, lessonId: (JSON.parse(text) as { id: string }).id })
  }
  const { db, close } = openDatabase(DATABASE_URL!)
  await db.execute(
    sql`update lessons set started_at = started_at - interval 1 day, planned_at = planned_at - interval 1 day
        where teacher_id = ${teacher.actor.userId} and ended_at is not null`,
  )
  await close()
  return { ...teacher, students }
}
const LESSON_SECONDS = 60
/** What others may take of the machine, %, for a minute to be called its own. */
const MOST_STOLEN = 3

/**
 * So many clients, each asking again as soon as it is answered, for so many seconds. @param present Teachers with the
 * lessons they give; each minute they begin others.
 */
async function load(
  present: BenchTeacher[],
  cookies: readonly string[],
  clients: number,
  seconds: number,
  among: readonly string[] = HUNDRED,
): Promise<readonly Asked[]> {
  const began = performance.now()
  const asked: Asked[] = []
  let turned = 0
  const until = began + seconds * 1000
  await Promise.all(
    Array.from({ length: clients }, async (_, i) => {
      const k = i % present.length
      while (performance.now() < until) {
        const second = Math.floor((performance.now() - began) / 1000)
        if (i === 0 && second >= (turned + 1) * LESSON_SECONDS) {
          turned++
          for (const [t, teacher] of present.entries()) present[t] = await turnOver(teacher, cookies[t]!)
        }
        const what = pick(among)
        const { method, path, body } = DEEDS[what]!.deed(pick(present[k]!.students))
        const { ms, status } = await ask(method, path, cookies[k]!, body)
        asked.push({ ms, second, status, what })
      }
    }),
  )
  return asked
}

function figures(asked: readonly Asked[], seconds: number): string[] {
  const times = sorted(asked.map(each => each.ms))
  // A lesson that was ended while a pass was on its way answers 409: the only refusal there should be.
  const taken = asked.filter(each => each.status === 200 || each.status === 201).length
  const errors = asked.filter(each => each.status !== 409).length - taken
  return [
    `${Math.round(asked.length / seconds)}/s`,
    `p50 ${at(times, 0.5).toFixed(0)}`,
    `p95 ${at(times, 0.95).toFixed(0)}`,
    `p99 ${at(times, 0.99).toFixed(0)} ms`,
    `${errors} errors`,
    `${asked.length - errors - taken} after the end`,
  ]
}

const [mode = 'load', minutes = '5'] = process.argv.slice(2)
const { teachers, cookies } = await teachersAtWork()
if (mode === 'load') {
  const rows: string[][] = []
  // What runs for the first time is compiled and read from disk: not what is measured.
  await load(teachers, cookies, 10, 20)
  for (const clients of (process.env.CLIENTS ?? '1 10 100').split(' ').map(Number))
    rows.push([`${clients} clients, 30 s`, ...figures(await load(teachers, cookies, clients, 30), 30)])
  const seconds = Number(minutes) * 60
  const worked = () => [SERVER_PID!, DATABASE_PID!].map(cpuMs)
  const byMinute = [{ worked: worked(), machine: machineMs() }]
  const clock = setInterval(() => byMinute.push({ worked: worked(), machine: machineMs() }), 60_000)
  const asked = await load(teachers, cookies, 50, seconds)
  clearInterval(clock)
  rows.push([`50 clients, ${minutes} min`, ...figures(asked, seconds)])
  const first = asked.filter(each => each.second < 60)
  const last = asked.filter(each => each.second >= seconds - 60)
  rows.push(['  its first minute', ...figures(first, 60)], ['  its last minute', ...figures(last, 60)])
  table(rows)
  console.log(
    `last minute against the first: ${((100 * last.length) / first.length).toFixed(0)} % of the requests (aim ≥ 90 %); p95 at 50 clients ≤ 300 ms`,
  )
  for (const what of Object.keys(DEEDS)) {
    const of = (list: readonly Asked[]) => sorted(list.filter(each => each.what === what).map(each => each.ms))
    const [times, early, late] = [of(asked), of(first), of(last)]
    console.log(
      `  ${what.padEnd(14)} p50 ${at(times, 0.5).toFixed(0)} ms, p95 ${at(times, 0.95).toFixed(0)} ms of ${times.length}; p50 of the first minute ${at(early, 0.5).toFixed(0)}, of the last ${at(late, 0.5).toFixed(0)}`,
    )
  }
  // By the clock a minute is slow where the machine was busy with something else; its work tells what grew.
  const minuteOf = (each: Asked) => Math.floor(each.second / 60)
  const stolen = byMinute.slice(1).map(({ machine }, i) => {
    const before = byMinute[i]!.machine
    return (100 * (machine.stolen - before.stolen)) / (machine.all - before.all)
  })
  console.log(
    'by minute: processor time of one request, ms, server and database; what other machines took of this one:',
  )
  table(
    stolen.map((percent, minute) => {
      const done = asked.filter(each => minuteOf(each) === minute)
      const each = byMinute[minute + 1]!.worked.map((ms, i) => (ms - byMinute[minute]!.worked[i]!) / done.length)
      return [
        `  ${minute + 1}`,
        each.map(ms => ms.toFixed(2)).join(' + '),
        ...figures(done, 60),
        `${percent.toFixed(0)} % stolen`,
      ]
    }),
  )
  const own = asked.filter(each => stolen[minuteOf(each)]! < MOST_STOLEN)
  const minutesOfItsOwn = stolen.filter(percent => percent < MOST_STOLEN).length
  if (own.length > 0)
    console.log(
      `${minutesOfItsOwn} minutes in which less than ${MOST_STOLEN} % was stolen: ${figures(own, 60 * minutesOfItsOwn).join('  ')}`,
    )
  const least = new Map(['all', ...Object.keys(DEEDS)].map(what => [what, [Infinity, Infinity]]))
  // The least of three rounds: what else the machine does only ever adds.
  for (let round = 0; round < 3; round++)
    for (const [what, fewest] of least) {
      const before = worked()
      const done = await load(teachers, cookies, 4, 3, what === 'all' ? HUNDRED : [what])
      for (const [i, ms] of worked().entries()) fewest[i] = Math.min(fewest[i]!, (ms - before[i]!) / done.length)
    }
  console.log('processor time of one request, ms:')
  for (const [what, [server, database]] of least)
    console.log(`  ${what.padEnd(14)} server ${server!.toFixed(2)}, database ${database!.toFixed(2)}`)
} else if (mode === 'soak') {
  const seconds = Number(minutes) * 60
  const memory: number[] = []
  const timer = setInterval(() => memory.push(rssMb()), 60_000)
  const parts: string[][] = []
  const part = Math.min(600, seconds)
  for (let begun = 0; begun < seconds; begun += part) {
    const asked = await load(teachers, cookies, 10, part)
    parts.push([
      `minutes ${Math.round(begun / 60) + 1}–${Math.round((begun + part) / 60)}`,
      ...figures(asked, part),
      `${rssMb()} MB`,
    ])
    console.log(parts.at(-1)!.join('  '))
  }
  clearInterval(timer)
  console.log(`memory of the server by minute, MB: ${memory.join(' ')}`)
}

agent.destroy()
