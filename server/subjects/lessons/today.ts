import { and, eq, gte, isNull, lt, or } from 'drizzle-orm'
import { unionAll } from 'drizzle-orm/mysql-core'
import { careOf } from '#core/hand/care'
import { attentionOf } from '#core/practice/attention'
import { dayClock, dayPlus, instantOf, localDay } from '#core/practice/schedule/local-time'
import { heldOn } from '#core/practice/schedule/occurrences'
import type { Need, TodayLesson, TodayPage } from '#shared/contracts/lessons/answers'
import type { AssignmentStanding } from '#shared/contracts/taught/answers'
import type { Database } from '../../db/client'
import { placeholder, preparedQuery } from '../../db/prepared'
import { lessons, type students } from '../../db/tables'
import type { Actor } from '../../policy/actor'
import { standingsOf } from '../taught/set-drills'
import { presentStudents, slotsOf } from './timetable'

type Lesson = typeof lessons.$inferSelect
type Student = typeof students.$inferSelect

const faceOf = ({ id, name, hand, habits, pain }: Student) => ({ id, name, care: careOf(hand, habits ?? {}, pain) })

/** Lessons that were begun, of some places in the plan. */
const begunOf = async (
  db: Database,
  { studioId }: Actor,
  places: readonly { readonly slotId: string; readonly slotDay: string }[],
) =>
  places.length === 0
    ? []
    : db
        .select({ slotId: lessons.slotId, slotDay: lessons.slotDay })
        .from(lessons)
        .where(
          and(
            eq(lessons.studioId, studioId),
            or(...places.map(each => and(eq(lessons.slotId, each.slotId), eq(lessons.slotDay, each.slotDay)))),
          ),
        )

/** What is over, or will not be, goes below what is to come. */
const isOver = ({ state }: TodayLesson) => state === 'ended' || state === 'cancelled'
const toComeFirst = (a: TodayLesson, b: TodayLesson) => Number(isOver(a)) - Number(isOver(b)) || (a.at < b.at ? -1 : 1)

const drillsOf = (set: readonly AssignmentStanding[]) =>
  set.map(each => ({ name: each.drillName, toTempo: each.toTempo, bpm: each.bpm, targetBpm: each.plan.targetBpm }))

const mine = and(eq(lessons.studioId, placeholder('studioId')), eq(lessons.teacherId, placeholder('teacherId')))
/**
 * Three questions in one, for each has an index of its own: begun that day, planned for it whenever begun, still open.
 * A lesson may be an answer to two of them.
 */
const lessonsOfDay = preparedQuery(db =>
  unionAll(
    db
      .select()
      .from(lessons)
      .where(and(mine, gte(lessons.startedAt, placeholder('from')), lt(lessons.startedAt, placeholder('to')))),
    db
      .select()
      .from(lessons)
      .where(and(mine, eq(lessons.slotDay, placeholder('day')))),
    db
      .select()
      .from(lessons)
      .where(and(mine, isNull(lessons.endedAt), lt(lessons.startedAt, placeholder('from')))),
  ),
)

/**
 * A day of the teacher's: its lessons in order, and what needs attention.
 * @param day Local day of the studio; the present one when left out.
 */
export async function readToday(
  db: Database,
  actor: Actor,
  now: Date,
  day = localDay(now.toISOString(), actor.zone),
): Promise<TodayPage> {
  const from = new Date(instantOf(day, '00:00', actor.zone))
  const to = new Date(instantOf(dayPlus(day, 1), '00:00', actor.zone))
  const [own, asked] = await Promise.all([
    presentStudents(db, actor),
    lessonsOfDay(db, { studioId: actor.studioId, teacherId: actor.userId, from, to, day }),
  ])
  const ids = own.map(student => student.id)
  if (ids.length === 0) return { day, lessons: [], needs: [] }
  const byId = new Map(own.map(student => [student.id, student]))
  const [slots, set] = await Promise.all([slotsOf(db, actor, ids), standingsOf(db, ids, { actor, today: day })])
  const known = [...new Map(asked.map(lesson => [lesson.id, lesson])).values()].filter(lesson =>
    byId.has(lesson.studentId),
  )
  const begun = known.filter(lesson => lesson.slotDay === day || (lesson.startedAt >= from && lesson.startedAt < to))
  const unfinished = known.filter(lesson => lesson.endedAt === null && lesson.startedAt < from)
  const dayOf = dayClock(actor.zone)
  const lessonOf = (lesson: Lesson): TodayLesson => {
    const student = byId.get(lesson.studentId)!
    return {
      lessonId: lesson.id,
      slot: null,
      student: faceOf(student),
      at: lesson.plannedAt.toISOString(),
      minutes: lesson.minutes,
      state: lesson.endedAt ? 'ended' : 'running',
      moved: false,
      why: null,
      drills: drillsOf(set.get(student.id)!),
    }
  }
  const held = slots.flatMap(slot => heldOn(slot, day).map(each => ({ slot, ...each })))
  // One that was moved here may have been begun on another day.
  const elsewhere = await begunOf(
    db,
    actor,
    held.filter(each => each.day !== day).map(each => ({ slotId: each.slot.id, slotDay: each.day })),
  )
  const planned = held
    .filter(
      ({ slot, day: own }) =>
        ![...begun, ...elsewhere].some(lesson => lesson.slotId === slot.id && lesson.slotDay === own),
    )
    .map(({ slot, day: own, at, state }): TodayLesson => {
      const student = byId.get(slot.studentId)!
      return {
        lessonId: null,
        slot: { id: slot.id, day: own },
        student: faceOf(student),
        at,
        minutes: slot.minutes,
        state: state === 'cancelled' ? 'cancelled' : 'planned',
        moved: state === 'moved',
        why: slot.exceptions.find(each => each.day === own && state !== 'in-place')?.why ?? null,
        drills: drillsOf(set.get(student.id)!),
      }
    })
  return {
    day,
    lessons: [...begun.map(lessonOf), ...planned].sort(toComeFirst),
    needs: [
      ...unfinished.map((lesson): Need => {
        const student = byId.get(lesson.studentId)!
        return { kind: 'unfinished', student: { id: student.id, name: student.name }, lessonId: lesson.id }
      }),
      ...own.flatMap(({ id, name, habits, pain, lastLessonAt }): readonly Need[] => {
        const lastLessonOn = lastLessonAt ? dayOf(lastLessonAt.getTime()) : undefined
        return attentionOf({ drills: set.get(id)!, pain, reviewOn: habits?.reviewOn, lastLessonOn, today: day }).map(
          each => ({ ...each, student: { id, name } }),
        )
      }),
    ],
  }
}
