import { useEventBus, useTimeoutFn } from '@vueuse/core'
import { computed, readonly, ref, shallowRef } from 'vue'
import { $fetch, FetchError } from 'ofetch'
import { defineStore } from 'pinia'
import type { LessonEvent } from '#core/practice/log/events'
import type { ErrorAnswer } from '#shared/contracts/common'
import { openKeptEntries } from './kept-entries'
import { useSession } from './session'

/** An event of a lesson. */
export interface OutgoingEvent {
  readonly kind: 'event'
  readonly lessonId: string
  readonly event: LessonEvent
}

/**
 * Any other write: where it goes, what it says with the id by which it is done once, and what it is, for whoever has to
 * be told.
 */
export interface OutgoingWrite {
  readonly kind: 'write'
  readonly way: 'POST' | 'PUT'
  readonly path: string
  readonly body: { readonly id: string } & Readonly<Record<string, unknown>>
  /** Such as "the minutes practised at home". */
  readonly what: string
  /** ISO time at which it was put down. */
  readonly at: string
}

/** What is on its way to the server; it stays here until the server has it for good. */
export type OutboxEntry = (OutgoingEvent | OutgoingWrite) & {
  /** Where it is on this device; left out while only this page has it. */
  readonly seq?: number
  readonly userId: string
  /** How often the server failed at it, though it answers others. */
  readonly failures?: number
  /** Why it cannot be delivered; it waits for the teacher then, and the others go on. */
  readonly refused?: string
}

const RETRY_MS = [500, 1000, 2000, 4000, 8000, 15_000]
/**
 * After so many failures of the server at one event it is set aside: it would hold up all that comes after it for ever.
 */
const MOST_FAILURES = 6
/** Whether a refusal says that what was wanted is so already: a lesson that ended, an event that was taken back. */
const isSoAlready = (entry: OutboxEntry, status: number) =>
  status === 409 && entry.kind === 'event' && ['end', 'void', 'reopen'].includes(entry.event.kind)

/** The request that delivers an entry; the offset of the device's clock is told as measured by then. */
const requestOf = (entry: OutboxEntry, deviceOffsetMs: number) =>
  entry.kind === 'event'
    ? {
        path: `/api/lessons/${entry.lessonId}/events`,
        method: 'POST' as const,
        body: { event: entry.event, deviceOffsetMs },
      }
    : { path: entry.path, method: entry.way, body: entry.body }

/**
 * Delivers what was put down, events of lessons above all, in the order it happened. It is kept on this device first
 * and dropped only after the server has stored it (or the student is gone): neither the end of the browser nor of the
 * server loses it, and its id keeps a repeat from counting twice. What the device cannot keep is sent all the same.
 * What can never be delivered is set aside in sight, and the rest goes on.
 */
export const useOutbox = defineStore('outbox', () => {
  const entries = shallowRef<readonly OutboxEntry[]>([])
  const delivering = ref(false)
  const stuck = ref(false)
  const refusals = useEventBus<{ entry: OutboxEntry; answer: ErrorAnswer }>('outbox-refusal')
  const offsetMs = ref(0)
  const kept = openKeptEntries()
  const signedOut = ref(false)
  let tries = 0
  const again = useTimeoutFn(
    () => void deliver(),
    () => RETRY_MS[Math.min(tries, RETRY_MS.length) - 1]!,
    { immediate: false },
  )

  async function refresh() {
    entries.value = await kept.read()
  }

  async function add(entry: (OutgoingEvent | OutgoingWrite) & { readonly userId: string }) {
    // It is safe on this device before anything else happens with it.
    await kept.add(entry)
    await refresh()
    void deliver()
  }

  async function drop(entry: OutboxEntry) {
    await kept.drop(entry)
    await refresh()
  }

  async function put(entry: OutboxEntry) {
    await kept.put(entry)
    await refresh()
  }

  async function setAside(entry: OutboxEntry, answer: ErrorAnswer) {
    await put({ ...entry, refused: answer.message })
    refusals.emit({ entry, answer })
  }

  /** What becomes of an entry that was answered with an error. @returns whether the next may follow. */
  async function refuse(entry: OutboxEntry, status: number, answer: ErrorAnswer): Promise<boolean> {
    if (status === 410 || isSoAlready(entry, status)) {
      await drop(entry)
      if (status !== 410) refusals.emit({ entry, answer })
      return true
    }
    signedOut.value = status === 401
    // Signed out, too much at once, the database away: it may yet be taken, and so may what comes after it.
    if ([401, 429, 502, 503, 504].includes(status)) return false
    if (status >= 500) {
      const failures = (entry.failures ?? 0) + 1
      if (failures < MOST_FAILURES) {
        await put({ ...entry, failures })
        return false
      }
    }
    await setAside(entry, answer)
    return true
  }

  /** Sends one entry. @returns whether the next may follow. */
  async function send(entry: OutboxEntry): Promise<boolean> {
    const began = Date.now()
    try {
      const { path, ...request } = requestOf(entry, offsetMs.value)
      const answer = await $fetch.raw(path, { ...request, retry: 0 })
      const serverDate = Date.parse(answer.headers.get('date') ?? '')
      if (Number.isFinite(serverDate)) offsetMs.value = Math.round(serverDate - (began + Date.now()) / 2)
      signedOut.value = false
      await drop(entry)
      return true
    } catch (error) {
      const response = error instanceof FetchError ? error.response : undefined
      if (!response) return false
      const told = (error as FetchError).data as Partial<ErrorAnswer> | undefined
      return refuse(entry, response.status, {
        code: told?.code ?? 'failed',
        message: told?.message ?? 'the server could not take it',
        current: told?.current,
      })
    }
  }

  async function deliver() {
    if (delivering.value) return
    delivering.value = true
    again.stop()
    try {
      await refresh()
      const me = useSession().me?.userId
      for (let next = pick(me); next; next = pick(me)) {
        if (await send(next)) {
          tries = 0
          stuck.value = false
          continue
        }
        stuck.value = true
        tries++
        again.start()
        return
      }
    } finally {
      delivering.value = false
    }
  }
  const pick = (userId: string | undefined) =>
    entries.value.find(entry => entry.userId === userId && entry.refused === undefined)

  return {
    entries,
    /** The server did not take the last try; it is tried again by itself. */
    stuck: readonly(stuck),
    /** The server asks for a sign-in first; what waits goes then. */
    signedOut: readonly(signedOut),
    /** What waits and is in this page only: the device could not keep it. */
    unsafe: computed(() => entries.value.filter(entry => entry.seq === undefined && entry.refused === undefined)),
    waiting: computed(() => entries.value.filter(entry => entry.refused === undefined).length),
    /** What could not be delivered, for whoever is signed in. */
    setAside: computed(() =>
      entries.value.filter(entry => entry.refused !== undefined && entry.userId === useSession().me?.userId),
    ),
    /** Server time less device time, ms, as last measured. */
    offsetMs: readonly(offsetMs),
    refusals,
    add,
    drop,
    /** Sends what was set aside once more. */
    tryAgain: async ({ refused: _refused, failures: _failures, ...entry }: OutboxEntry) => {
      await put(entry)
      await deliver()
    },
    deliver,
    refresh,
  }
})
