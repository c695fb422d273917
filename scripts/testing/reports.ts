import { existsSync, readFileSync } from 'node:fs'
import { relative } from 'node:path'

/** A test that failed, with the command that runs it alone. */
export interface Failure {
  readonly title: string
  readonly message: string
  readonly alone: string
}

/** What a test runner's own report says. */
export interface Report {
  readonly passed: number
  readonly failures: readonly Failure[]
  /** What failed at first and passed when it was tried once more. */
  readonly flaky?: readonly string[]
  /** Seconds of each suite or journey, by its name. */
  readonly seconds: Readonly<Record<string, number>>
}

interface JestReport {
  readonly numPassedTests: number
  readonly testResults: readonly {
    readonly name: string
    readonly startTime: number
    readonly endTime: number
    readonly message: string
    readonly status: string
    readonly assertionResults: readonly {
      readonly status: string
      readonly title: string
      readonly failureMessages: readonly string[]
    }[]
  }[]
}

interface PlaywrightSuite {
  readonly file?: string
  readonly suites?: readonly PlaywrightSuite[]
  readonly specs?: readonly {
    readonly title: string
    readonly file: string
    readonly line: number
    readonly tests: readonly {
      readonly status: 'expected' | 'unexpected' | 'flaky' | 'skipped'
      readonly results: readonly {
        readonly duration: number
        readonly errors: readonly { readonly message?: string }[]
      }[]
    }[]
  }[]
}

const quoted = (text: string) => `'${text.replaceAll("'", `'\\''`)}'`
/** A title as a pattern of Jest. */
const pattern = (title: string) => quoted(title.replaceAll(/[$()*+.?[\\\]^{|}]/g, '\\$&'))

/** Reads what Jest wrote with `--json`. */
export function readJest(file: string): Report {
  const { numPassedTests, testResults } = JSON.parse(readFileSync(file, 'utf8')) as JestReport
  const failures = testResults.flatMap(({ name, message, status, assertionResults }) => {
    const path = relative(process.cwd(), name)
    const failed = assertionResults.filter(each => each.status === 'failed')
    if (failed.length === 0)
      return status === 'failed' ? [{ title: path, message, alone: `npm run test:unit -- ${path}` }] : []
    return failed.map(({ title, failureMessages }) => ({
      title: `${path} › ${title}`,
      message: failureMessages.join('\n'),
      alone: `npm run test:unit -- ${path} -t ${pattern(title)}`,
    }))
  })
  const seconds = Object.fromEntries(
    testResults.map(({ name, startTime, endTime }) => [relative(process.cwd(), name), (endTime - startTime) / 1000]),
  )
  return { passed: numPassedTests, failures, seconds }
}

/** Reads what Playwright's JSON reporter wrote. */
export function readPlaywright(file: string): Report {
  const { suites } = JSON.parse(readFileSync(file, 'utf8')) as { readonly suites: readonly PlaywrightSuite[] }
  const all = suites.flatMap(function specsOf(suite: PlaywrightSuite): NonNullable<PlaywrightSuite['specs']> {
    return [...(suite.specs ?? []), ...(suite.suites ?? []).flatMap(specsOf)]
  })
  const tests = all.flatMap(spec => spec.tests.map(test => ({ spec, ...test })))
  const seconds: Record<string, number> = {}
  for (const { spec, results } of tests) {
    const name = `e2e/${spec.file} › ${spec.title}`
    seconds[name] = (seconds[name] ?? 0) + results.reduce((sum, { duration }) => sum + duration, 0) / 1000
  }
  return {
    passed: tests.filter(({ status }) => status === 'expected' || status === 'flaky').length,
    flaky: tests.filter(({ status }) => status === 'flaky').map(({ spec }) => `e2e/${spec.file} › ${spec.title}`),
    failures: tests
      .filter(({ status }) => status === 'unexpected')
      .map(({ spec, results }) => ({
        title: `e2e/${spec.file} › ${spec.title}`,
        message: results.flatMap(({ errors }) => errors.map(each => each.message ?? '')).join('\n'),
        alone: `npm run test:e2e -- ${spec.file}:${spec.line}`,
      })),
    seconds,
  }
}

/** The report of a job that a test runner made; null for a check that has none. */
export function reportOf(job: string, folder: string): Report | null {
  const file = `${folder}/${job}.json`
  if (!/^(core|server|app|journeys)/.test(job) || !existsSync(file)) return null
  return job.startsWith('journeys') ? readPlaywright(file) : readJest(file)
}
