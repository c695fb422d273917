import { groundsInWords } from '#core/wording/decision'
import { randomUUID } from 'node:crypto'
import { and, eq } from 'drizzle-orm'
import { standingOf, type DecisionMade, type PassHeard } from '#core/practice/log/standing'
import type { Fault } from '#core/schema/faults'
import type { LessonEvent, LessonEventOf } from '#core/practice/log/events'
import { dayPlus, instantOf, localDay, localIso, weekdayOf } from '#core/practice/schedule/local-time'
import { fallsOn } from '#core/practice/schedule/weekly'
import { instrumentSchema } from '#core/schema/fields'
import { naturalPath } from '#core/stages/natural-path'
import { plannedPath } from '#core/stages/stage-plan'
import type { Spec } from '#core/schema/parse'
import { planSchema, type Plan } from '#core/schema/plan-fields'
import type { Database } from '../server/db/client'
import { lessonSlots, stages } from '../server/db/tables'
import { addAccount, openStudio } from '../server/subjects/people/accounts'
import type { Actor } from '../server/policy/actor'
import { localEngine } from '../server/engine/engine'
import { createDrill } from '../server/subjects/drills/drills'
import { createInstrument } from '../server/subjects/people/instruments'
import { appendEvent } from '../server/subjects/lessons/append-event'
import { startLesson } from '../server/subjects/lessons/lessons'
import { setAssignment } from '../server/subjects/taught/assignments'
import { logPractice } from '../server/subjects/practice/practice'
import { createProgramme, setFavourite } from '../server/subjects/drills/shelf'
import { ownAssignment } from '../server/policy/access'
import { giveHomework } from '../server/subjects/practice/homework'
import { setSlot } from '../server/subjects/lessons/slots'
import { createStudent } from '../server/subjects/people/students'
import {
  DRILLS,
  FIRST_YEAR,
  GUITARS,
  NOTES,
  OTHER_STUDENTS,
  STUDENTS,
  STUDIO,
  TEACHERS,
  type DemoSet,
  type DemoStudent,
} from './studio'

/** A repeatable stream of numbers in 0–1 (mulberry32), so that two loads on one day tell the same story. */
function stream(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let mixed = Math.imul(state ^ (state >>> 15), state | 1)
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61)
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296
  }
}

/** A drill as it is followed through the months. */
interface Followed {
  readonly set: DemoSet
  readonly assignmentId: string
  readonly setAt: Date
  readonly plan: Plan
  readonly passes: PassHeard[]
  readonly decisions: (DecisionMade & { id: string })[]
}

/** Loads the invented studio, its months of lessons made by the same services that a teacher's clicks reach. */
export async function loadDemo(db: Database, password: string, now: Date): Promise<void> {
  const begin = new Date(now.getTime() - 200 * 86_400_000)
  const [first, second] = TEACHERS
  const owner = await openStudio(db, { ...STUDIO, owner: { ...first, password } }, begin)
  const teacher = await addAccount(db, owner, 'teacher', { ...second, password }, begin)
  await loadTeacher(db, owner, STUDENTS, now)
  await loadTeacher(db, teacher, OTHER_STUDENTS, now)
}

async function loadTeacher(db: Database, actor: Actor, people: readonly DemoStudent[], now: Date) {
  const wanted = new Set(people.flatMap(student => student.set.map(set => set.drill)))
  const versions: Versions = new Map()
  const drillIds = new Map<string, string>()
  for (const [i, drill] of DRILLS.filter(each => actor.role === 'owner' || wanted.has(each.name)).entries()) {
    const { id: drillId, version } = await createDrill(
      db,
      localEngine,
      actor,
      { id: randomUUID(), ...drill },
      new Date(now.getTime() - (190 - i) * 86_400_000),
    )
    versions.set(drill.name, version)
    drillIds.set(drill.name, drillId)
  }
  const guitars = new Map<string, string>()
  if (actor.role === 'owner') {
    const refs = FIRST_YEAR.map(name => drillIds.get(name)!)
    await createProgramme(db, actor, { id: randomUUID(), name: 'First year', refs }, now)
    await setFavourite(db, actor, { id: randomUUID(), ref: refs[0]!, kept: true }, now)
    for (const guitar of GUITARS) {
      const { id } = await createInstrument(
        db,
        actor,
        { id: randomUUID(), name: guitar.name, choice: instrumentSchema.parse(guitar.choice) },
        new Date(now.getTime() - 195 * 86_400_000),
      )
      guitars.set(guitar.name, id)
    }
  }
  await Promise.all(
    people.map((student, i) => loadStudent(db, actor, student, { versions, guitars }, now, stream(4711 + i * 97))),
  )
}

/** Ids of what was loaded before the students, by name. */
interface Loaded {
  readonly versions: Versions
  readonly guitars: ReadonlyMap<string, string>
}

