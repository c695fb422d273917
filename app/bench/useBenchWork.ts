import { useEventListener, useSessionStorage, watchDebounced } from '@vueuse/core'
import { openDB, type DBSchema } from 'idb'
import { onScopeDispose, shallowRef, type Ref } from 'vue'
import { v4 as newId } from 'uuid'
import { useSession } from '../base/stores/session'
import type { Bench, Steps } from './useBench'

/** What is on a bench and not saved, as this device keeps it. */
export interface BenchWork {
  readonly id: string
  readonly userId: string
  /** ISO time of its last change. */
  readonly at: string
  readonly title: string
  readonly steps: Steps
  /** What else its address names. */
  readonly query: Readonly<Record<string, string>>
  /** Saved or set: it is lost with nothing. */
  readonly saved: boolean
}

interface WorkSchema extends DBSchema {
  works: { key: string; value: BenchWork }
}

const MOST_STEPS = 100
const KEPT_DAYS = 30
const openStore = () =>
  openDB<WorkSchema>('fidactyl-bench', 1, { upgrade: db => void db.createObjectStore('works', { keyPath: 'id' }) })

/**
 * Keeps what is on the bench on this device, with its undo: a reload and a return to the bench go on where it was, a
 * closed tab loses nothing.
 * @param saved Whether what is on the bench is saved as it is.
 * @param query What the address names besides the drill.
 */
export function useBenchWork(
  bench: Bench,
  {
    saved,
    title,
    query,
  }: {
    readonly saved: Readonly<Ref<boolean>>
    readonly title: Readonly<Ref<string>>
    readonly query: () => Readonly<Record<string, string>>
  },
) {
  const id = useSessionStorage('fidactyl-work', '')
  if (!id.value) id.value = newId()
  const session = useSession()
  let store: ReturnType<typeof openStore> | undefined
  const db = () => (store ??= openStore())
  /** Work of another time that was neither saved nor taken up. */
  const left = shallowRef<BenchWork | null>(null)

  /** Whether work has something that is saved nowhere else. */
  const isUnsaved = (work: BenchWork) => !work.saved && work.steps.past.length > 0

  async function keep() {
    const userId = session.me?.userId
    if (!userId || bench.untouched.value) return
    const { past, present, future } = bench.steps.value
    const steps = { past: past.slice(0, MOST_STEPS), present, future: future.slice(0, MOST_STEPS) }
    await (
      await db()
    ).put('works', {
      id: id.value,
      userId,
      at: new Date().toISOString(),
      title: title.value,
      steps,
      query: query(),
      saved: saved.value,
    })
  }

  async function find(wanted: string): Promise<BenchWork | null> {
    const found = await (await db()).get('works', wanted).catch(() => undefined)
    return found && found.userId === session.me?.userId ? found : null
  }

  /** Looks for work that has unsaved changes from, and clears away what is old. */
  async function look() {
    const works = await (await db()).getAll('works')
    const oldest = new Date(Date.now() - KEPT_DAYS * 86_400_000).toISOString()
    for (const work of works) if (work.at < oldest) await (await db()).delete('works', work.id)
    left.value =
      works
        .filter(
          work => work.userId === session.me?.userId && work.id !== id.value && work.at >= oldest && isUnsaved(work),
        )
        .sort((a, b) => b.at.localeCompare(a.at))[0] ?? null
  }

  return {
    id: id as Readonly<Ref<string>>,
    left: left as Readonly<Ref<BenchWork | null>>,
    find,
    look,
    /** Another drill comes on the bench: what was on it before and is saved nowhere stays on the device. */
    leave: (work: BenchWork | null) => {
      if (work && isUnsaved(work)) id.value = newId()
    },
    /** Lays what was left on this bench; it belongs to this window from now on. */
    takeUpLeft: async () => {
      const { value: work } = left
      if (!work) return null
      bench.takeUp(work.steps)
      left.value = null
      await (await db()).delete('works', work.id)
      return work
    },
    /** Throws away what was left. */
    dropLeft: async () => {
      const { value: work } = left
      left.value = null
      if (work) await (await db()).delete('works', work.id)
    },
    /** Keeps the device in step with the bench from now on. */
    follow: () => {
      watchDebounced([bench.steps, saved], () => void keep(), { debounce: 300 })
      useEventListener(window, 'pagehide', () => void keep())
      onScopeDispose(() => void keep())
    },
  }
}
export type BenchWorkKeeper = ReturnType<typeof useBenchWork>
