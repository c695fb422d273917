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
const ran = name => checks.find(([each]) => each === name)?.[1]

// Lint, types and build count as one test each; the runners count their own.
for (const [name, result] of checks) {
  if (name === 'jest' || name.startsWith('playwright')) continue
  if (result === 'passed') passed++
  else failed++
  console.log(`${name}: ${result}`)
}

const jest = read('jest.json')
if (jest) {
  const { numPassedTests, numFailedTests, numRuntimeErrorTestSuites } = JSON.parse(jest)
  passed += numPassedTests
  failed += numFailedTests + numRuntimeErrorTestSuites
  console.log(`jest: ${numPassedTests} passed, ${numFailedTests + numRuntimeErrorTestSuites} failed`)
} else if (ran('jest')) {
  failed++
}

for (const [name] of checks.filter(([each]) => each.startsWith('playwright'))) {
  const report = read(`${name}.json`)
  if (report) {
    const { stats } = JSON.parse(report)
    passed += stats.expected
    failed += stats.unexpected + stats.flaky
    console.log(`${name}: ${stats.expected} passed, ${stats.unexpected + stats.flaky} failed`)
  } else {
    failed++
  }
}

console.log(`${passed} passed, ${failed} failed`)
process.exit(failed > 0 || passed === 0 ? 1 : 0)
