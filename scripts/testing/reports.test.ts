import { expect, test } from '@jest/globals'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { readJest, readPlaywright } from './reports'

const kept = (report: object) => {
  const file = join(mkdtempSync(join(tmpdir(), 'reports-')), 'report.json')
  writeFileSync(file, JSON.stringify(report))
  return file
}
const spec = (title: string, status: string, ...errors: readonly (string | null)[]) => ({
  title,
  file: 'week.spec.ts',
  line: 7,
  tests: [{ status, results: errors.map(message => ({ duration: 500, errors: message ? [{ message }] : [] })) }],
})

test('a journey that passed at the second try counts as passed and is named; one that failed twice fails', () => {
  const file = kept({
    suites: [
      {
        specs: [
          spec('walks', 'expected', null),
          spec('stumbles', 'flaky', 'not yet', null),
          spec('falls', 'unexpected', 'no', 'no again'),
          spec('waits', 'skipped'),
        ],
      },
    ],
  })
  expect(readPlaywright(file)).toMatchObject({
    passed: 2,
    flaky: ['e2e/week.spec.ts › stumbles'],
    failures: [
      { title: 'e2e/week.spec.ts › falls', message: 'no\nno again', alone: 'npm run test:e2e -- week.spec.ts:7' },
    ],
    seconds: { 'e2e/week.spec.ts › stumbles': 1 },
  })
})

test('a suite of Jest that cannot begin is a failure too', () => {
  const suite = { name: join(process.cwd(), 'core/a.test.ts'), startTime: 0, endTime: 2000, message: 'cannot be read' }
  const file = kept({ numPassedTests: 0, testResults: [{ ...suite, status: 'failed', assertionResults: [] }] })
  expect(readJest(file)).toEqual({
    passed: 0,
    failures: [{ title: 'core/a.test.ts', message: 'cannot be read', alone: 'npm run test:unit -- core/a.test.ts' }],
    seconds: { 'core/a.test.ts': 2 },
  })
})
