import { openDB, type DBSchema } from 'idb'
import { FetchError } from 'ofetch'
import { defineStore } from 'pinia'
import type { LessonEvent } from '#core/lesson/events'
import type { ErrorAnswer } from '#shared/contracts/common'

/** An event on its way to the server; it stays here until the server has it for good. */
export interface OutboxEntry {
  readonly seq?: number
  readonly userId: string
  readonly lessonId: string
  readonly event: LessonEvent
  /** Why the server did not take it; it waits for the teacher then. */
  readonly refused?: string
}

interface OutboxSchema extends DBSchema {
  entries: { key: number, value: OutboxEntry }
}

const RETRY_MS = [500, 1000, 2000, 4000, 8000, 15_000]
const openStore = () => openDB<OutboxSchema>('fidactyl-outbox', 1, { upgrade: db => void db.createObjectStore('entries', { keyPath: 'seq', autoIncrement: true }) })

/**
 * Delivers lesson events in the order they happened. An event is kept on this device first and dropped only after the
 * server has stored it (or the student is gone): neither the end of the browser nor of the server loses it, and its
 * id keeps a repeat from counting twice.
 */
export const useOutbox = defineStore('outbox', () => {
  const entries = shallowRef<readonly OutboxEntry[]>([])
  const delivering = ref(false)
  const stuck = ref(false)
  const refusals = useEventBus<{ entry: OutboxEntry, answer: ErrorAnswer }>('outbox-refusal')
  let store: ReturnType<typeof openStore> | undefined
  let offsetMs = 0
  let failures = 0
  let timer: ReturnType<typeof setTimeout> | undefined

  async function refresh() {
    entries.value = await (await (store ??= openStore())).getAll('entries')
  }

  async function add(entry: Omit<OutboxEntry, 'seq'>) {
    // The event is safe on this device before anything else happens with it.
    await (await (store ??= openStore())).add('entries', entry)
    await refresh()
    void deliver()
  }

  async function drop(seq: number) {
    await (await (store ??= openStore())).delete('entries', seq)
    await refresh()
  }

  /** Sends one entry. @returns whether the next may follow. */
  async function send(entry: OutboxEntry): Promise<boolean> {
    const began = Date.now()
    try {
      const answer = await $fetch.raw(`/api/lessons/${entry.lessonId}/events`, { method: 'POST', body: { event: entry.event, deviceOffsetMs: offsetMs }, retry: 0 })
      const serverDate = Date.parse(answer.headers.get('date') ?? '')
      if (Number.isFinite(serverDate)) offsetMs = Math.round(serverDate - (began + Date.now()) / 2)
      await drop(entry.seq!)
      return true
    }
    catch (error) {
      const status = error instanceof FetchError ? error.response?.status : undefined
      if (status === 410) {
        await drop(entry.seq!)
        return true
      }
      // Anything the server may yet take is tried again; what it refuses for good is kept for the teacher to see.
      if (status === undefined || status >= 500 || status === 401 || status === 429) return false
      const answer = (error as FetchError).data as ErrorAnswer
      await (await store!).put('entries', { ...entry, refused: answer.message })
      await refresh()
      refusals.emit({ entry, answer })
      return true
    }
  }

  async function deliver() {
    if (delivering.value) return
    delivering.value = true
    clearTimeout(timer)
    try {
      await refresh()
      const me = useSession().me?.userId
      for (let next = pick(me); next; next = pick(me)) {
        if (await send(next)) {
          failures = 0
          stuck.value = false
          continue
        }
        stuck.value = true
        timer = setTimeout(deliver, RETRY_MS[Math.min(failures++, RETRY_MS.length - 1)])
        return
      }
    }
    finally {
      delivering.value = false
    }
  }
  const pick = (userId: string | undefined) => entries.value.find(entry => entry.userId === userId && entry.refused === undefined)

  return {
    entries,
    /** The server did not take the last try; it is tried again by itself. */
    stuck: readonly(stuck),
    waiting: computed(() => entries.value.filter(entry => entry.refused === undefined).length),
    refusals,
    add,
    drop,
    deliver,
    refresh,
  }
})
