import { existsSync, readFileSync } from 'node:fs'

/** A whole run of the tests, as scripts/testing/run.ts keeps it. */
interface Run {
  readonly at: string
  readonly wall: number
  readonly factor: number
  readonly seconds: Readonly<Record<string, number>>
}

const read = (file: string): Run | null => (existsSync(file) ? (JSON.parse(readFileSync(file, 'utf8')) as Run) : null)
const [before, last] = ['before', 'last'].map(name => read(`.data/test-times/${name}.json`))
if (!last) {
  console.error('No whole run of the tests is kept: run npm test first.')
  process.exit(2)
}

const day = ({ at, factor }: Run) => `${at.slice(0, 16).replace('T', ' ')}, slow factor ${factor}`
console.log(`last    ${day(last)}\nbefore  ${before ? day(before) : 'none is kept'}\n`)
console.log('   last  before   ratio')
const row = (name: string, now: number, then: number | undefined) =>
  console.log(
    `${now.toFixed(1).padStart(7)} ${(then?.toFixed(1) ?? '').padStart(7)} ${(then ? (now / then).toFixed(2) : '').padStart(7)}  ${name}`,
  )
row('the whole run', last.wall, before?.wall)
/** Less than this is not worth a line, seconds. */
const LEAST = 2
for (const [name, now] of Object.entries(last.seconds).sort((a, b) => b[1] - a[1]))
  if (now >= LEAST) row(name, now, before?.seconds[name])
