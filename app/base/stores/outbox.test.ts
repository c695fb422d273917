import 'fake-indexeddb/auto'
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals'
import { openDB } from 'idb'
import { createPinia, setActivePinia } from 'pinia'
import { FetchError } from 'ofetch'
import type { LessonEvent } from '#core/practice/log/events'
import { until } from '../tests/composables'
import type { OutboxEntry } from './outbox'

/** What the server does with the next event: takes it, or answers a status; nothing at all when it is gone. */
type Answer = number | 'gone'
let answers: Answer[] = []
let arrived: string[] = []
let signedIn = 'wren'

const $fetch = {
  raw: async (path: string, { method, body }: { method: string; body: { event?: LessonEvent; id?: string } }) => {
    const answer = answers.shift() ?? 200
    if (answer === 'gone') throw new FetchError('fetch failed')
    arrived.push(body.event ? `${path.split('/')[3]}:${body.event.id}` : `${method} ${path}:${body.id}`)
    if (answer >= 400) {
      const error = new FetchError(`${answer}`) as FetchError & { response: unknown; data: unknown }
      Object.assign(error, {
        response: { status: answer },
        data: { code: 'conflict', message: `refused with ${answer}` },
      })
      throw error
    }
    return { headers: new Headers({ date: new Date(Date.now() + 60_000).toUTCString() }) }
  },
}
jest.unstable_mockModule('ofetch', () => ({ $fetch, FetchError }))
jest.unstable_mockModule('./session', () => ({ useSession: () => ({ me: { userId: signedIn } }) }))
const { useOutbox } = await import('./outbox')

const pass = (id: string): LessonEvent => ({
  id,
  at: '2026-01-05T16:00:00.000Z',
  kind: 'pass',
  assignmentId: 'a',
  bpm: 72,
  clean: true,
})
const entry = (id: string, userId = 'wren', lessonId = 'lesson') => ({
  kind: 'event' as const,
  userId,
  lessonId,
  event: pass(id),
})

const idOf = (each: OutboxEntry) => (each.kind === 'event' ? each.event.id : each.body.id)
/** Something else than an event: minutes practised, say. */
const minutes = (id: string) => ({
  kind: 'write' as const,
  userId: 'wren',
  way: 'PUT' as const,
  path: '/api/somewhere',
  body: { id, minutes: 20 },
  what: 'the minutes practised',
  at: '2026-01-05T16:00:00.000Z',
})

let page: ReturnType<typeof useOutbox> | undefined

/** The outbox of a page that was just opened, the one before being closed: what is in it is what the device kept. */
function openPage() {
  page?.$dispose()
  setActivePinia(createPinia())
  return (page = useOutbox())
}

/** Tries again at once instead of waiting ever longer. */
async function hurry(outbox: ReturnType<typeof useOutbox>, done: () => boolean) {
  for (let tries = 0; !done(); tries++) {
    if (tries > 200) throw new Error('it never came to pass')
    await outbox.deliver()
    await new Promise(resolve => setTimeout(resolve, 5))
  }
}

beforeEach(() => {
  answers = []
  arrived = []
  signedIn = 'wren'
})
afterEach(async () => {
  const outbox = openPage()
  await outbox.refresh()
  for (const each of outbox.entries) await outbox.drop(each)
})

