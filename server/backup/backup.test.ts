import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { spawn } from 'node:child_process'
import { createHash, randomUUID } from 'node:crypto'
import { createWriteStream, existsSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { text } from 'node:stream/consumers'
import { pipeline } from 'node:stream/promises'
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate'
import { asc, eq, sql } from 'drizzle-orm'
import type { LessonEvent } from '#core/practice/log/events'
import { openDatabase } from '../db/client'
import { migrateDatabase } from '../db/migrate'
import { lessonEvents, standings, students, studios, users, writes } from '../db/tables'
import { localEngine } from '../engine/engine'
import { makeCalendarLink } from '../subjects/lessons/calendar-links'
import { appendEvent } from '../subjects/lessons/append-event'
import { startLesson } from '../subjects/lessons/lessons'
import { rememberDevice } from '../subjects/people/sign-in'
import { createStudent } from '../subjects/people/students'
import { isStudioEmpty } from '../subjects/studio/studio'
import { later, makeStudent, makeTeacher, NOW, openTestDatabase } from '../tests/studio'
import { MANIFEST, PARTS, type Manifest } from './parts'
import { restoreBackup } from './restore-backup'
import { writeBackup } from './write-backup'

const { db, close } = openTestDatabase()
const otherUrl = process.env.RESTORE_DATABASE_URL!
const other = openDatabase(otherUrl)
const folder = mkdtempSync(join(tmpdir(), 'fidactyl-backup-'))
const file = (name: string) => join(folder, name)

beforeAll(() => migrateDatabase(otherUrl, join(process.cwd(), 'server/db/migrations')))
afterAll(async () => {
  await Promise.all([close(), other.close()])
  rmSync(folder, { recursive: true, force: true })
})

const backUp = (url: string, studioId: string, path: string, now = NOW) =>
  pipeline(writeBackup(url, { studioId, now }), createWriteStream(path))
const manifestOf = (path: string) => JSON.parse(strFromU8(unzipSync(readFileSync(path))[MANIFEST]!)) as Manifest
const countHere = async () => {
  const [{ count }] = (await other.db.execute(sql`select count(*) as count from studios`))[0] as unknown as [
    { count: number },
  ]
  return Number(count)
}
/** A studio with a student, their set drill and guitar, in one database. */
async function studio() {
  const teacher = await makeTeacher(db)
  await makeStudent(db, teacher)
  const path = file(`${teacher.studioId}.zip`)
  await backUp(process.env.DATABASE_URL!, teacher.studioId, path)
  return { teacher, path }
}
/** A copy of a backup in which something was changed. */
function changed(path: string, change: (files: Record<string, Uint8Array>) => void): string {
  const files = unzipSync(readFileSync(path))
  change(files)
  const copy = file(`${Math.round(performance.now() * 1000)}.zip`)
  writeFileSync(copy, zipSync(files))
  return copy
}
type Rows = (all: Record<string, unknown>[]) => Record<string, unknown>[]
/** Replaces a part and its sums: what somebody would do who means it. */
const resealed = (path: string, table: string, rows: Rows) =>
  changed(path, files => {
    const name = `${table}.ndjson`
    const old = strFromU8(files[name]!)
      .split('\n')
      .filter(Boolean)
      .map(line => JSON.parse(line) as Record<string, unknown>)
    const next = strToU8(
      rows(old)
        .map(row => `${JSON.stringify(row)}\n`)
        .join(''),
    )
    files[name] = next
    const manifest = manifestOf(path)
    const parts = manifest.parts.map(part =>
      part.name === name
        ? { name, rows: rows(old).length, bytes: next.length, sha256: createHash('sha256').update(next).digest('hex') }
        : part,
    )
    files[MANIFEST] = strToU8(JSON.stringify({ ...manifest, parts }))
  })
const why = (path: string) =>
  restoreBackup(otherUrl, path).then(
    () => 'restored',
    (error: Error) => error.message,
  )

describe('a studio’s backup', () => {
  test('restored elsewhere and backed up again it is the same bytes but for its date', async () => {
    const { teacher, path } = await studio()
    const manifest = manifestOf(path)
    expect(manifest.parts.map(({ name }) => name)).toEqual(PARTS.map(({ table }) => `${table}.ndjson`))
    expect(manifest.parts.find(({ name }) => name === 'students.ndjson')!.rows).toBe(1)
    const steps: number[] = []
    await restoreBackup(otherUrl, path, { progress: done => steps.push(done) })
    expect(steps.at(-1)).toBe(manifest.parts.reduce((sum, { rows }) => sum + rows, 0))
    const again = file('again.zip')
    await backUp(otherUrl, teacher.studioId, again, later(60))
    const [one, two] = [unzipSync(readFileSync(path)), unzipSync(readFileSync(again))]
    for (const { table } of PARTS)
      expect([table, strFromU8(two[`${table}.ndjson`]!)]).toEqual([table, strFromU8(one[`${table}.ndjson`]!)])
    expect({ ...manifestOf(again), madeAt: null }).toEqual({ ...manifest, madeAt: null })
    // With the same date the archive as a whole is the same.
    await backUp(otherUrl, teacher.studioId, again, NOW)
    expect(Buffer.compare(readFileSync(path), readFileSync(again))).toBe(0)
  })

  test('of a time before what was taken back and decided last stood beside the log, both are written there', async () => {
    const teacher = await makeTeacher(db)
    const { studentId, assignmentId } = await makeStudent(db, teacher)
    const { id: lessonId } = await startLesson(db, teacher, { id: randomUUID(), studentId, slot: null }, NOW)
    const ids = [randomUUID(), randomUUID(), randomUUID(), randomUUID()]
    for (const [i, event] of [
      { kind: 'pass', assignmentId, bpm: 72, clean: true },
      { kind: 'pass', assignmentId, bpm: 76, clean: false },
      { kind: 'void', eventId: ids[0]! },
      {
        kind: 'decision',
        assignmentId,
        decision: 'ease',
        bpm: 69,
        revision: 0,
        offered: 'hold',
        offeredBpm: 72,
        offerReason: '',
        reason: 'tense',
        supersedes: null,
      },
    ].entries()) {
      const told = { id: ids[i]!, at: later(i).toISOString(), ...event } as LessonEvent
      await appendEvent(db, localEngine, teacher, lessonId, { event: told, deviceOffsetMs: 0 }, later(i))
    }
    const path = file('with-an-undo.zip')
    await backUp(process.env.DATABASE_URL!, teacher.studioId, path)
    const unmarked = resealed(path, 'lesson_events', rows => rows.map(({ voided: _voided, ...row }) => row))
    const older = resealed(unmarked, 'standings', rows => rows.map(({ decided: _decided, ...row }) => row))
    await restoreBackup(otherUrl, older)
    const marks = (database: typeof db) =>
      database
        .select({ number: lessonEvents.number, voided: lessonEvents.voided, bpm: lessonEvents.bpm })
        .from(lessonEvents)
        .where(eq(lessonEvents.lessonId, lessonId))
        .orderBy(asc(lessonEvents.number))
    expect(await marks(other.db)).toEqual([
      { number: 1, voided: true, bpm: 72 },
      { number: 2, voided: false, bpm: 76 },
      { number: 3, voided: false, bpm: null },
      { number: 4, voided: false, bpm: 69 },
    ])
    expect(await marks(other.db)).toEqual(await marks(db))
    const stands = await other.db.select().from(standings).where(eq(standings.assignmentId, assignmentId))
    expect(stands).toMatchObject([{ revision: 1, decided: 'ease' }])
  })

  test('holds one studio only, all of it, and neither devices nor attempts', async () => {
    const [mine, others] = [await studio(), await studio()]
    const text = Object.values(unzipSync(readFileSync(mine.path)))
      .map(each => strFromU8(each))
      .join('')
    expect(text).toContain(mine.teacher.userId)
    expect(text).not.toContain(others.teacher.studioId)
    expect(text).not.toContain(others.teacher.userId)
  })

  test('what is here already stays as it is', async () => {
    const { path, teacher } = await studio()
    await restoreBackup(otherUrl, path)
    expect(await why(path)).toMatch(/is here already/)
    expect((await other.db.select().from(users)).filter(({ studioId }) => studioId === teacher.studioId)).toHaveLength(
      1,
    )
  })
})

describe('a backup that is damaged', () => {
  test('is refused in one sentence, and changes nothing', async () => {
    const { path, teacher } = await studio()
    const whole = readFileSync(path)
    const before = await countHere()
    const cut = file('cut.zip')
    const cases: [string, RegExp][] = []
    for (const length of [0, 3, 200, Math.floor(whole.length / 2), whole.length - 400]) {
      writeFileSync(`${cut}${length}`, whole.subarray(0, length))
      cases.push([`${cut}${length}`, /empty|cut off|damaged|no ZIP/])
    }
    writeFileSync(file('text'), 'Dear teacher')
    cases.push([file('text'), /no ZIP archive/])
    cases.push([
      changed(path, files => (files['students.ndjson'] = strToU8(`${strFromU8(files['students.ndjson']!)} `))),
      /students.ndjson is not what it was/,
    ])
    cases.push([changed(path, files => delete files['drills.ndjson']), /drills.ndjson is missing/])
    cases.push([changed(path, files => (files['../x'] = strToU8('x'))), /holds “\.\.\/x”/])
    cases.push([changed(path, files => (files[MANIFEST] = strToU8('{}'))), /manifest says something else/])
    cases.push([
      changed(path, files => {
        files[MANIFEST] = strToU8(JSON.stringify({ ...manifestOf(path), schema: 999 }))
      }),
      /made by a newer version/,
    ])
    for (const [damaged, expected] of cases) expect(await why(damaged)).toMatch(expected)
    expect(await countHere()).toBe(before)
    expect((await other.db.select().from(studios)).some(({ id }) => id === teacher.studioId)).toBe(false)
  })

  test('one that is sound by its sums but refers to nothing, or to others, changes nothing', async () => {
    const { path, teacher } = await studio()
    const forged = (table: string, rows: Rows) => resealed(path, table, rows)
    const nobody = '11111111-1111-4111-8111-111111111111'
    expect(await why(forged('students', rows => rows.map(row => ({ ...row, teacher_id: nobody }))))).toMatch(
      /refers to one of users/,
    )
    expect(await why(forged('students', rows => rows.map(row => ({ ...row, studio_id: nobody }))))).toMatch(
      /rows of another studio/,
    )
    expect(await why(forged('students', rows => rows.map(row => ({ ...row, admin: 1 }))))).toMatch(
      /a column this version does not know/,
    )
    const mine = await makeTeacher(db)
    await other.db.insert(studios).values({ id: mine.studioId, name: 'Theirs', zone: 'Europe/London', createdAt: NOW })
    const theirs = await db
      .select()
      .from(users)
      .then(all => all.find(({ id }) => id === mine.userId)!)
    await other.db.insert(users).values(theirs)
    expect(await why(forged('writes', rows => rows.map(row => ({ ...row, actor_id: mine.userId }))))).toMatch(
      /writes has rows of another studio/,
    )
    const unsaid = changed(path, files => {
      const manifest = manifestOf(path)
      const parts = manifest.parts.filter(({ name }) => name !== 'students.ndjson')
      files[MANIFEST] = strToU8(JSON.stringify({ ...manifest, parts }))
    })
    expect(await why(unsaid)).toMatch(/says nothing of students/)
    expect(await why(forged('assignments', rows => rows.map(row => ({ ...row, position: 'first' }))))).toMatch(
      /refused a row/,
    )
    expect((await other.db.select().from(students)).some(({ studioId }) => studioId === teacher.studioId)).toBe(false)
  })

  test('one that unpacks to far more than a studio holds is refused before it does', async () => {
    const { path } = await studio()
    const bomb = changed(path, files => {
      files['writes.ndjson'] = Buffer.alloc(60_000_000, `{}${' '.repeat(100_000)}\n`)
    })
    expect(readFileSync(bomb).length).toBeLessThan(300_000)
    expect(await why(bomb)).toMatch(/unpacks to far more/)
  })

  test('given up in the middle it leaves nothing', async () => {
    const { path, teacher } = await studio()
    const stop = new AbortController()
    stop.abort()
    await expect(restoreBackup(otherUrl, path, { signal: stop.signal })).rejects.toThrow(/abort/i)
    expect((await other.db.select().from(studios)).some(({ id }) => id === teacher.studioId)).toBe(false)
  })
})

describe('a backup in the place of an empty studio', () => {
  const instead = (path: string, studioId: string) => restoreBackup(otherUrl, path, { instead: studioId })
  const studiosThere = async () => (await other.db.select({ id: studios.id }).from(studios)).map(({ id }) => id)

  test('takes it away with its accounts, also where somebody signs in by the same name', async () => {
    const { path, teacher } = await studio()
    const fresh = await makeTeacher(other.db, { signInName: teacher.signInName })
    await makeCalendarLink(other.db, fresh, { id: randomUUID(), name: 'phone', names: 'none' }, NOW)
    await rememberDevice(other.db, fresh.userId, 'a device', NOW)
    await instead(path, fresh.studioId)
    const there = await studiosThere()
    expect([there.includes(fresh.studioId), there.includes(teacher.studioId)]).toEqual([false, true])
    const signIns = await other.db.select().from(users)
    expect(signIns.filter(({ signInName }) => signInName === teacher.signInName)).toMatchObject([
      { id: teacher.userId },
    ])
  })

  test('never takes away one in which anything was entered', async () => {
    const { path, teacher } = await studio()
    const busy = await makeTeacher(other.db)
    await createStudent(
      other.db,
      busy,
      { id: randomUUID(), name: 'Ada', birthYear: null, instrument: { preset: 'half' }, hand: {}, about: '' },
      NOW,
    )
    await expect(instead(path, busy.studioId)).rejects.toThrow(/empty studio only/)
    const there = await studiosThere()
    expect([there.includes(busy.studioId), there.includes(teacher.studioId)]).toEqual([true, false])
    expect(await isStudioEmpty(other.pool, busy)).toBe(false)
  })

  test('leaves the empty one as it was where the backup turns out to be damaged', async () => {
    const { path } = await studio()
    const fresh = await makeTeacher(other.db)
    expect(await isStudioEmpty(other.pool, fresh)).toBe(true)
    const lost = changed(path, files => {
      const manifest = JSON.parse(strFromU8(files[MANIFEST]!)) as Manifest
      const text = strFromU8(files['drills.ndjson']!).replaceAll(
        /"teacher_id":"[^"]+"/g,
        `"teacher_id":"${randomUUID()}"`,
      )
      files['drills.ndjson'] = strToU8(text)
      const sha256 = createHash('sha256').update(text).digest('hex')
      files[MANIFEST] = strToU8(
        JSON.stringify({
          ...manifest,
          parts: manifest.parts.map(part =>
            part.name === 'drills.ndjson' ? { ...part, sha256, bytes: text.length } : part,
          ),
        }),
      )
    })
    await expect(instead(lost, fresh.studioId)).rejects.toThrow(/refers to one of/)
    expect(await studiosThere()).toContain(fresh.studioId)
  })
})