async function loadStudent(
  db: Database,
  actor: Actor,
  student: DemoStudent,
  { versions, guitars }: Loaded,
  now: Date,
  random: () => number,
) {
  const today = localDay(now.toISOString(), STUDIO.zone)
  const began = new Date(now.getTime() - student.sinceWeeks * 7 * 86_400_000)
  const studentId = randomUUID()
  await createStudent(
    db,
    actor,
    {
      id: studentId,
      name: student.name,
      birthYear: now.getUTCFullYear() - student.age,
      instrument: student.instrument,
      instrumentId: student.guitar ? guitars.get(student.guitar)! : null,
      hand: student.hand,
      habits: {
        ...student.habits,
        ...(student.reviewInWeeks && { reviewOn: dayPlus(today, student.reviewInWeeks * 7) }),
      },
      about: student.about,
    },
    began,
  )
  const { daysFromToday, ...lesson } = student.lesson
  const slotId = randomUUID()
  await setSlot(
    db,
    actor,
    studentId,
    { id: slotId, weekday: weekdayOf(dayPlus(today, daysFromToday)), ...lesson },
    began,
  )
  const [slot] = await db.select().from(lessonSlots).where(eq(lessonSlots.id, slotId))
  const followed: Followed[] = []
  for (const set of student.set) followed.push(await follow(db, actor, studentId, set, versions, now))
  const days = Array.from({ length: student.sinceWeeks * 7 }, (_, i) =>
    dayPlus(today, i - student.sinceWeeks * 7),
  ).filter(day => fallsOn(slot!, day))
  // A stream of its own: what is told of home changes nothing of the lessons.
  const atHome = stream(student.name.length * 131)
  for (const day of days) {
    // Now and then a lesson is missed.
    if (random() < 0.07) continue
    const at = new Date(instantOf(day, lesson.wallTime, STUDIO.zone))
    await giveLesson(db, actor, { studentId, slotId, day, at, growth: student.growth }, followed, random)
    if (student.practises && day >= dayPlus(today, -PRACTICE_DAYS))
      await tellPractice(db, actor, studentId, { ...student.practises, day, at }, followed, atHome)
  }
  await takeHome(db, actor, studentId, followed, new Date(instantOf(days.at(-1)!, lesson.wallTime, STUDIO.zone)))
}

/** Minutes a day that the demo's students practise each drill. */
const MINUTES_EACH = 5

/** What a student was given to practise in the last lesson. */
async function takeHome(db: Database, actor: Actor, studentId: string, followed: readonly Followed[], at: Date) {
  const drills = await Promise.all(
    followed.map(async ({ assignmentId, set, plan, decisions }) => {
      const { revision, stage } = await ownAssignment(db, actor, assignmentId)
      const [row] = await db
        .select({ name: stages.name })
        .from(stages)
        .where(and(eq(stages.assignmentId, assignmentId), eq(stages.number, stage)))
      const timed = plan.school !== 'untimed'
      return {
        assignmentId,
        taught: revision,
        drillName: set.drill,
        stage: row!.name,
        bpm: timed ? (decisions.at(-1)?.bpm ?? plan.startBpm) : null,
        targetBpm: timed ? plan.targetBpm : null,
        minutes: MINUTES_EACH,
      }
    }),
  )
  if (drills.length === 0) return
  const given = { form: 'compact' as const, minutesADay: MINUTES_EACH * drills.length, drills, note: null }
  await giveHomework(db, actor, studentId, { id: randomUUID(), lessonId: null, given }, at)
}

/** Days before today of which something is told of practice at home. */
const PRACTICE_DAYS = 56

/** What a student tells of the week before a lesson. */
async function tellPractice(
  db: Database,
  actor: Actor,
  studentId: string,
  week: { readonly days: number; readonly minutes: number; readonly day: string; readonly at: Date },
  followed: readonly Followed[],
  random: () => number,
) {
  const entries = followed
    .filter(drill => drill.setAt < week.at)
    .flatMap(drill =>
      Array.from({ length: week.days }, (_, i) => ({
        assignmentId: drill.assignmentId,
        day: dayPlus(week.day, i - week.days - 1),
        minutes: Math.round(week.minutes * (0.7 + 0.6 * random())),
        bpm: drill.decisions.at(-1)?.bpm ?? drill.plan.startBpm,
        feel: (['fresh', 'easy', 'warm', 'easy', 'tired'] as const)[Math.floor(5 * random())]!,
        clean: 0,
      })),
    )
  if (entries.length > 0) await logPractice(db, actor, studentId, { id: randomUUID(), entries }, week.at)
}

type Versions = Map<string, { readonly id: string; readonly spec: Spec }>

