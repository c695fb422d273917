import { shallowRef } from 'vue'
import { naturalPath } from '#core/stages/natural-path'
import { plannedPath } from '#core/stages/stage-plan'
import { planSchema } from '#core/schema/plan-fields'
import { usualTarget } from '#core/practice/tempo/target'
import type { PastDrill } from '#shared/contracts/taught/answers'
import { useAttempt } from '../base/useAttempt'
import { useApi } from '../base/useApi'
import { useSession } from '../base/stores/session'
import { entriesOf, type ShelfEntry } from '../shelf/shelf-entries'
import type { RunningLesson } from './useLesson'
import { useWrites } from '../base/stores/writes'

/** Brings another drill into a running lesson: one from the shelf, or one the student had before. */
export function useBringIn(lesson: RunningLesson, choose: (assignmentId: string) => void) {
  const api = useApi()
  const writes = useWrites()
  const { busy, refusal, attempt } = useAttempt()
  const session = useSession()
  const shelf = shallowRef<readonly ShelfEntry[] | null>(null)
  const earlier = shallowRef<readonly PastDrill[]>([])

  /** Asks what there is: what is on the student's list already is left out. */
  async function look() {
    const { value: detail } = lesson.detail
    if (!detail) return
    await attempt(async () => {
      const [page, past] = await Promise.all([
        api.call('GET /api/shelf'),
        api.call('GET /api/students/:id/past-drills', { id: detail.student.id }),
      ])
      const listed = new Set(detail.agenda.map(set => set.drillId))
      shelf.value = entriesOf(page, session.me?.weights ?? undefined).filter(each => !listed.has(each.ref))
      earlier.value = past.rows
    })
  }

  async function bring(id: () => Promise<string>): Promise<boolean> {
    const brought = await attempt(id)
    if (!brought) return false
    await lesson.load()
    choose(brought.done)
    return true
  }

  return {
    shelf,
    earlier,
    busy,
    refusal,
    look,
    /** Sets a drill of the shelf or the ladder as it is, from its own tempo. @returns Whether it was taken. */
    fromShelf: ({ own, ref }: ShelfEntry) =>
      bring(async () => {
        if (!own) {
          const id = lesson.detail.value!.student.id
          const set = await writes.send('POST /api/students/:id/drills', { id, body: { refs: [ref], path: false } })
          return set.ids[0]!
        }
        const { spec } = own.newest
        const main = { school: 'clean-passes', startBpm: spec.tempo, targetBpm: usualTarget(spec.tempo) } as const
        const path = plannedPath(naturalPath(spec), planSchema.parse(main))
        const last = path.at(-1)!
        const { id } = await writes.send('POST /api/assignments', {
          body: {
            studentId: lesson.detail.value!.student.id,
            drillVersionId: own.newest.id,
            // In a lesson the drill is played as it is; its earlier stages stand ready.
            before: path.slice(0, -1),
            stage: last.name,
            plan: last.plan,
            targetOn: null,
          },
        })
        return id
      }),
    /** Puts a drill the student had before back on the list. @returns Whether it was taken. */
    again: ({ id }: PastDrill) =>
      bring(async () => {
        await writes.send('POST /api/assignments/:id/end', { id, body: { ended: false } })
        return id
      }),
  }
}
