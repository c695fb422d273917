import { randomUUID } from 'node:crypto'
import type { LessonEvent } from '../core/practice/log/events'
import type { openDatabase } from '../server/db/client'
import { localEngine } from '../server/engine/engine'
import { addAccount, openStudio } from '../server/subjects/people/accounts'
import type { Actor } from '../server/policy/actor'
import { createDrill } from '../server/subjects/drills/drills'
import { appendEvent } from '../server/subjects/lessons/append-event'
import { startLesson } from '../server/subjects/lessons/lessons'
import { setAssignment } from '../server/subjects/taught/assignments'
import { setSlot } from '../server/subjects/lessons/slots'
import { createStudent } from '../server/subjects/people/students'

type Pool = ReturnType<typeof openDatabase>['pool']
const EVENTS_A_LESSON = 40
const DAY_MS = 86_400_000

export const PASSWORD = 'walnut and spruce'
const PLAN = { school: 'clean-passes', startBpm: 60, targetBpm: 120, step: 4, need: 3, tooMany: 5 } as const
const SPECS = [
  [1, 2, 3, 4],
  [1, 3, 2, 4],
  [2, 4, 1, 3],
  [4, 3, 2, 1],
].map(fingers => ({ version: 1, family: 'order', order: { fingers } }))

/** A student of the bench with what is set for them and the lesson that is open. */
export interface BenchStudent {
  readonly id: string
  readonly assignmentIds: readonly string[]
  /** Left out where none is open. */
  readonly lessonId?: string
}
export interface BenchTeacher {
  readonly actor: Actor
  readonly name: string
  readonly students: readonly BenchStudent[]
}

/**
 * Makes a studio of its own with some teachers, their students and drills set.
 * @param openEach How many students of each teacher are in a lesson.
 */
export async function benchStudio(
  db: ReturnType<typeof openDatabase>['db'],
  teachers: number,
  studentsEach: number,
  drillsEach = 4,
  openEach = studentsEach,
): Promise<readonly BenchTeacher[]> {
  const now = new Date()
  const run = randomUUID().slice(0, 8)
  const owner = await openStudio(
    db,
    {
      name: 'Bench',
      zone: 'Europe/Vienna',
      owner: { signInName: `bench-${run}-0`, displayName: 'Bench 0', password: PASSWORD },
    },
    now,
  )
  const made: BenchTeacher[] = []
  for (let t = 0; t < teachers; t++) {
    const name = `bench-${run}-${t}`
    const actor =
      t === 0
        ? owner
        : await addAccount(
            db,
            owner,
            'teacher',
            { signInName: name, displayName: `Bench ${t}`, password: PASSWORD },
            now,
          )
    const versions: string[] = []
    for (const [i, spec] of SPECS.entries())
      versions.push(
        (await createDrill(db, localEngine, actor, { id: randomUUID(), name: `Drill ${i + 1}`, spec }, now)).version.id,
      )
    const students: BenchStudent[] = []
    for (let s = 0; s < studentsEach; s++) {
      const id = randomUUID()
      await createStudent(
        db,
        actor,
        {
          id,
          name: `Student ${s + 1}`,
          birthYear: 2010,
          instrument: { preset: 'classical' },
          hand: { reachMm: 78 },
          about: '',
        },
        now,
      )
      await setSlot(
        db,
        actor,
        id,
        { id: randomUUID(), weekday: (s % 7) + 1, wallTime: '16:00', minutes: 45, everyWeeks: 1 },
        now,
      )
      const assignmentIds: string[] = []
      for (let d = 0; d < drillsEach; d++)
        assignmentIds.push(
          (
            await setAssignment(
              db,
              localEngine,
              actor,
              {
                id: randomUUID(),
                studentId: id,
                drillVersionId: versions[d % versions.length]!,
                stage: 'together',
                plan: PLAN,
                targetOn: null,
              },
              now,
            )
          ).id,
        )
      if (s >= openEach) {
        students.push({ id, assignmentIds })
        continue
      }
      const { id: lessonId } = await startLesson(db, actor, { id: randomUUID(), studentId: id, slot: null }, now)
      await appendEvent(
        db,
        localEngine,
        actor,
        lessonId,
        {
          event: {
            id: randomUUID(),
            at: now.toISOString(),
            kind: 'turn',
            assignmentId: assignmentIds[0]!,
          } as LessonEvent,
          deviceOffsetMs: 0,
        },
        now,
      )
      students.push({ id, assignmentIds, lessonId })
    }
    made.push({ actor, name, students })
  }
  return made
}