describe('delivering', () => {
  test('events go in the order they happened and are let go when the server has them', async () => {
    const outbox = openPage()
    await Promise.all(['1', '2', '3', '4'].map(id => outbox.add(entry(id))))
    await until(() => outbox.waiting === 0)
    expect(arrived).toEqual(['lesson:1', 'lesson:2', 'lesson:3', 'lesson:4'])
    expect(outbox.entries).toEqual([])
  })

  test('while the server is gone they stay on the device and nothing overtakes', async () => {
    answers = ['gone']
    const outbox = openPage()
    await outbox.add(entry('1'))
    await until(() => outbox.stuck)
    await outbox.add(entry('2'))
    expect(outbox.waiting).toBe(2)
    await until(() => outbox.waiting === 0)
    expect(arrived).toEqual(['lesson:1', 'lesson:2'])
    expect(outbox.stuck).toBe(false)
  })

  test.each([500, 503, 401, 429])('a %i is no answer for good: it is tried again', async status => {
    answers = [status]
    const outbox = openPage()
    await outbox.add(entry('1'))
    await until(() => outbox.stuck)
    expect(outbox.waiting).toBe(1)
    await outbox.deliver()
    await until(() => outbox.waiting === 0)
    expect(arrived).toEqual(['lesson:1', 'lesson:1'])
  })

  test('a page that was closed in the middle goes on where it was', async () => {
    answers = ['gone']
    const closed = openPage()
    await closed.add(entry('1'))
    await until(() => closed.stuck)
    answers = []
    const opened = openPage()
    await opened.deliver()
    await until(() => opened.waiting === 0)
    expect(arrived).toEqual(['lesson:1'])
  })

  test('any other write goes the same way, in its turn, with the id it was given', async () => {
    answers = ['gone']
    const outbox = openPage()
    await outbox.add(entry('1'))
    await outbox.add(minutes('2'))
    await outbox.add(entry('3'))
    await until(() => outbox.waiting === 0)
    expect(arrived).toEqual(['lesson:1', 'PUT /api/somewhere:2', 'lesson:3'])
  })

  test('what an older version left on the device is delivered', async () => {
    await openPage().refresh()
    const device = await openDB('fidactyl-outbox', 1)
    await device.add('entries', { userId: 'wren', lessonId: 'lesson', event: pass('1') })
    device.close()
    const opened = openPage()
    await opened.deliver()
    expect(arrived).toEqual(['lesson:1'])
  })

  test('delivering twice at the same moment sends nothing twice', async () => {
    const outbox = openPage()
    await Promise.all([outbox.add(entry('1')), outbox.deliver(), outbox.deliver()])
    await until(() => outbox.waiting === 0)
    expect(arrived).toEqual(['lesson:1'])
  })
})

describe('what the server refuses', () => {
  test.each([409, 422, 404])('a %i is kept with its reason for the teacher, and the next one goes', async status => {
    answers = [status]
    const outbox = openPage()
    const told: string[] = []
    outbox.refusals.on(({ entry: refused, answer }) => {
      told.push(`${idOf(refused)}: ${answer.message}`)
    })
    await outbox.add(entry('1'))
    await outbox.add(entry('2'))
    await until(() => outbox.waiting === 0)
    expect(outbox.entries.map(each => [idOf(each), each.refused])).toEqual([['1', `refused with ${status}`]])
    expect(told).toEqual([`1: refused with ${status}`])
    expect(arrived).toEqual(['lesson:1', 'lesson:2'])
    await outbox.drop(outbox.entries[0]!)
    expect(outbox.entries).toEqual([])
  })

  test('a write that is no event is set aside like one, with what it is', async () => {
    answers = [422]
    const outbox = openPage()
    await outbox.add(minutes('1'))
    await until(() => outbox.waiting === 0)
    expect(outbox.setAside).toMatchObject([
      { kind: 'write', what: 'the minutes practised', refused: 'refused with 422' },
    ])
  })

  test('what the server fails at again and again is set aside, and what comes after it goes', async () => {
    answers = [500, 500, 500, 500, 500, 500]
    const outbox = openPage()
    await outbox.add(entry('1'))
    await outbox.add(entry('2'))
    await hurry(outbox, () => outbox.waiting === 0)
    expect(arrived).toEqual([...Array.from({ length: 6 }, () => 'lesson:1'), 'lesson:2'])
    expect(outbox.setAside.map(each => [idOf(each), each.refused])).toEqual([['1', 'refused with 500']])
    // A server that can again takes it when it is asked.
    await outbox.tryAgain(outbox.setAside[0]!)
    await until(() => outbox.entries.length === 0)
    expect(arrived.at(-1)).toBe('lesson:1')
  })

  test('a database that is away does not count as failing: nothing is set aside however long it lasts', async () => {
    answers = Array.from({ length: 20 }, () => 503)
    const outbox = openPage()
    await outbox.add(entry('1'))
    await hurry(outbox, () => arrived.length >= 19)
    expect(outbox.setAside).toEqual([])
    await hurry(outbox, () => outbox.waiting === 0)
    expect(outbox.entries).toEqual([])
  })

  test('an end that came already, an undo of what was undone: nothing is left to deliver', async () => {
    answers = [409, 409]
    const outbox = openPage()
    await outbox.add({
      kind: 'event',
      userId: 'wren',
      lessonId: 'lesson',
      event: { id: '1', at: '2026-01-05T16:00:00.000Z', kind: 'end' },
    })
    await outbox.add({
      kind: 'event',
      userId: 'wren',
      lessonId: 'lesson',
      event: { id: '2', at: '2026-01-05T16:00:00.000Z', kind: 'void', eventId: '0' },
    })
    await until(() => outbox.entries.length === 0)
    expect(arrived).toEqual(['lesson:1', 'lesson:2'])
  })

  test('a student who is gone takes their events along', async () => {
    answers = [410]
    const outbox = openPage()
    await outbox.add(entry('1'))
    await until(() => outbox.waiting === 0)
    expect(outbox.entries).toEqual([])
  })
})