describe('the command line', () => {
  // The program itself and nothing around it, so that what is ended is what works.
  const run = (script: string, words: readonly string[], url: string) =>
    spawn(process.execPath, ['--import', 'tsx', join('bin', script), ...words], {
      env: { ...process.env, DATABASE_URL: url },
    })
  const ended = (child: ReturnType<typeof run>) =>
    new Promise<{ code: number | null; signal: string | null }>(resolve =>
      child.once('exit', (code, signal) => resolve({ code, signal })),
    )
  /** A studio with many rows, so that a restore has a middle. */
  async function large() {
    const teacher = await makeTeacher(db)
    for (let i = 0; i < 8; i++)
      await db
        .insert(writes)
        .values(
          Array.from({ length: 2500 }, () => ({
            actorId: teacher.userId,
            id: randomUUID(),
            bodyHash: 'x'.repeat(64),
            answer: { text: 'x'.repeat(60) },
            at: NOW,
          })),
        )
    const path = file(`${teacher.studioId}.zip`)
    await backUp(process.env.DATABASE_URL!, teacher.studioId, path)
    return { teacher, path }
  }

  test('ended by force in the middle of a restore leaves the database as it was, and the next one goes through', async () => {
    const { teacher, path } = await large()
    const child = run('restore.ts', [path], otherUrl)
    await new Promise<void>(resolve => child.stderr.once('data', () => resolve()))
    child.kill('SIGKILL')
    expect(await ended(child)).toMatchObject({ signal: 'SIGKILL' })
    const there = async () => (await other.db.select().from(studios)).some(({ id }) => id === teacher.studioId)
    // The database takes back what was begun as soon as it sees that nobody is there any more.
    expect(await there()).toBe(false)
    expect(await other.db.select().from(writes).where(eq(writes.actorId, teacher.userId)).limit(1)).toEqual([])
    expect(await ended(run('restore.ts', [path], otherUrl))).toEqual({ code: 0, signal: null })
    expect(await there()).toBe(true)
  })

  test('a full disk in the middle of a backup is told in one line, and leaves no file', async () => {
    const teacher = await makeTeacher(db)
    const name = `The full disk ${teacher.studioId}`
    await db.update(studios).set({ name }).where(eq(studios.id, teacher.studioId))
    const out = file('full.zip')
    // Whatever is written there, the disk is full.
    symlinkSync('/dev/full', `${out}.part`)
    const child = run('backup.ts', ['--out', out, '--studio', name], process.env.DATABASE_URL!)
    const said = text(child.stderr)
    expect(await ended(child)).toEqual({ code: 2, signal: null })
    expect((await said).split(/[\r\n]/).filter(line => /could not be written: ENOSPC/.test(line))).toHaveLength(1)
    expect([existsSync(out), existsSync(`${out}.part`)]).toEqual([false, false])
  })
})