/** Signs in. @returns The cookies to send. */
export async function enter(address: string, name: string, password = PASSWORD): Promise<string> {
  const answer = await fetch(`${address}/api/sign-in`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name, password }),
  })
  if (!answer.ok) throw new Error(`signing in as ${name}: ${answer.status}`)
  return answer.headers
    .getSetCookie()
    .map(cookie => cookie.split(';')[0])
    .join('; ')
}

/** The value at a share of some sorted figures. */
export const at = (sorted: readonly number[], share: number) =>
  sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0
export const sorted = (figures: readonly number[]) => figures.toSorted((a, b) => a - b)

/** Prints rows as a table. */
export function table(rows: readonly (readonly string[])[]): void {
  const widths = rows[0]!.map((_, column) => Math.max(...rows.map(row => row[column]!.length)))
  for (const row of rows)
    console.log(
      row
        .map((cell, column) => cell.padEnd(widths[column]!))
        .join('  ')
        .trimEnd(),
    )
}

/** Takes away the lessons that were given so; those that are open stay. */
export async function forgetLessons(pool: Pool, { actor }: BenchTeacher): Promise<void> {
  const connection = await pool.getConnection()
  await connection.query('SET SESSION foreign_key_checks = 0')
  await connection.query('DELETE FROM decisions WHERE studio_id = ?', [actor.studioId])
  await connection.query(
    'DELETE e FROM lesson_events e JOIN lessons l ON l.id = e.lesson_id WHERE l.studio_id = ? AND l.ended_at IS NOT NULL',
    [actor.studioId],
  )
  await connection.query('DELETE FROM hearings WHERE studio_id = ?', [actor.studioId])
  await connection.query('DELETE FROM lessons WHERE studio_id = ? AND ended_at IS NOT NULL', [actor.studioId])
  connection.destroy()
}

/**
 * Writes years of lessons straight into the log, oldest first: passes of each drill, and at the end of the lesson a
 * decision on it. What is kept beside the log is made anew after.
 */
export async function giveLessons(
  pool: Pool,
  { actor, students }: BenchTeacher,
  events: number,
  daysBack: number,
): Promise<void> {
  const lessonsEach = Math.ceil(events / students.length / EVENTS_A_LESSON)
  for (const student of students) {
    let lessons: unknown[][] = []
    let rows: unknown[][] = []
    let decided: unknown[][] = []
    const flush = async () => {
      if (lessons.length === 0) return
      await pool.query(
        'INSERT INTO lessons (id, studio_id, student_id, teacher_id, planned_at, minutes, started_at, ended_at) VALUES ?',
        [lessons],
      )
      await pool.query(
        'INSERT INTO lesson_events (id, studio_id, lesson_id, number, actor_id, kind, body, assignment_id, assignment_revision, revision, device_at, device_offset_ms, received_at) VALUES ?',
        [rows],
      )
      await pool.query(
        'INSERT INTO decisions (id, studio_id, assignment_id, revision, event_id, decision, bpm, overruled, at) VALUES ?',
        [decided],
      )
      lessons = []
      rows = []
      decided = []
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
        const kind =
          n === EVENTS_A_LESSON
            ? 'end'
            : n >= EVENTS_A_LESSON - student.assignmentIds.length
              ? 'decision'
              : ('pass' as const)
        const bpm = 60 + (l % 40)
        const decision = {
          revision: l,
          decision: 'raise',
          bpm,
          offered: 'raise',
          offeredBpm: bpm,
          offerReason: '',
          reason: null,
          supersedes: null,
        }
        const body = {
          id,
          at: when.toISOString(),
          kind,
          ...(kind !== 'end' && { assignmentId }),
          ...(kind === 'pass' && { bpm, clean: n % 3 > 0 }),
          ...(kind === 'decision' && decision),
        }
        rows.push([
          id,
          actor.studioId,
          lessonId,
          n,
          actor.userId,
          kind,
          JSON.stringify(body),
          kind === 'end' ? null : assignmentId,
          kind === 'end' ? null : 0,
          kind === 'end' ? null : l,
          when,
          0,
          when,
        ])
        if (kind === 'decision') decided.push([id, actor.studioId, assignmentId, l, id, 'raise', bpm, false, when])
      }
      if (lessons.length >= 50) await flush()
    }
    await flush()
  }
}
