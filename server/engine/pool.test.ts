import { afterAll, describe, expect, test } from '@jest/globals'
import { execFileSync } from 'node:child_process'
import { join } from 'node:path'
import { setTimeout } from 'node:timers/promises'
import { SPEC } from '../tests/studio'
import { localEngine } from './engine'
import { openEngine } from './pool'

// Built for the run by scripts/testing/run.ts, as the server's own worker is built.
const open = (deadlineMs: number) =>
  openEngine({
    script: join(process.cwd(), '.data/programs/stubborn-worker.test.data.js'),
    workers: 2,
    mostWaiting: 3,
    deadlineMs,
    heapMb: 96,
  })
/** Time for a process to start and answer, on a slow machine too. */
const HASTY_SECONDS = Math.ceil(3 * Number(process.env.TEST_SLOW_FACTOR ?? 1))
const opened = open(120_000)
const hasty = open(HASTY_SECONDS * 1000)
const engine = opened.of(null)
afterAll(() => Promise.all([opened.close(), hasty.close()]))

const refusal = (work: Promise<unknown>) =>
  work.then(
    () => null,
    (error: { code?: string; message: string }) => ({ code: error.code, message: error.message }),
  )

/** Processes of both pools, by the kernel's own list. */
const processes = () =>
  execFileSync('ps', ['--ppid', String(process.pid), '-o', 'pid,args'], { encoding: 'utf8' })
    .split('\n')
    .filter(line => line.includes('stubborn-worker'))
    .map(line => Number(line.trim().split(' ')[0]))

describe('the engine in processes of its own', () => {
  test('answers as the engine in this process does', async () => {
    expect(await engine.write(SPEC)).toEqual(await localEngine.write(SPEC))
    expect(await engine.write({ ...SPEC, position: 18 })).toEqual(await localEngine.write({ ...SPEC, position: 18 }))
    expect(await engine.checkPins(SPEC, { 'p9.s6.2': 4 })).toEqual({
      path: 'pins.p9.s6.2',
      message: 'no note has this key',
    })
    expect(JSON.parse(await engine.answer(JSON.stringify(SPEC)))).toMatchObject({
      kind: 'sheet',
      fingering: { cost: expect.any(Number) },
    })
  })

  test('one process more than work at once stands ready, for starting one takes long', async () => {
    await engine.write(SPEC)
    expect(processes()).toHaveLength(2 * (2 + 1))
  })

  test('it is closed also where a process of it was ended from outside, and leaves none behind', async () => {
    const others = processes()
    const itsOwn = () => processes().filter(pid => !others.includes(pid))
    const brief = open(120_000)
    await brief.of(null).write(SPEC)
    const lost = itsOwn()[0]!
    process.kill(lost, 'SIGKILL')
    while (processes().includes(lost)) await setTimeout(100)
    await brief.close()
    while (itsOwn().length > 0) await setTimeout(100)
  })

  test('a question that takes too long is refused in words, and the next is answered', async () => {
    expect(await refusal(hasty.of(null).write('forever'))).toEqual({
      code: 'invalid',
      message: `this drill takes more than ${HASTY_SECONDS} seconds to work out: make it shorter`,
    })
    expect(await hasty.of(null).write(SPEC)).toMatchObject({ ok: true })
  })

  test('one that fills its memory is refused in words; this process does not grow by it', async () => {
    const before = process.memoryUsage().rss
    expect(await refusal(engine.write('memory'))).toEqual({
      code: 'invalid',
      message: 'this drill needs too much memory to work out: make it shorter',
    })
    expect(process.memoryUsage().rss - before).toBeLessThan(100_000_000)
    expect(await engine.write(SPEC)).toMatchObject({ ok: true })
  })

  test('workers ended from outside are replaced, and nobody notices', async () => {
    await Promise.all([engine.write(SPEC), engine.write(SPEC)])
    for (let round = 0; round < 3; round++) {
      const ended = processes()
      expect(ended.length).toBeGreaterThan(0)
      for (const pid of ended) process.kill(pid, 'SIGKILL')
      expect(await Promise.all([engine.write(SPEC), engine.write(SPEC)])).toMatchObject([{ ok: true }, { ok: true }])
    }
  })

  test('one that ends its process again and again is given up', async () => {
    expect(await refusal(engine.write('killed'))).toMatchObject({ code: 'invalid' })
    expect(await engine.write(SPEC)).toMatchObject({ ok: true })
  })

  test('when too many wait the next is told so at once, and those who wait are answered', async () => {
    const asked = Array.from({ length: 5 }, (_, i) => opened.of(`teacher ${i}`).write('slowly'))
    expect(await refusal(engine.write(SPEC))).toMatchObject({
      code: 'unavailable',
      message: expect.stringContaining('Too many drills'),
    })
    expect(await Promise.all(asked)).toHaveLength(5)
  })
})
