import { writeFileSync } from 'node:fs'
import fc from 'fast-check'
import { answerOne } from '../core/formats/door'
import { readCsv } from '../core/formats/csv/read'
import { HURTFUL_FILES } from '../core/formats/hurtful-files.test.data'
import { mutatedFile, mutatedList } from '../core/formats/mutated-file.test.data'
import { readFile } from '../core/formats/read-file'
import { readRoster } from '../shared/records/roster'
import { realise } from '../core/score/realise'
import { mutatedRequest } from '../core/score/mutated-spec.test.data'

// Run by `npm run fuzz`, bundled, in a process whose heap may hold 300 MB and no more.
const files = process.argv[2] === 'files'
const [asked, seeded] = process.argv.slice(files ? 3 : 2)
const count = Number(asked ?? 20_000)
const seed = Number(seeded ?? Date.now() % 1_000_000)
const MOST_MS = 1000
/** What a file built to hurt may take: processor time, ms. Memory is bounded by the heap of this process. */
const MOST_HURTFUL_MS = 2000
/** Where the slowest is kept, or what throws. */
const KEPT = files ? '.data/fuzz-kept.bin' : '.data/fuzz-kept.json'

/** One thing to ask: a drill of the door, or a broken file of the readers. */
const question: fc.Arbitrary<unknown> = files
  ? fc.oneof({ weight: 9, arbitrary: mutatedFile }, { weight: 1, arbitrary: mutatedList })
  : mutatedRequest
/** Whether it was refused in words. */
function refusedOf(asked: unknown): boolean {
  if (!files) return 'error' in answerOne(asked)
  const table = readCsv(asked as Uint8Array)
  if (table.ok) readRoster(table, ['Ada'], [])
  const read = readFile(asked as Uint8Array)
  if (read.ok) return !realise({ ...read.spec, fingering: { rule: 'one-per-fret' } }).ok
  if (!/^[^\n]{8,400}[.…]$/.test(read.why)) throw new Error(`not one sentence: ${read.why}`)
  return true
}

/** Time of this process's own work, ms: what else the machine does is no fault of a drill. */
function cpuMs(work: () => unknown): number {
  const before = process.cpuUsage()
  work()
  const { user, system } = process.cpuUsage(before)
  return (user + system) / 1000
}

/** Whether it was refused in words; what throws is kept for whoever mends it. */
function asks(request: unknown): boolean {
  try {
    return refusedOf(request)
  } catch (error) {
    write(request)
    console.log(`\nthrown by ${KEPT}`)
    throw error
  }
}
const write = (request: unknown) =>
  writeFileSync(KEPT, files ? Buffer.from(request as Uint8Array) : JSON.stringify(request))

if (files)
  for (const [name, make] of HURTFUL_FILES) {
    const made = make()
    const bytes = typeof made === 'string' ? new TextEncoder().encode(made) : made
    const ms = Math.min(...[1, 2].map(() => cpuMs(() => asks(bytes))))
    if (ms <= MOST_HURTFUL_MS) continue
    console.log(`over ${MOST_HURTFUL_MS} ms: ${name} took ${Math.round(ms)} ms`)
    process.exitCode = 1
  }

const times: number[] = []
let refused = 0
let slowest = { ms: 0, request: null as unknown }
console.log(`${count} ${files ? 'files' : 'requests'}, seed ${seed}`)
for (let done = 0; done < count; done += 500) {
  for (const request of fc.sample(question, { seed: seed + done, numRuns: Math.min(500, count - done) })) {
    let isRefused = false
    const first = cpuMs(() => (isRefused = asks(request)))
    // What is over the bound is asked again: the first may have paid for rubbish of others before it.
    const ms =
      first > MOST_MS
        ? Math.min(
            first,
            cpuMs(() => asks(request)),
          )
        : first
    times.push(ms)
    if (isRefused) refused++
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
write(slowest.request)
if (slowest.ms > MOST_MS) {
  console.log(`over ${MOST_MS} ms: see ${KEPT}`)
  process.exitCode = 1
}