async function follow(
  db: Database,
  actor: Actor,
  studentId: string,
  set: DemoSet,
  versions: Versions,
  now: Date,
): Promise<Followed> {
  const setAt = new Date(now.getTime() - set.setWeeksAgo * 7 * 86_400_000)
  const assignmentId = randomUUID()
  const { startBpm, targetBpm, school = 'clean-passes' } = set
  const main: Plan = planSchema.parse({ school, startBpm, targetBpm })
  const version = versions.get(set.drill)!
  const natural = plannedPath(naturalPath(version.spec), main)
  // A stage of its path, or another name for the last: the drill as it is.
  const named = natural.findIndex(stage => stage.name === set.stage)
  const at = named < 0 ? natural.length - 1 : named
  const { change, plan } = natural[at]!
  const targetOn = dayPlus(localDay(setAt.toISOString(), STUDIO.zone), set.weeks * 7)
  await setAssignment(
    db,
    localEngine,
    actor,
    {
      id: assignmentId,
      studentId,
      drillVersionId: version.id,
      before: natural.slice(0, at),
      stage: set.stage,
      change,
      plan,
      after: natural.slice(at + 1),
      targetOn,
    },
    setAt,
  )
  return { set, assignmentId, setAt, plan, passes: [], decisions: [] }
}

/** Writes down what happens next in a lesson, some seconds after what came before. */
type Record = (event: Happening, seconds: number) => Promise<LessonEvent>
type Happening = { [K in LessonEvent['kind']]: Omit<LessonEventOf<K>, 'id' | 'at'> }[LessonEvent['kind']]

/** Faults of the demo, by turns: every third lesson has one, so that none stands out as coming again. */
const DEMO_FAULTS: readonly Fault[] = ['flying-finger', 'hands-not-together', 'rushing', 'lifted-early', 'tension']
function faultOf(day: string, drill: string): Fault | null {
  const [week, own] = [Math.floor(Date.parse(day) / 604_800_000), drill.length]
  return (week + own) % 3 === 0 ? DEMO_FAULTS[(Math.floor(week / 3) + own) % DEMO_FAULTS.length]! : null
}

interface Given {
  readonly studentId: string
  readonly slotId: string
  readonly day: string
  readonly at: Date
  readonly growth: number
}

async function giveLesson(
  db: Database,
  actor: Actor,
  given: Given,
  followed: readonly Followed[],
  random: () => number,
) {
  const { id } = await startLesson(
    db,
    actor,
    { id: randomUUID(), studentId: given.studentId, slot: { id: given.slotId, day: given.day } },
    given.at,
  )
  let clock = given.at.getTime()
  const happened: Record = async (event, seconds) => {
    clock += seconds * 1000
    const stamped = { id: randomUUID(), at: new Date(clock).toISOString(), ...event } as LessonEvent
    await appendEvent(db, localEngine, actor, id, { event: stamped, deviceOffsetMs: 0 }, new Date(clock))
    return stamped
  }
  for (const drill of followed) {
    const weeks = (clock - Date.parse(drill.passes[0]?.at ?? new Date(clock).toISOString())) / (7 * 86_400_000)
    if (given.at < drill.setAt) continue
    await happened({ kind: 'turn', assignmentId: drill.assignmentId }, 40)
    await workOn(drill, drill.set.startBpm + 3 + given.growth * weeks, random, happened)
    const fault = faultOf(given.day, drill.set.drill)
    if (fault) await happened({ kind: 'fault', assignmentId: drill.assignmentId, fault }, 15)
    if (drill.plan.school === 'untimed')
      await happened(
        { kind: 'rating', assignmentId: drill.assignmentId, quality: Math.min(3, 2 + Math.floor(weeks / 5)) },
        20,
      )
  }
  if (random() < 0.6)
    await happened(
      {
        kind: 'note',
        assignmentId: followed[0]?.assignmentId ?? null,
        text: NOTES[Math.floor(random() * NOTES.length)]!,
      },
      60,
    )
  await happened({ kind: 'end' }, 90)
}

/** A few passes at one drill, and the decision the plan offers; now and then the teacher overrules it. */
async function workOn(drill: Followed, ability: number, random: () => number, record: Record) {
  for (let pass = 0; pass < 7; pass++) {
    const { bpm, revision } = standingOf({ ...drill, now: drill.passes.at(-1)?.at ?? '' })
    const clean = random() < 1 / (1 + Math.exp((bpm - ability - 3) / 4))
    const heard = await record({ kind: 'pass', assignmentId: drill.assignmentId, bpm, clean }, 45)
    drill.passes.push({ kind: 'pass', at: localIso(heard.at, STUDIO.zone), bpm, clean, by: 'teacher', revision })
    const { offer } = standingOf({ ...drill, now: localIso(heard.at, STUDIO.zone) })
    if (offer.decision !== 'raise' && offer.decision !== 'ease') continue
    const overruled = random() < 0.12
    const decided = await record(
      {
        kind: 'decision',
        assignmentId: drill.assignmentId,
        revision,
        decision: overruled ? 'hold' : offer.decision,
        bpm: overruled ? bpm : offer.bpm,
        offered: offer.decision,
        offeredBpm: offer.bpm,
        offerReason: groundsInWords(offer),
        reason: overruled ? 'Clean, but not yet easy: once more next week.' : null,
        supersedes: null,
      },
      10,
    )
    drill.decisions.push({
      id: decided.id,
      revision,
      bpm: overruled ? bpm : offer.bpm,
      decision: overruled ? 'hold' : offer.decision,
      at: localIso(decided.at, STUDIO.zone),
    })
    if (pass >= 3) break
  }
}
