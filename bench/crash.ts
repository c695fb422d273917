import { randomUUID } from 'node:crypto'
import { spawn, type ChildProcess } from 'node:child_process'
import { setTimeout as wait } from 'node:timers/promises'
import { asc, eq, inArray } from 'drizzle-orm'
import type { LessonEvent } from '../core/practice/log/events'
import { foldLesson } from '../core/practice/log/fold'
import { openDatabase } from '../server/db/client'
import { hearings, lessonEvents, lessons, standings } from '../server/db/tables'
import { rebuildTallies } from '../server/subjects/lessons/rebuild'
import { benchStudio, enter } from './studio'

// Run by scripts/crash.sh, which starts the database and says how to start it again.
const { DATABASE_URL, PORT_APP, DB_COMMAND } = process.env
const rounds = Number(process.argv[2] ?? 200)
const address = `http://127.0.0.1:${PORT_APP}`
const [dbCommand, ...dbArguments] = DB_COMMAND!.split('\n')

let server!: ChildProcess
let database!: ChildProcess
const gone = (child: ChildProcess) =>
  new Promise<void>(resolve =>
    child.exitCode !== null || child.signalCode !== null ? resolve() : child.once('exit', () => resolve()),
  )

function startServer() {
  server = spawn('node', ['.output/server/index.mjs'], {
    env: { ...process.env, NITRO_HOST: '127.0.0.1', NITRO_PORT: PORT_APP, NODE_ENV: 'production' },
    stdio: 'ignore',
  })
}
function startDatabase() {
  database = spawn(dbCommand!, dbArguments, { stdio: 'ignore' })
}
async function up() {
  for (let tries = 0; tries < 600; tries++) {
    if (
      await fetch(`${address}/api/health`).then(
        answer => answer.ok,
        () => false,
      )
    )
      return
    await wait(50)
  }
  throw new Error('it did not come up again within half a minute')
}

startDatabase()
for (let tries = 0; ; tries++) {
  const probe = openDatabase(DATABASE_URL!)
  const answers = await probe.pool.query('SELECT 1').then(
    () => true,
    () => false,
  )
  await probe.close()
  if (answers) break
  if (tries > 300) throw new Error('the database did not start')
  await wait(100)
}
const made = openDatabase(DATABASE_URL!)
const teachers = await benchStudio(made.db, 3, 2)
await made.close()
startServer()
await up()

/**
 * A device that puts down events one after the other and asks again until it is answered for good, as the app's outbox
 * does.
 */
interface Device {
  readonly lessonId: string
  readonly assignmentIds: readonly string[]
  readonly cookie: string
  readonly acknowledged: string[]
  readonly live: Set<string>
  sent: number
  retried: number
  odd: number
}
const devices: Device[] = []
for (const teacher of teachers) {
  const cookie = await enter(address, teacher.name)
  for (const { lessonId, assignmentIds } of teacher.students)
    devices.push({
      lessonId: lessonId!,
      assignmentIds,
      cookie,
      acknowledged: [],
      live: new Set(),
      sent: 0,
      retried: 0,
      odd: 0,
    })
}
let running = true

async function run(device: Device) {
  while (running) {
    const passes = [...device.live]
    const undo =
      passes.length > 0 && Math.random() < 0.1 ? passes[Math.floor(Math.random() * passes.length)] : undefined
    const id = randomUUID()
    const event = {
      id,
      at: new Date().toISOString(),
      ...(undo
        ? { kind: 'void', eventId: undo }
        : { kind: 'pass', assignmentId: device.assignmentIds[0], bpm: 60, clean: Math.random() < 0.6 }),
    }
    device.sent++
    for (;;) {
      const status = await fetch(`${address}/api/lessons/${device.lessonId}/events`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', 'cookie': device.cookie },
        body: JSON.stringify({ event, deviceOffsetMs: 0 }),
      }).then(
        async answer => {
          await answer.text()
          return answer.status
        },
        () => 0,
      )
      if (status === 201) break
      if (status !== 0 && status !== 503) device.odd++
      device.retried++
      await wait(50 + Math.random() * 100)
    }
    device.acknowledged.push(id)
    if (undo) device.live.delete(undo)
    else device.live.add(id)
    await wait(Math.random() * 20)
  }
}
const load = devices.map(run)

const killed = { server: 0, database: 0, both: 0 }
for (let round = 1; round <= rounds; round++) {
  await wait(200 + Math.random() * 900)
  const which = (['server', 'database', 'both'] as const)[Math.floor(Math.random() * 3)]!
  killed[which]++
  if (which !== 'database') server.kill('SIGKILL')
  if (which !== 'server') database.kill('SIGKILL')
  if (which !== 'database') {
    await gone(server)
    startServer()
  }
  if (which !== 'server') {
    await gone(database)
    startDatabase()
  }
  await up()
  if (round % 10 === 0)
    process.stderr.write(
      `\r  ${round} rounds, ${devices.reduce((sum, device) => sum + device.acknowledged.length, 0)} events acknowledged`,
    )
}
await wait(1000)
running = false
await Promise.all(load)

const { db, close } = openDatabase(DATABASE_URL!)
let [lost, doubled, unasked, wrongSums] = [0, 0, 0, 0]
for (const device of devices) {
  const log = await db
    .select()
    .from(lessonEvents)
    .where(eq(lessonEvents.lessonId, device.lessonId))
    .orderBy(asc(lessonEvents.number))
  const stored = new Set(log.map(row => row.id))
  const asked = new Set(device.acknowledged)
  lost += device.acknowledged.filter(id => !stored.has(id)).length
  doubled += log.length - stored.size
  // One event a device was written before the trial: the turn to the first drill.
  unasked += log.filter(row => row.number > 1 && !asked.has(row.id)).length
  const numbers = log.map(row => row.number)
  if (numbers.some((number, i) => number !== i + 1)) doubled++
  const { passes } = foldLesson(log.map(row => row.body as LessonEvent))
  const [lesson] = await db.select().from(lessons).where(eq(lessons.id, device.lessonId))
  if (lesson!.passes !== passes.length || passes.length !== device.live.size) wrongSums++
}
const assignmentIds = devices.map(device => device.assignmentIds[0]!)
const kept = async () =>
  JSON.stringify([
    await db
      .select()
      .from(standings)
      .where(inArray(standings.assignmentId, assignmentIds))
      .orderBy(asc(standings.assignmentId)),
    await db
      .select()
      .from(hearings)
      .where(inArray(hearings.assignmentId, assignmentIds))
      .orderBy(asc(hearings.assignmentId), asc(hearings.lessonId)),
  ])
const before = await kept()
await rebuildTallies(db)
const sameSums = before === (await kept())
await close()
server.kill('SIGTERM')
await gone(server)
database.kill('SIGTERM')
await gone(database)
const total = (of: (device: Device) => number) => devices.reduce((sum, device) => sum + of(device), 0)
console.log(`\n${rounds} rounds of SIGKILL: server ${killed.server}, database ${killed.database}, both ${killed.both}`)
console.log(
  `${total(device => device.acknowledged.length)} events acknowledged, ${total(device => device.retried)} tries answered with nothing or 503, ${total(device => device.odd)} with anything else`,
)
console.log(
  `lost ${lost}, doubled ${doubled}, stored but never sent ${unasked}, lessons whose sums are wrong ${wrongSums}, sums made anew are ${sameSums ? 'the same' : 'OTHERS'}`,
)
process.exitCode = lost + doubled + unasked + wrongSums === 0 && sameSums ? 0 : 1
