import { beforeEach, describe, expect, jest, test } from '@jest/globals'
import { createPinia, setActivePinia } from 'pinia'

const refused = (code: string) => Object.assign(new Error(`refused: ${code}`), { code })

let sent: { path: string; id: string }[]
let answer: (path: string) => unknown
const door = async (path: string, body: { id: string }) => {
  sent.push({ path, id: body.id })
  return answer(path)
}
jest.unstable_mockModule('../composables/useApi', () => ({
  ApiError: Error,
  useApi: () => ({ post: door, put: door }),
}))
const { useWrites } = await import('./writes')

let writes: ReturnType<typeof useWrites>
beforeEach(() => {
  setActivePinia(createPinia())
  writes = useWrites()
  sent = []
  answer = () => 'done'
})
const ids = () => new Set(sent.map(each => each.id)).size
const failing = (code: string) => {
  answer = () => {
    throw refused(code)
  }
}

describe('the writes of the app', () => {
  test('each has an id of its own, and its answer comes back', async () => {
    expect(await writes.post('/api/drills', { name: 'One' })).toBe('done')
    await writes.post('/api/drills', { name: 'One' })
    expect(ids()).toBe(2)
  })

  test.each(['offline', 'unavailable', 'failed'])(
    'after %s it may have arrived: trying again is the same write',
    async code => {
      failing(code)
      await expect(writes.put('/api/a', { name: 'Ida' })).rejects.toThrow(`refused: ${code}`)
      await expect(writes.put('/api/a', { name: 'Ida' })).rejects.toThrow(`refused: ${code}`)
      answer = () => 'done'
      await writes.put('/api/a', { name: 'Ida' })
      expect(ids()).toBe(1)
      await writes.put('/api/a', { name: 'Ida' })
      expect(ids()).toBe(2)
    },
  )

  test('what says something else, or goes elsewhere, is another write', async () => {
    failing('offline')
    for (const [path, name] of [
      ['/api/a', 'Ida'],
      ['/api/a', 'Ada'],
      ['/api/b', 'Ada'],
    ] as const)
      await expect(writes.put(path, { name })).rejects.toThrow()
    // Taken back in between: to say the first thing again is not the first time.
    await expect(writes.put('/api/a', { name: 'Ida' })).rejects.toThrow()
    expect(ids()).toBe(4)
  })

  test.each(['conflict', 'invalid', 'not-found', 'forbidden'])(
    'after %s nothing was written: the next is another write',
    async code => {
      failing(code)
      await expect(writes.post('/api/a', {})).rejects.toThrow()
      await expect(writes.post('/api/a', {})).rejects.toThrow()
      expect(ids()).toBe(2)
    },
  )
})
