import { beforeEach, describe, expect, jest, test } from '@jest/globals'
import { createPinia, setActivePinia } from 'pinia'

const refused = (code: string) => Object.assign(new Error(`refused: ${code}`), { code })

let sent: { path: string; id: string }[]
let answer: (path: string) => unknown
jest.unstable_mockModule('../useApi', () => ({
  addressOf: (name: string, { id = '' }: { id?: string }) => `${name} ${id}`,
  useApi: () => ({
    call: async (path: string, { body }: { body: { id: string } }) => {
      sent.push({ path, id: body.id })
      return answer(path)
    },
  }),
}))
const { useWrites } = await import('./writes')

let writes: ReturnType<typeof useWrites>
beforeEach(() => {
  setActivePinia(createPinia())
  writes = useWrites()
  sent = []
  answer = () => 'done'
})
const rename = (id: string, name: string) => writes.send('PUT /api/drills/:id/name', { id, body: { name } })
const ids = () => new Set(sent.map(each => each.id)).size
const failing = (code: string) => {
  answer = () => {
    throw refused(code)
  }
}

describe('the writes of the app', () => {
  test('each has an id of its own, and its answer comes back', async () => {
    expect(await writes.send('POST /api/drills', { body: { name: 'One', spec: {} } })).toBe('done')
    await writes.send('POST /api/drills', { body: { name: 'One', spec: {} } })
    expect(ids()).toBe(2)
  })

  test.each(['offline', 'unavailable', 'failed'])(
    'after %s it may have arrived: trying again is the same write',
    async code => {
      failing(code)
      await expect(rename('a', 'Ida')).rejects.toThrow(`refused: ${code}`)
      await expect(rename('a', 'Ida')).rejects.toThrow(`refused: ${code}`)
      answer = () => 'done'
      await rename('a', 'Ida')
      expect(ids()).toBe(1)
      await rename('a', 'Ida')
      expect(ids()).toBe(2)
    },
  )

  test('what says something else, or goes elsewhere, is another write', async () => {
    failing('offline')
    for (const [id, name] of [
      ['a', 'Ida'],
      ['a', 'Ada'],
      ['b', 'Ada'],
    ] as const)
      await expect(rename(id, name)).rejects.toThrow()
    // Taken back in between: to say the first thing again is not the first time.
    await expect(rename('a', 'Ida')).rejects.toThrow()
    expect(ids()).toBe(4)
  })

  test.each(['conflict', 'invalid', 'not-found', 'forbidden'])(
    'after %s nothing was written: the next is another write',
    async code => {
      failing(code)
      await expect(rename('a', 'Ida')).rejects.toThrow()
      await expect(rename('a', 'Ida')).rejects.toThrow()
      expect(ids()).toBe(2)
    },
  )
})
