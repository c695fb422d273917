import { computed, type Ref } from 'vue'
import { unsuitedIn } from '#core/fitting/set-drill'
import type { FollowedDrill, PastDrill } from '#shared/contracts/taught/answers'
import { useToasts } from '../base/stores/toasts'
import { useWrites, type Write, type WritingRoute } from '../base/stores/writes'
import { useLoaded } from '../base/useLoaded'

/**
 * A student's page as it is loaded, and what is changed on it; what can be taken back is, by one press.
 * @param id Id of the student.
 */
export function useStudentPage(id: Readonly<Ref<string>>) {
  const writes = useWrites()
  const toasts = useToasts()
  const { data: page, error, reload } = useLoaded('GET /api/students/:id', () => ({ id: id.value }))
  const student = computed(() => page.value!.student)
  const present = computed(() => page.value!.assignments)
  /** What no longer suits the hand in the drills that are set, by drill. */
  const unsuited = computed(() => new Map(present.value.map(set => [set.id, unsuitedIn(set, student.value)])))

  /** @returns Whether it was taken; a refusal is said. */
  async function write<N extends WritingRoute>(name: N, call: Write<N>): Promise<boolean> {
    try {
      await writes.send(name, call)
      await reload()
      return true
    } catch (refusal) {
      toasts.say((refusal as Error).message, { tone: 'trouble' })
      return false
    }
  }

  /** Says what was done, with the way back. */
  const said = (what: string, label: string, back: () => Promise<unknown>) =>
    toasts.say(what, { action: { label, run: () => void back() } })

  /** Takes a drill off the list, or puts it back. */
  async function end(set: Pick<PastDrill, 'id' | 'drillName'>, ended: boolean): Promise<void> {
    if ((await write('POST /api/assignments/:id/end', { id: set.id, body: { ended } })) && ended)
      said(`${set.drillName} is removed from the list. Its history is kept.`, 'Put it back', () => end(set, false))
  }

  /** Says that a plan has changed. @param before The drill with the plan it had. */
  const saidOfPlan = ({ id: setId, plan, targetOn, drillName }: FollowedDrill) =>
    said(`The plan of ${drillName} is changed.`, 'Undo', () =>
      write('PUT /api/assignments/:id/plan', { id: setId, body: { plan, targetOn } }),
    )
  async function planKept(before: FollowedDrill): Promise<void> {
    await reload()
    saidOfPlan(before)
  }
  /** Moves the target or its day. */
  async function movePlan(
    set: FollowedDrill,
    { targetBpm = set.plan.targetBpm, targetOn = set.targetOn }: { targetBpm?: number; targetOn?: string | null },
  ): Promise<void> {
    const moved = { plan: { ...set.plan, targetBpm }, targetOn }
    if (await write('PUT /api/assignments/:id/plan', { id: set.id, body: moved })) saidOfPlan(set)
  }

  /** Says that the stages have changed. @param before The drill with those it had. */
  async function stagesKept(before: FollowedDrill): Promise<void> {
    await reload()
    const number = present.value.find(set => set.id === before.id)?.stageNumber
    // The stage it is at may have become another: it goes back under its number of now.
    const stages = before.path.map(stage =>
      stage.number === before.stageNumber ? { ...stage, number: number ?? null } : stage,
    )
    said(`The stages of ${before.drillName} are changed.`, 'Undo', () =>
      write('PUT /api/assignments/:id/path', { id: before.id, body: { stages } }),
    )
  }

  async function archive(archived: boolean): Promise<void> {
    const { name } = student.value
    if ((await write('POST /api/students/:id/archive', { id: id.value, body: { archived } })) && archived)
      said(`${name} is archived. Nothing is lost.`, 'Undo', () => archive(false))
  }

  async function endWeekly(): Promise<void> {
    const { id: _id, ...weekly } = page.value!.slot!
    if (await write('POST /api/students/:id/slot/end', { id: id.value, body: {} }))
      said('Weekly lesson ended. Past lessons are kept.', 'Undo', () =>
        write('PUT /api/students/:id/slot', { id: id.value, body: weekly }),
      )
  }

  /** Loads the page anew after the hand or the guitar has changed, and says which drills still suit. */
  async function recheck(): Promise<void> {
    await reload()
    const worse = present.value.filter(set => unsuited.value.get(set.id)!.length > 0)
    toasts.say(
      worse.length === 0
        ? `All ${present.value.length} assigned drills suit the hand.`
        : `${worse.length} of ${present.value.length} assigned drills no longer suit the hand: ${worse.map(set => set.drillName).join(', ')}.`,
    )
  }

  return {
    page,
    error,
    reload,
    student,
    present,
    unsuited,
    end,
    planKept,
    movePlan,
    stagesKept,
    archive,
    endWeekly,
    recheck,
  }
}
