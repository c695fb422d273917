import { execFileSync } from 'node:child_process'
import { existsSync } from 'node:fs'

const git = (...words: readonly string[]) =>
  execFileSync('git', words, { encoding: 'utf8', stdio: ['ignore', 'pipe', 'ignore'] })
const lines = (text: string) => text.split('\n').filter(Boolean)

/** The commit this work began at: where it left main, or the last commit when it is on main. */
function startOfWork(): string {
  if (git('rev-parse', '--abbrev-ref', 'HEAD').trim() === 'main') return 'HEAD'
  return git('merge-base', 'HEAD', 'main').trim()
}

/**
 * Files of the project that are new or other than at a commit, committed or not; those that were removed are left out.
 * @param ref A commit; left out, where this work left main.
 */
export function changedSince(ref = startOfWork()): readonly string[] {
  const tracked = lines(git('diff', '--name-only', ref))
  const added = lines(git('ls-files', '--others', '--exclude-standard'))
  return [...new Set([...tracked, ...added])].filter(existsSync).sort()
}

/** Journeys by what they walk through: a change of such a file is followed by these. The first that fits counts. */
const JOURNEYS: readonly (readonly [path: RegExp, specs: readonly string[]])[] = [
  [/lesson|outbox|homework/i, ['lesson', 'week']],
  [/shelf|ladder|programme|coverage/i, ['shelf']],
  [/writing|tab\/|pasted/i, ['writing']],
  [/export|formats|paper|reading/i, ['files', 'doors']],
  [/bench|sheet|families|vary|variation|grade/i, ['bench', 'families']],
  [/hand|fitting|reach/i, ['hand']],
  [/student|plan|stage|assignment|pain|practice/i, ['students', 'week']],
  [/studio|account|board|calendar|instrument|restore|backup/i, ['studio', 'accounts']],
  [/sign-in|session|access|policy/i, ['access', 'accounts']],
  [/routes|contracts|server\/api/, ['answers', 'bodies']],
  [/^app\/|^server\//, ['newcomer']],
]

/** Programs of scripts/types.sh by what each of them reads. */
const READ_BY: readonly (readonly [program: string, path: RegExp])[] = [
  ['core', /^core\/(?!.*\.test\.)/],
  ['tools', /^(?!app\/)/],
  ['app', /^(app|shared|core)\/|^nuxt\.config/],
]

/** What has to be looked at after some files changed. */
export interface Touched {
  readonly files: readonly string[]
  /** What the linter and the formatter look at. */
  readonly lintable: readonly string[]
  /** Programs of scripts/types.sh that read any of them. */
  readonly typed: readonly string[]
  /** Sources whose related tests are run. */
  readonly tests: readonly string[]
  /** Specs of journeys. */
  readonly journeys: readonly string[]
}

/** Sorts changed files by what they can touch. @param files Paths from the project's folder. */
export function touched(files: readonly string[]): Touched {
  const walked = files.filter(
    file => /^(app|server)\/.*\.(ts|vue|css)$/.test(file) && !/\.test(\.data)?\.ts$/.test(file),
  )
  const specs = walked.flatMap(file => JOURNEYS.find(([path]) => path.test(file))![1])
  const sources = files.filter(file => /\.(ts|vue)$/.test(file))
  const own = files.flatMap(file => /^e2e\/(.*)\.spec\.ts$/.exec(file)?.[1] ?? [])
  return {
    files,
    lintable: files.filter(file => /\.(ts|mjs|vue)$/.test(file)),
    typed: READ_BY.filter(([, path]) => sources.some(file => path.test(file))).map(([program]) => program),
    tests: files.filter(file => /^(core|shared|server|app|bin)\/.*\.(ts|vue|json)$/.test(file)),
    journeys: [...new Set([...specs, ...own])].map(name => `${name}.spec.ts`),
  }
}
