import { writeFileSync } from 'node:fs'
import fc from 'fast-check'
import { answerOne } from '../core/formats/door'
import { mutatedRequest } from '../core/score/mutated-spec.test.data'

// Run by `npm run fuzz`, bundled, in a process whose heap may hold 300 MB and no more.
const count = Number(process.argv[2] ?? 20_000)
const seed = Number(process.argv[3] ?? Date.now() % 1_000_000)
const MOST_MS = 1000

/** Time of this process's own work, ms: what else the machine does is no fault of a drill. */
function cpuMs(work: () => unknown): number {
  const before = process.cpuUsage()
  work()
  const { user, system } = process.cpuUsage(before)
  return (user + system) / 1000
}

const times: number[] = []
let refused = 0
let slowest = { ms: 0, request: null as unknown }
console.log(`${count} requests, seed ${seed}`)
for (let done = 0; done < count; done += 500) {
  for (const request of fc.sample(mutatedRequest, { seed: seed + done, numRuns: Math.min(500, count - done) })) {
    let answer: ReturnType<typeof answerOne> | undefined
    const first = cpuMs(() => (answer = answerOne(request)))
    // What is over the bound is asked again: the first may have paid for rubbish of others before it.
    const ms =
      first > MOST_MS
        ? Math.min(
            first,
            cpuMs(() => answerOne(request)),
          )
        : first
    times.push(ms)
    if (answer && 'error' in answer) refused++
    if (ms > slowest.ms) slowest = { ms, request }
  }
  process.stderr.write(`\r  ${Math.min(done + 500, count)}`)
}
times.sort((a, b) => a - b)
const at = (share: number) => times[Math.min(times.length - 1, Math.floor(times.length * share))]!.toFixed(1)
console.log(`\n${refused} refused in words, ${count - refused} answered; nothing thrown`)
console.log(
  `CPU time: p50 ${at(0.5)} ms, p95 ${at(0.95)} ms, p99 ${at(0.99)} ms, longest ${at(1)} ms; most memory ${Math.round(process.resourceUsage().maxRSS / 1024)} MB`,
)
writeFileSync('.data/fuzz-slowest.json', JSON.stringify(slowest.request))
if (slowest.ms > MOST_MS) {
  console.log(`over ${MOST_MS} ms: see .data/fuzz-slowest.json`)
  process.exitCode = 1
}
