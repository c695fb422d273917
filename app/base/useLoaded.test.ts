import { beforeEach, describe, expect, jest, test } from '@jest/globals'
import { ref } from 'vue'
import { inScope, until } from './tests/composables'

let asked: string[]
let answer: (id: string) => unknown
jest.unstable_mockModule('./useApi', () => ({
  addressOf: (name: string, call: { id: string }) => `${name} ${call.id}`,
  useApi: () => ({
    call: async (_: string, { id }: { id: string }) => {
      asked.push(id)
      return answer(id)
    },
  }),
}))
const { useLoaded } = await import('./useLoaded')
const { queryClient } = await import('./query-client')

beforeEach(() => {
  queryClient.clear()
  asked = []
  answer = id => ({ name: `student ${id}` })
})
const studentPage = (id: () => string | null) =>
  inScope(() =>
    useLoaded('GET /api/students/:id', () => {
      const now = id()
      return now === null ? null : { id: now }
    }),
  )

describe('what is read from the server', () => {
  test('read again when its address changes; what was there stays until the new answer is here', async () => {
    const id = ref('a')
    const page = studentPage(() => id.value).value
    expect(page.data.value).toBeNull()
    await until(() => page.data.value !== null)
    let arrive = () => {}
    answer = () => new Promise(resolve => (arrive = () => resolve({ name: 'student b' })))
    id.value = 'b'
    await until(() => asked.length === 2)
    expect(page.data.value).toEqual({ name: 'student a' })
    arrive()
    await until(() => (page.data.value as unknown as { name: string }).name === 'student b')
    expect(asked).toEqual(['a', 'b'])
  })

  test('a page opened again shows what was read last and reads it anew', async () => {
    const first = studentPage(() => 'a')
    await until(() => first.value.data.value !== null)
    first.end()
    answer = () => ({ name: 'renamed' })
    const again = studentPage(() => 'a')
    expect(again.value.data.value).toEqual({ name: 'student a' })
    await until(() => (again.value.data.value as unknown as { name: string }).name === 'renamed')
    expect(asked).toEqual(['a', 'a'])
    again.end()
  })

  test('two that read the same share one answer, also when one of them reads again', async () => {
    const [one, other] = [studentPage(() => 'a'), studentPage(() => 'a')]
    await until(() => one.value.data.value !== null && other.value.data.value !== null)
    expect(asked).toEqual(['a'])
    answer = () => ({ name: 'renamed' })
    await one.value.reload()
    expect(other.value.data.value).toEqual({ name: 'renamed' })
    one.end()
    other.end()
  })

  test('a refusal is told, what was there stays, and reading again clears it', async () => {
    const page = studentPage(() => 'a').value
    await until(() => page.data.value !== null)
    answer = () => {
      throw new Error('away')
    }
    await page.reload()
    expect([page.error.value?.message, page.data.value]).toEqual(['away', { name: 'student a' }])
    answer = () => ({ name: 'back' })
    await page.reload()
    expect([page.error.value, page.data.value]).toEqual([null, { name: 'back' }])
  })

  test('nothing is read without an address, and nothing is shown', async () => {
    const id = ref<string | null>(null)
    const page = studentPage(() => id.value).value
    await page.reload()
    expect([asked, page.data.value]).toEqual([[], null])
    id.value = 'a'
    await until(() => page.data.value !== null)
    id.value = null
    expect(page.data.value).toBeNull()
  })
})
