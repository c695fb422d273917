// Sums what the test runners reported and prints the closing line; ends with 1 when anything failed or nothing ran.
import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'

const folder = process.argv[2]
const read = name => (existsSync(join(folder, name)) ? readFileSync(join(folder, name), 'utf8') : '')
let passed = 0
let failed = 0

const checks = read('checks')
  .trim()
  .split('\n')
  .filter(Boolean)
  .map(line => line.split(' '))

/** What a runner's own report counts: passed, failed. */
const COUNTS = {
  jest: ({ numPassedTests, numFailedTests, numRuntimeErrorTestSuites }) => [
    numPassedTests,
    numFailedTests + numRuntimeErrorTestSuites,
  ],
  playwright: ({ stats }) => [stats.expected, stats.unexpected + stats.flaky],
}

// Lint, types and build count as one test each; the runners count their own.
for (const [name, result] of checks) {
  const counts = COUNTS[name.split('-')[0]]
  if (!counts) {
    if (result === 'passed') passed++
    else failed++
    console.log(`${name}: ${result}`)
    continue
  }
  const report = read(`${name}.json`)
  const [good, bad] = report ? counts(JSON.parse(report)) : [0, 1]
  // One that ended badly without counting a failure did not run to its end.
  const all = bad === 0 && result !== 'passed' ? 1 : bad
  passed += good
  failed += all
  console.log(`${name}: ${good} passed, ${all} failed`)
}

console.log(`${passed} passed, ${failed} failed`)
process.exit(failed > 0 || passed === 0 ? 1 : 0)
