import { openDB, type DBSchema } from 'idb'
import type { OutboxEntry } from './outbox'

interface OutboxSchema extends DBSchema {
  entries: { key: number; value: OutboxEntry }
}

/** By this an entry is told from others, wherever it is kept. */
const idOf = (entry: OutboxEntry) => (entry.kind === 'event' ? entry.event.id : entry.body.id)
/** At first the outbox carried events only, and did not say so. */
const withKind = (entry: OutboxEntry) => ({ ...{ kind: 'event' }, ...entry }) as OutboxEntry

/**
 * What waits for the server. It is kept on the device; what the device cannot keep, or has lost, this page holds, and
 * tries to put there again. Only what is on the device has a `seq`.
 */
export function openKeptEntries() {
  let device: ReturnType<typeof openDevice> | undefined
  const openDevice = () =>
    openDB<OutboxSchema>('fidactyl-outbox', 1, {
      upgrade: db => void db.createObjectStore('entries', { keyPath: 'seq', autoIncrement: true }),
      // Its data was cleared, say: what follows opens it anew.
      terminated: () => {
        device = undefined
      },
    })
  /** What this page put down and nobody has answered yet. */
  const own = new Map<string, OutboxEntry>()
  /** As it was read last. */
  let known: readonly OutboxEntry[] = []

  /** @returns What the device gives; null when it fails. */
  async function onDevice<T>(work: (db: Awaited<ReturnType<typeof openDevice>>) => Promise<T>): Promise<T | null> {
    try {
      return await work(await (device ??= openDevice()))
    } catch {
      device = undefined
      return null
    }
  }

  let writing: Promise<void> = Promise.resolve()
  /** Puts on the device what is not there, in order; where one fails those after it would overtake it. */
  const store = () => (writing = writing.then(storeOwn))
  async function storeOwn() {
    for (const [id, entry] of own) {
      if (entry.seq !== undefined) continue
      const seq = await onDevice(db => db.add('entries', entry))
      if (seq === null) return
      // It may have been delivered meanwhile.
      if (own.has(id)) own.set(id, { ...entry, seq })
      else await onDevice(db => db.delete('entries', seq))
    }
  }

  return {
    add: async (entry: OutboxEntry) => {
      own.set(idOf(entry), entry)
      await store()
    },
    /** All that waits, oldest first. */
    read: async (): Promise<readonly OutboxEntry[]> => {
      await store()
      known = (await onDevice(db => db.getAll('entries')))?.map(withKind) ?? known
      const there = new Set(known.map(idOf))
      for (const [id, { seq: _lost, ...entry }] of own) if (!there.has(id)) own.set(id, entry)
      return [...known, ...[...own.values()].filter(entry => !there.has(idOf(entry)))]
    },
    put: async (entry: OutboxEntry) => {
      const { seq } = entry
      const stored = seq !== undefined && (await onDevice(db => db.put('entries', entry))) !== null
      if (!stored || own.has(idOf(entry))) own.set(idOf(entry), entry)
      // What was set aside is the device's: another tab may discard it.
      if (stored && entry.refused !== undefined) own.delete(idOf(entry))
    },
    drop: async (entry: OutboxEntry) => {
      const id = idOf(entry)
      // It may have been put on the device while it was on its way.
      const seq = entry.seq ?? own.get(id)?.seq
      own.delete(id)
      known = known.filter(each => idOf(each) !== id)
      if (seq !== undefined) await onDevice(db => db.delete('entries', seq))
    },
  }
}
