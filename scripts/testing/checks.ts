import { changedSince, touched } from './changed'
import type { Job } from './jobs'

/** What a run is asked for, and where it keeps what it makes. */
export interface Run {
  /** What comes after the part: words for Jest or for Playwright, or a commit. */
  readonly words: readonly string[]
  readonly keepGoing: boolean
  /** Folder of the reports. */
  readonly results: string
  /** File of the random drills. */
  readonly corpus: string
}

export const PARTS = ['all', 'unit', 'e2e', 'changed'] as const
export type Part = (typeof PARTS)[number]

/** Jobs that prepare others and count as no test. */
export const HELPERS: readonly string[] = ['prepare', 'corpus', 'database', 'programs', 'demo-studio']

const { UNIT_DATABASE_URL, EMPTY_DATABASE_URL, RESTORE_DATABASE_URL, E2E_DATABASES } = process.env as Record<
  string,
  string
>
const shell = (script: string) => ['bash', '-c', script]

const database: Job = {
  name: 'database',
  command: ['tsx', 'bin/migrate.ts'],
  env: { DATABASE_URL: UNIT_DATABASE_URL! },
}
const programs: Job = { name: 'programs', command: ['vite', 'build', '--config', 'scripts/testing/programs.vite.mjs'] }
const prepare: Job = { name: 'prepare', command: ['nuxt', 'prepare'] }
/** Writes for itself what `prepare` would write. */
const build: Job = { name: 'build', command: shell('. scripts/mariadb.sh && . scripts/prepare.sh && build_if_stale') }
const [firstStudio, secondStudio] = (E2E_DATABASES ?? '').split(' ')
const studio: Job = {
  name: 'demo-studio',
  command: shell(
    'tsx bin/migrate.ts && tsx bin/load-demo.ts && bash scripts/testing/copy-database.sh "$DATABASE_URL" "$COPY_URL"',
  ),
  env: { DATABASE_URL: firstStudio!, COPY_URL: secondStudio! },
}
const types: Job = { name: 'types', command: ['bash', 'scripts/types.sh'] }

/** A run of Jest on a project. @param words Pick some tests; without them all are run. */
function jest({ keepGoing, results }: Run, project: string, words: readonly string[], name = project): Job {
  const report = ['--json', `--outputFile=${results}/${name}.json`]
  const ending = keepGoing ? [] : ['--bail=1']
  const job: Job = {
    name,
    command: ['jest', '--selectProjects', project, '--runInBand', '--passWithNoTests', ...ending, ...report, ...words],
  }
  if (project === 'core') return job
  const NODE_OPTIONS = '--experimental-vm-modules --disable-warning=ExperimentalWarning'
  if (project === 'app') return { ...job, env: { NODE_OPTIONS } }
  const env = { NODE_OPTIONS, DATABASE_URL: UNIT_DATABASE_URL!, EMPTY_DATABASE_URL, RESTORE_DATABASE_URL }
  return { ...job, env: env as Record<string, string>, after: ['database', 'programs'] }
}

/** The journeys. @param words Pick some of them; without them all are walked. */
const journeys = ({ keepGoing, results }: Run, words: readonly string[]): Job => ({
  name: 'journeys',
  command: ['tsx', 'scripts/testing/journeys.ts', results, ...(keepGoing ? [] : ['--max-failures=1']), ...words],
  env: { PLAYWRIGHT_JSON_OUTPUT_NAME: `${results}/journeys.json` },
  after: ['build', 'demo-studio', 'programs'],
})

/** A job that leaves the processors to the others when they want them. */
const inBackground = (job: Job): Job => ({ ...job, command: ['nice', '-n', '10', ...job.command] })

function everything(run: Run): readonly Job[] {
  // The journeys are the longest way, and the build before them: they go first, the rest fills what room there is.
  // Types and lint read what the build writes, so that they come after it.
  const rest: readonly Job[] = [
    { name: 'corpus', command: ['tsx', 'scripts/testing/write-corpus.ts', run.corpus] },
    jest(run, 'server', []),
    { ...jest(run, 'core', ['--shard=1/2'], 'core-1'), after: ['corpus'] },
    { ...jest(run, 'core', ['--shard=2/2'], 'core-2'), after: ['corpus'] },
    { ...types, after: ['build'] },
    { name: 'lint', command: ['eslint', '.'], after: ['build'] },
    jest(run, 'app', []),
    { name: 'format', command: ['prettier', '--check', '--log-level', 'warn', '.'] },
    { name: 'unused', command: ['knip'], after: ['build'] },
    { name: 'ladder', command: ['tsx', 'bin/ladder.ts', '--check'] },
  ]
  return [build, database, studio, programs, journeys(run, []), ...rest.map(inBackground)]
}

const unit = (run: Run): readonly Job[] => [
  database,
  programs,
  ...['server', 'core', 'app'].map(project => jest(run, project, run.words)),
]

const e2e = (run: Run): readonly Job[] => [build, studio, programs, journeys(run, run.words)]

function changed(run: Run): readonly Job[] {
  const { files, lintable, typed, tests, journeys: picked } = touched(changedSince(run.words[0]))
  if (files.length === 0) return []
  const related = (project: string) => jest(run, project, ['--findRelatedTests', ...tests])
  const lint = ['eslint', '--no-warn-ignored', ...lintable]
  const format = ['prettier', '--check', '--log-level', 'warn', '--ignore-unknown', ...lintable]
  return [
    prepare,
    ...(lintable.length > 0
      ? [
          { name: 'lint', command: lint, after: ['prepare'] },
          { name: 'format', command: format },
        ]
      : []),
    ...(typed.length > 0 ? [{ ...types, command: [...types.command, ...typed], after: ['prepare'] }] : []),
    ...(tests.length > 0 ? [database, programs, ...['core', 'app', 'server'].map(related)] : []),
    ...(picked.length > 0
      ? [{ ...build, after: ['prepare'] }, studio, ...(tests.length > 0 ? [] : [programs]), journeys(run, picked)]
      : []),
  ]
}

/**
 * The checks of a part of a run, those first that have to begin first.
 * @returns None where nothing has changed.
 */
export const checksOf = (part: Part, run: Run): readonly Job[] => ({ all: everything, unit, e2e, changed })[part](run)
