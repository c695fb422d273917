import { onBeforeRouteLeave, useRoute, useRouter } from '#imports'
import { watchDebounced } from '@vueuse/core'
import type { Ref } from 'vue'
import { fillIn } from '#core/families/fill-in'
import { familyOf } from '#core/families/registry'
import { pinsSchema, type Pins } from '#core/schema/fields'
import { fieldInWords } from '#core/wording/field'
import type { DrillVersion } from '#shared/contracts/drills/answers'
import { useToasts } from '../base/stores/toasts'
import type { Assigning } from './useAssigning'
import type { Bench } from './useBench'
import type { BenchWork, BenchWorkKeeper } from './useBenchWork'
import { saysTheSame } from '../base/same'
import { minimalOf, type SavedDrill } from './useSavedDrill'

/** What an address of the bench may ask for; read as it comes. */
export interface BenchQuery {
  readonly spec?: unknown
  readonly drill?: unknown
  readonly pins?: unknown
  readonly set?: unknown
  readonly student?: unknown
  /** What this device keeps, where a drill is too long to be spelt out. */
  readonly work?: unknown
}

/** The parts of the bench that an address names. */
export interface BenchParts {
  readonly bench: Bench
  readonly kept: SavedDrill
  readonly assigning: Assigning
  readonly studentId: Readonly<Ref<string | null>>
  readonly work: BenchWorkKeeper
}

/** An address that every server and browser takes whole, in characters; longer drills stay on the device. */
const MOST_SPELT = 6000

/** Pins of an address; what cannot be read is no reason to lose the drill. */
function readPins(text: unknown): Pins {
  if (typeof text !== 'string') return {}
  try {
    const read = pinsSchema.safeParse(JSON.parse(text))
    return read.success ? read.data : {}
  } catch {
    return {}
  }
}

/** The address holds what is on the bench: it can be reloaded, gone back to, sent to a colleague. */
export function useBenchAddress({ bench, kept, assigning, studentId, work }: BenchParts) {
  const toasts = useToasts()
  const router = useRouter()
  const { lesson } = useRoute().query

  /** Puts a drill that is spelt out in an address on the bench. */
  function openSpec(text: string, pins: unknown) {
    try {
      const read: unknown = JSON.parse(text)
      if (typeof read !== 'object' || read === null || Array.isArray(read)) throw new TypeError('not a drill')
      const whole = fillIn(read as Record<string, unknown>)
      bench.load(whole?.spec ?? (read as Record<string, unknown>), readPins(pins))
      if (whole) {
        const names = whole.filled.map(path => fieldInWords(path, familyOf(whole.spec)))
        toasts.say(`The link leaves out ${names.join(', ')}: filled in with defaults.`)
      }
      // A drill that cannot be read at all leaves nothing to draw: start from the opening one and say so.
      if (!bench.spec.value) throw new TypeError('not a drill')
      const { value: problem } = bench.problem
      if (problem)
        toasts.say(
          `The link asks for something impossible: ${fieldInWords(problem.path, familyOf(bench.raw.value))}: ${problem.message}. The last playable drill is shown.`,
          { tone: 'trouble' },
        )
    } catch {
      toasts.say('The drill in this link cannot be read. A default drill is shown.', { tone: 'trouble' })
      bench.open()
    }
  }

  /** Whether kept work says what is on the bench already. */
  const isOnBench = ({ steps: { present } }: BenchWork) =>
    saysTheSame(present.pins, bench.pins.value) &&
    saysTheSame(minimalOf({ spec: present.spec as DrillVersion['spec'] }), bench.minimal.value)

  const loadSaved = (id: string) =>
    kept.load(id).catch((error: Error) => toasts.say(error.message, { tone: 'trouble' }))

  /**
   * Opens what an address asks for: a drill as it was set, a drill spelt out, a saved drill. The bare bench goes on
   * with what was on it in this window.
   * @returns What else that was about, where the bench goes on; null for anything else.
   */
  async function open(query: BenchQuery): Promise<BenchWork['query'] | null> {
    const own = await work.find(typeof query.work === 'string' ? query.work : work.id.value)
    const asks = [query.spec, query.drill, query.set, query.student, query.work].some(each => typeof each === 'string')
    if (own && !asks) {
      if (own.query.drill) await loadSaved(own.query.drill)
      bench.takeUp(own.steps)
      await work.look()
      return own.query
    }
    await openAsked(query, own)
    if (own && !isOnBench(own)) work.leave(own)
    if ([query.spec, query.drill, query.set].every(each => each === undefined)) await work.look()
    return null
  }
  async function openAsked({ spec, drill, pins, set, student, work: workId }: BenchQuery, own: BenchWork | null) {
    if (typeof workId === 'string' && typeof spec !== 'string') {
      if (typeof drill === 'string') await loadSaved(drill)
      if (typeof set === 'string' && typeof student === 'string') await assigning.load(set, student)
      if (own) bench.takeUp(own.steps)
      else
        toasts.say('This link names work saved on another device, or deleted. A default drill is shown.', {
          tone: 'trouble',
        })
      return
    }
    if (typeof set === 'string' && typeof student === 'string') {
      await assigning.load(set, student)
      const { value: assignment } = assigning.assignment
      if (assignment && typeof spec !== 'string') {
        bench.load(minimalOf(assignment), assignment.pins)
        return
      }
    }
    if (typeof drill === 'string' && !kept.drill.value) await loadSaved(drill)
    const newest = kept.drill.value?.versions[0]
    if (typeof spec === 'string') openSpec(spec, pins)
    else if (newest) bench.load(minimalOf(newest))
    // The same drill as was here before a reload: undo goes on as well.
    if (own && typeof spec === 'string' && isOnBench(own)) bench.takeUp(own.steps)
  }

  // Putting the drill in the address is a navigation too: it must not overtake one that leads away.
  let leaving = false
  onBeforeRouteLeave(() => {
    leaving = true
  })
  /** Keeps the address in step with the bench from now on. */
  function follow() {
    watchDebounced(
      [bench.minimal, bench.pins, studentId, kept.drill, assigning.assignment],
      () => {
        const spelt = JSON.stringify(bench.minimal.value)
        const query = {
          ...(kept.drill.value && { drill: kept.drill.value.id }),
          ...(studentId.value && { student: studentId.value }),
          ...(assigning.assignment.value && { set: assigning.assignment.value.id }),
          ...(typeof lesson === 'string' && { lesson }),
          ...(spelt.length <= MOST_SPELT ? { spec: spelt } : { work: work.id.value }),
          ...(Object.keys(bench.pins.value).length > 0 && { pins: JSON.stringify(bench.pins.value) }),
        }
        if (!leaving) void router.replace({ path: '/bench', query })
      },
      { debounce: 250 },
    )
  }

  return {
    open,
    follow,
    /** The lesson the bench was opened from. */
    lessonId: typeof lesson === 'string' ? lesson : null,
  }
}
