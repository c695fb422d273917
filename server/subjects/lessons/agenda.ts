import type { StageEntry } from '#core/practice/log/stage'
import { localClock } from '#core/practice/schedule/local-time'
import { isFalling } from '#core/practice/tempo/target'
import type { AgendaItem } from '#shared/contracts/taught/answers'
import type { Database } from '../../db/client'
import type { lessons } from '../../db/tables'
import { decisionBefore, byDrill, lastDecisions, decisionOf } from './decided'
import { passesOf, saidOf } from './look-back'
import { practiceOfDrills } from '../practice/practice'
import { revisionsOf } from '../taught/revisions'
import { detailsOf, type Scope, type SetDetail } from '../taught/set-drills'
import { stagesBefore } from '../taught/stages'

/** A lesson as its agenda needs it. */
interface LessonScope extends Scope {
  readonly lesson: Pick<typeof lessons.$inferSelect, 'id' | 'studentId' | 'startedAt' | 'endedAt'>
}
/** Drills the events of a lesson speak of, each with the revision that was taught last. */
type Taught = ReadonlyMap<string, number>

/** Set drills as they were taught in a lesson, whatever they have become since. */
async function asTaught(
  db: Database,
  { actor }: Scope,
  taught: Taught,
  set: readonly SetDetail['drill'][],
): Promise<readonly SetDetail['drill'][]> {
  const known = new Map(
    (
      await revisionsOf(
        db,
        actor,
        set.map(each => each.id),
      )
    ).map(row => [`${row.revision.assignmentId} ${row.revision.number}`, row]),
  )
  return set.map(each => {
    const then = known.get(`${each.id} ${taught.get(each.id)}`)
    if (!then) return each
    const { number, plan, pins, hand, habits } = then.revision
    return {
      ...each,
      taught: number,
      versionNumber: then.versionNumber,
      spec: then.spec,
      stage: then.stage,
      stageNumber: then.revision.stage,
      change: then.change,
      plan,
      pins: pins ?? {},
      hand,
      habits: habits ?? {},
    }
  })
}

const stageOf = ({ number, from, since }: StageEntry): StageEntry => ({ number, from, since })

/**
 * The agenda of a running lesson: all that the student is on, with what decisions look back on.
 * @param taught Comes from the lesson's log, which is read meanwhile.
 */
export async function agendaNow(
  db: Database,
  scope: LessonScope,
  taught: Promise<Taught>,
): Promise<readonly AgendaItem[]> {
  const { actor, lesson } = scope
  const [listed, touched] = await Promise.all([detailsOf(db, lesson.studentId, scope), taught])
  // What waits for another to be passed is not worked yet.
  const now = listed.filter(({ drill }) => drill.waitsFor === null || touched.has(drill.id))
  // A drill taken off the list while its lesson runs stays on the agenda once it was dealt with.
  const missing = [...touched.keys()].filter(id => !now.some(({ drill }) => drill.id === id))
  const set = missing.length > 0 ? [...now, ...(await detailsOf(db, lesson.studentId, scope, missing))] : now
  const ids = set.map(({ drill }) => drill.id)
  if (ids.length === 0) return []
  const since = new Map(
    set.flatMap(({ drill: { id, stageSince } }) => (stageSince === null ? [] : [[id, new Date(stageSince)] as const])),
  )
  const staged = set.flatMap(each => (each.staged ? [each.drill.id] : []))
  const entered = stagesBefore(db, staged, lesson.id, localClock(actor.zone))
  const decisionsBefore = lastDecisions(db, ids, lesson.id)
  // What was heard before the last decision counts no more, but for how fast it was; of a falling tempo not even that
  // is known of a lesson as a whole, so there all passes are told.
  const counted = decisionsBefore.then(
    found =>
      new Map(
        set.flatMap(({ drill: { id, plan } }) => {
          const last = found.get(id)
          return last && !isFalling(plan) ? [[id, { revision: last.revision + 1, since: last.receivedAt }]] : []
        }),
      ),
  )
  const [passes, said, practised, before, decided] = await Promise.all([
    counted.then(known => passesOf(db, actor, ids, lesson.id, known)),
    saidOf(db, actor, ids, lesson.id, id => since.get(id) ?? null, entered),
    practiceOfDrills(db, actor, ids),
    entered,
    decisionsBefore,
  ])
  const local = localClock(actor.zone)
  return set.map(({ drill, from }): AgendaItem => ({
    ...drill,
    stageBefore: stageOf(before.get(drill.id) ?? { number: drill.stageNumber, from, since: drill.stageSince }),
    passes: passes.get(drill.id)!,
    ...said.get(drill.id)!,
    ...practised.get(drill.id)!,
    decisions: [decided.get(drill.id)].flatMap(row => (row ? [decisionOf(row, local)] : [])),
  }))
}

/** Of a lesson that has ended nothing is decided any more: what lay before it is left out. */
const NOTHING_BEFORE = { passes: [], faults: [], lessonLogs: [], practice: [], homePasses: [], bestBefore: null }

/** The agenda of a lesson that has ended: what it dealt with, with the tempo each drill came in at. */
export async function agendaThen(db: Database, scope: LessonScope, taught: Taught): Promise<readonly AgendaItem[]> {
  const { actor, lesson } = scope
  if (taught.size === 0) return []
  const set = await detailsOf(db, lesson.studentId, scope, [...taught.keys()])
  const ids = set.map(({ drill }) => drill.id)
  const before = { lessonId: lesson.id, startedAt: lesson.startedAt }
  const [then, rows] = await Promise.all([
    asTaught(
      db,
      scope,
      taught,
      set.map(each => each.drill),
    ),
    decisionBefore(db, ids, before),
  ])
  const decided = byDrill(actor, ids, rows)
  return then.map((drill, i) => ({
    ...drill,
    ...NOTHING_BEFORE,
    stageBefore: { number: drill.stageNumber, from: set[i]!.from, since: drill.stageSince },
    decisions: decided.get(drill.id)!,
  }))
}
