import { beforeEach, describe, expect, jest, test } from '@jest/globals'
import { ref, type Ref } from 'vue'
import { inScope, until } from './tests/composables'

/** Questions the worker was asked, each with the way to answer it. */
let questions: { spec: unknown; answer: (value?: unknown) => void }[] = []
let ended = 0
jest.unstable_mockModule('./useEngine', () => ({
  plain: (value: unknown) => structuredClone(value),
  useEngine: () => ({
    ask: () => ({
      judge: (spec: unknown) =>
        new Promise(resolve => {
          questions.push({ spec, answer: (value = { ok: true, value: spec }) => resolve(value) })
        }),
    }),
    end: () => {
      ended++
    },
  }),
}))
const { useVerdict } = await import('./useVerdict')

let spec: Ref<string>
let verdict: ReturnType<typeof useVerdict>
beforeEach(async () => {
  questions = []
  ended = 0
  spec = ref('first')
  verdict = inScope(() => useVerdict(() => ({ spec: spec.value, context: {} }))).value
  await until(() => questions.length === 1)
})
const settle = () => new Promise(resolve => setTimeout(resolve, 90))

describe('asking the engine', () => {
  test('it is asked at once, and busy until it answers', async () => {
    expect(verdict.busy.value).toBe(true)
    questions[0]!.answer()
    await until(() => !verdict.busy.value)
    expect(verdict.answer.value).toEqual({ ok: true, value: 'first' })
  })

  test('changes in a hurry are one question', async () => {
    questions[0]!.answer()
    await until(() => !verdict.busy.value)
    for (const next of ['a', 'b', 'c']) spec.value = next
    await settle()
    expect(questions.map(question => question.spec)).toEqual(['first', 'c'])
  })

  test('while one is worked on only the last of the others waits, and an answer that was overtaken is not shown', async () => {
    for (const next of ['second', 'third']) {
      spec.value = next
      await settle()
    }
    expect(questions).toHaveLength(1)
    questions[0]!.answer()
    await until(() => questions.length === 2)
    expect(verdict.answer.value).toBeNull()
    expect(questions[1]!.spec).toBe('third')
    questions[1]!.answer()
    await until(() => verdict.answer.value !== null)
    expect(verdict.answer.value).toEqual({ ok: true, value: 'third' })
  })

  test('a long question can be stopped, and asked again by hand', async () => {
    verdict.stop()
    expect([verdict.busy.value, verdict.stopped.value, ended]).toEqual([false, true, 1])
    void verdict.ask()
    await until(() => questions.length === 2)
    expect(verdict.stopped.value).toBe(false)
    questions[1]!.answer()
    await until(() => verdict.answer.value !== null)
  })

  test('an answer to a question that was stopped is not shown', async () => {
    verdict.stop()
    questions[0]!.answer()
    await settle()
    expect(verdict.answer.value).toBeNull()
  })
})
