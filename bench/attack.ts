import { randomUUID } from 'node:crypto'
import { agent, ask, browser, ORDINARY, teachersAtWork } from './asking'
import { rssMb } from './machine'
import { at, sorted, table } from './studio'

const { teachers, cookies } = await teachersAtWork()
// Open since before the strangers came; theirs are opened all at once, and whoever opens another waits behind them.
const own = browser()
const seconds = 60
const quiet = await meFor(20)
const until = performance.now() + seconds * 1000
const guesses: number[] = []
const drills: number[] = []
const worst = {
  version: 1,
  family: 'free',
  fingering: { rule: 'best' },
  instrument: { preset: 'electric', frets: 24, tuning: [50, 50, 50, 50, 50, 50, 50, 50] },
  free: {
    // No two chords alike, and a thousand ways to finger each.
    notes: Array.from({ length: 128 }, (_, k) =>
      Array.from({ length: 8 }, (_, j) => ({ at: k * 1260, dur: 1260, midi: 55 + ((k * 5) % 13) + ((k >> j) & 1) })),
    ).flat(),
  },
}
const attackers = [
  ...Array.from({ length: 100 }, async (_, i) => {
    while (performance.now() < until)
      guesses.push(
        (
          await ask('POST', '/api/sign-in', '', {
            name: i % 2 === 0 ? teachers[0]!.name : `nobody-${randomUUID()}`,
            password: 'wrong',
          })
        ).status,
      )
  }),
  ...Array.from({ length: 20 }, async (_, i) => {
    while (performance.now() < until) {
      const { status } = await ask('POST', '/api/drills/realise', cookies[1 + (i % (cookies.length - 1))]!, worst)
      drills.push(status)
      // Refused at once for asking too much at once: a program would wait as long as it is told.
      if (status === 429 || status === 503) await new Promise(resolve => setTimeout(resolve, 200))
    }
  }),
]
const [under, worked] = await Promise.all([meFor(seconds - 5), drillsFor(seconds - 5)])
await Promise.all(attackers)
const tally = (list: readonly number[]) =>
  [...new Set(list)]
    .sort()
    .map(status => `${status}: ${list.filter(each => each === status).length}`)
    .join(', ')
table([
  ['GET /api/me alone', ...quiet],
  ['while 100 guess passwords and 20 send the worst drills', ...under],
  ["that teacher's own drills, worked out meanwhile", ...worked],
])
console.log(`guesses ${tally(guesses)}; drills ${tally(drills)}; aim p99 < 200 ms; server ${rssMb()} MB`)

/** A teacher who asks twenty times a second, for so many seconds. */
async function meFor(seconds: number): Promise<string[]> {
  const times: number[] = []
  const waiting: Promise<void>[] = []
  for (let i = 0; i < seconds * 20; i++) {
    waiting.push(
      ask('GET', '/api/me', cookies[0]!, undefined, own).then(({ ms, status }) => {
        times.push(status === 200 ? ms : Infinity)
      }),
    )
    await new Promise(resolve => setTimeout(resolve, 50))
  }
  await Promise.all(waiting)
  return percentiles(times)
}

/** The same teacher has an ordinary drill worked out every other second, for so many seconds. */
async function drillsFor(seconds: number): Promise<string[]> {
  const times: number[] = []
  for (const until = performance.now() + seconds * 1000; performance.now() < until;) {
    const { ms, status } = await ask('POST', '/api/drills/realise', cookies[0]!, ORDINARY, own)
    times.push(status === 200 ? ms : Infinity)
    await new Promise(resolve => setTimeout(resolve, 2000))
  }
  return percentiles(times)
}

function percentiles(times: readonly number[]): string[] {
  const list = sorted(times)
  return [
    `p50 ${at(list, 0.5).toFixed(0)}`,
    `p95 ${at(list, 0.95).toFixed(0)}`,
    `p99 ${at(list, 0.99).toFixed(0)} ms`,
    `longest ${at(list, 1).toFixed(0)} ms`,
  ]
}
agent.destroy()
own.destroy()
