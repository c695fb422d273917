import { afterAll, describe, expect, test } from '@jest/globals'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { touched } from './changed'
import { runJobs, type Job } from './jobs'

const logs = mkdtempSync(join(tmpdir(), 'fidactyl-jobs-'))
afterAll(() => rmSync(logs, { recursive: true, force: true }))

const job = (name: string, script: string, more: Partial<Job> = {}): Job => ({
  name,
  command: ['bash', '-c', script],
  ...more,
})
const run = async (jobs: readonly Job[], more: { room?: number; keepGoing?: boolean } = {}) =>
  (await runJobs(jobs, { logs, room: 2, ...more })).map(({ job: { name }, result }) => `${name} ${result}`)

describe('jobs side by side', () => {
  test('a job begins when those it waits for have ended, and its words are in its log', async () => {
    const file = join(logs, 'order')
    const write = (letter: string) => `echo ${letter}; echo -n ${letter} >> ${file}`
    await run([
      job('last', write('c'), { after: ['first', 'second'] }),
      job('first', write('a')),
      job('second', `sleep 0.2; ${write('b')}`),
    ])
    expect(readFileSync(file, 'utf8')).toBe('abc')
    expect(readFileSync(join(logs, 'last.log'), 'utf8')).toBe('c\n')
  })

  test('no more run at once than there is room for; each as soon as one has ended', async () => {
    const file = join(logs, 'room')
    const step = `echo -n '(' >> ${file}; sleep 0.15; echo -n ')' >> ${file}`
    await run([job('a', step), job('b', step), job('c', step)], { room: 1 })
    expect(readFileSync(file, 'utf8')).toBe('()()()')
  })

  test('the first failure stops what runs and what has not begun', async () => {
    const began = Date.now()
    const found = await run([job('long', 'sleep 60'), job('bad', 'exit 3'), job('next', 'true', { after: ['long'] })])
    expect(found.toSorted()).toEqual(['bad failed', 'long stopped', 'next stopped'])
    expect(Date.now() - began).toBeLessThan(30_000)
  })

  test('when it is asked to keep going, all the others run to their end', async () => {
    const found = await run([job('bad', 'exit 3'), job('good', 'true'), job('after', 'true', { after: ['bad'] })], {
      keepGoing: true,
    })
    expect(found.toSorted()).toEqual(['after passed', 'bad failed', 'good passed'])
  })

  test('a job that waits for none of the list is refused, not waited for', async () => {
    await expect(run([job('alone', 'true', { after: ['nobody'] })])).rejects.toThrow('alone')
  })

  test('a command that is not there fails with its name', async () => {
    expect(await run([{ name: 'none', command: ['no-such-command'] }])).toEqual(['none failed'])
    expect(readFileSync(join(logs, 'none.log'), 'utf8')).toContain('no-such-command')
  })
})

test.each([
  [['core/grade/part.ts'], { lintable: 1, tests: 1, journeys: [] }],
  [['app/lesson/LessonPage.vue'], { lintable: 1, tests: 1, journeys: ['lesson.spec.ts', 'week.spec.ts'] }],
  [['server/subjects/people/roster.ts', 'docs/guide.md'], { lintable: 1, tests: 1, journeys: ['newcomer.spec.ts'] }],
  [['server/subjects/people/roster.test.ts'], { lintable: 1, tests: 1, journeys: [] }],
  [['e2e/hand.spec.ts'], { lintable: 1, tests: 0, journeys: ['hand.spec.ts'] }],
  [['README.md'], { lintable: 0, tests: 0, journeys: [] }],
])('what a change of %j can touch', (files, expected) => {
  const { lintable, tests, journeys } = touched(files)
  expect({ lintable: lintable.length, tests: tests.length, journeys }).toEqual(expected)
})
