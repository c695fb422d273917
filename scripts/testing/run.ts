import { mkdirSync, existsSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { loadavg } from 'node:os'
import { parseArgs } from 'node:util'
import { checksOf, HELPERS, PARTS, type Part } from './checks'
import { runJobs, type Outcome } from './jobs'
import { reportOf, type Report } from './reports'
import { slowness } from './slowness'

/**
 * Runs the checks; scripts/test.sh has installed what they need and started the database.
 *
 *     run.ts                          everything
 *     run.ts unit [words for Jest]    run.ts e2e [words for Playwright]
 *     run.ts changed [REF]            lint, types and the tests that changes since REF can touch (default: main)
 *     --keep-going                    to the end, also after a failure
 */
const { positionals, values, tokens } = parseArgs({
  options: { 'keep-going': { type: 'boolean', default: false } },
  allowPositionals: true,
  strict: false,
  tokens: true,
})
const part = (positionals[0] ?? 'all') as Part
if (!PARTS.includes(part)) {
  console.error(`Unknown part ${part}. Known: ${PARTS.join(' ')}`)
  process.exit(2)
}
/** What comes after the part is for Jest, for Playwright or a commit. */
const first = tokens.find(token => token.kind === 'positional')
const words = first ? process.argv.slice(2 + first.index + 1).filter(word => word !== '--keep-going') : []
const keepGoing = Boolean(values['keep-going'])

const RESULTS = '.data/results'
const TIMES = '.data/test-times'
/** Two processors, and one job more: each waits now and then. */
const ROOM = 3
rmSync(RESULTS, { recursive: true, force: true })
mkdirSync(RESULTS, { recursive: true })
const began = performance.now()
/** In a whole run every test shares the two processors with two other jobs. */
const OWN_LOAD = part === 'all' ? 2 : 1
const factor = OWN_LOAD * (await slowness())
const corpus = `${process.cwd()}/.data/results/corpus.json`
Object.assign(process.env, {
  TEST_SLOW_FACTOR: String(factor),
  TEST_CORPUS: corpus,
  FIDACTYL_DRILL_SECONDS: String(Math.ceil(10 * factor)),
  // Long enough for a flood to fit into it, short enough to be waited for.
  FIDACTYL_SIGN_IN_WINDOW_SECONDS: String(Math.ceil(6 * factor)),
})

let counted = { passed: 0, failed: 0 }
const seconds: Record<string, number> = {}

/** Adds up what a job came to. Lint, types and build count as one test each; the runners count their own. */
function count({ job, result }: Outcome, report: Report | null) {
  const failed = Math.max(report?.failures.length ?? 0, result === 'failed' ? 1 : 0)
  const passed = report ? report.passed : result === 'passed' && !HELPERS.includes(job.name) ? 1 : 0
  counted = { passed: counted.passed + passed, failed: counted.failed + failed }
  return report ? `${passed} passed, ${failed} failed` : result
}

function said(outcome: Outcome) {
  const { job, result, log } = outcome
  const report = result === 'stopped' && job.name !== 'journeys' ? null : reportOf(job.name, RESULTS)
  const what = count(outcome, report)
  if (!HELPERS.includes(job.name)) seconds[job.name] = outcome.seconds
  Object.assign(seconds, report?.seconds)
  if (result === 'stopped' && outcome.seconds === 0) return
  if (result !== 'passed' || !HELPERS.includes(job.name))
    console.log(`== ${job.name}: ${result === 'stopped' ? 'stopped' : what} (${outcome.seconds.toFixed(0)} s)`)
  for (const title of report?.flaky ?? []) console.log(`  passed at the second try: ${title}`)
  if (result !== 'failed') return
  for (const { title, message, alone } of report?.failures.slice(0, 5) ?? [])
    console.log(`\nFAILED  ${title}\n${message}\n\n  run it alone:  ${alone}\n`)
  if (!report || report.failures.length === 0)
    console.log(`\nFAILED  ${job.name}\n${tail(log)}\n\n  run it alone:  ${job.command.join(' ')}\n`)
}
const tail = (log: string) => readFileSync(log, 'utf8').trimEnd().split('\n').slice(-40).join('\n')

if (factor > OWN_LOAD)
  console.log(`  this machine is ${factor / OWN_LOAD} times slower than a quiet one: time limits are as much longer`)
const jobs = checksOf(part, { words, keepGoing, results: RESULTS, corpus })
if (jobs.length === 0) {
  console.log('nothing has changed')
  process.exit(0)
}
const outcomes = await runJobs(jobs, { logs: RESULTS, room: ROOM, keepGoing, onEnd: said })

const wall = (performance.now() - began) / 1000
const suites = Object.entries(seconds).filter(([name]) => name.includes('.'))
if (part === 'all') {
  for (const [name, time] of suites.sort((a, b) => b[1] - a[1]))
    console.log(`${time.toFixed(1).padStart(7)} s  ${name}`)
  console.log('\nThe ten slowest:')
}
for (const [name, time] of suites.sort((a, b) => b[1] - a[1]).slice(0, 10))
  console.log(`${time.toFixed(1).padStart(7)} s  ${name}`)
console.log(`\n${wall.toFixed(0)} s, slow factor ${factor}, load ${loadavg()[0]!.toFixed(1)} at the end`)
const green = outcomes.every(({ result }) => result === 'passed')
if (part === 'all' && green) {
  mkdirSync(TIMES, { recursive: true })
  if (existsSync(`${TIMES}/last.json`)) renameSync(`${TIMES}/last.json`, `${TIMES}/before.json`)
  writeFileSync(`${TIMES}/last.json`, JSON.stringify({ at: new Date().toISOString(), wall, factor, seconds }))
}
console.log(`${counted.passed} passed, ${counted.failed} failed`)
process.exit(green && counted.passed > 0 ? 0 : 1)