describe('when the device cannot keep anything', () => {
  const failing = (times: number) => {
    const { add } = IDBObjectStore.prototype
    let left = times
    jest.spyOn(IDBObjectStore.prototype, 'add').mockImplementation(function (this: IDBObjectStore, ...args) {
      if (left-- > 0) throw new DOMException('no room', 'QuotaExceededError')
      return add.apply(this, args)
    })
  }
  afterEach(() => void jest.restoreAllMocks())

  test('what is put down is sent at once', async () => {
    failing(Infinity)
    const outbox = openPage()
    await outbox.add(entry('1'))
    await outbox.add(entry('2'))
    await until(() => outbox.waiting === 0)
    expect(arrived).toEqual(['lesson:1', 'lesson:2'])
    expect(outbox.unsafe).toEqual([])
  })

  test('while the server is gone too this page holds it, says so, and puts it on the device as soon as it can', async () => {
    failing(3)
    answers = ['gone', 'gone']
    const outbox = openPage()
    await outbox.add(entry('1'))
    expect(outbox.unsafe.map(idOf)).toEqual(['1'])
    await until(() => outbox.stuck)
    await outbox.add(entry('2'))
    for (let tries = 0; outbox.unsafe.length > 0 && tries < 20; tries++) await outbox.refresh()
    expect([outbox.unsafe, outbox.entries.map(idOf)]).toEqual([[], ['1', '2']])
    await hurry(outbox, () => outbox.waiting === 0)
    expect(arrived).toEqual(['lesson:1', 'lesson:2'])
  })

  test('what the device had and lost is still delivered', async () => {
    answers = ['gone']
    const outbox = openPage()
    await outbox.add(entry('1'))
    await until(() => outbox.stuck)
    const device = await openDB('fidactyl-outbox', 1)
    await device.clear('entries')
    device.close()
    await hurry(outbox, () => outbox.waiting === 0)
    expect(arrived).toEqual(['lesson:1'])
  })
})

test('whoever is signed out elsewhere is told so; once signed in again what waits goes', async () => {
  answers = [401, 401]
  const outbox = openPage()
  await outbox.add(entry('1'))
  await until(() => outbox.stuck)
  expect(outbox.signedOut).toBe(true)
  await hurry(outbox, () => outbox.waiting === 0)
  expect([arrived.length, outbox.signedOut]).toEqual([3, false])
})

test('what another teacher put down on this device waits for them', async () => {
  answers = ['gone', 'gone']
  const outbox = openPage()
  await outbox.add(entry('1', 'ivo'))
  await outbox.add(entry('2', 'wren'))
  answers = []
  await outbox.deliver()
  await until(() => outbox.entries.length === 1)
  expect(arrived).toEqual(['lesson:2'])
  signedIn = 'ivo'
  await outbox.deliver()
  await until(() => outbox.entries.length === 0)
  expect(arrived).toEqual(['lesson:2', 'lesson:1'])
})
