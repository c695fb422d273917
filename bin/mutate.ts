import { execFileSync, spawnSync } from 'node:child_process'
import { cpSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, relative } from 'node:path'
import * as ts from 'typescript'

/**
 * Breaks the program on purpose, one place at a time, and prints the breaks no test sees:
 *
 *     npm run mutate -- FOLDER... [MOST] [--short]
 *
 * Folders or files of the core, of the server or of the app, and the most breaks of each (100), spread over
 * it. It works on a copy. A break is seen when a test of the same layer that depends on its file fails or never ends;
 * --short leaves out other folders' long tests, so that at least so many are seen. What only a recorded answer sees (a
 * hash, the ladder's file) is told apart and counts as unseen: such a test names no rule.
 */
const lessLong = process.argv.includes('--short')
const words = process.argv.slice(2).filter(word => word !== '--short')
const folders = words.filter(word => !/^\d+$/.test(word))
const most = Number(words.find(word => /^\d+$/.test(word)) ?? 100)
/** Layers that can be broken: each is a project of Jest. */
const LAYERS = ['core', 'server', 'app'] as const
const layerOf = (path: string) => LAYERS.find(layer => path.startsWith(`${layer}/`))
if (folders.length === 0 || !folders.every(layerOf)) {
  console.error('Name folders of the core, of the server or of the app, such as core/practice server/subjects/practice')
  process.exit(2)
}
/** Tests that hold what is written against what was recorded. */
const RECORDED = ['core/score/engine-version.test.ts', 'core/ladder/ladder.test.ts']
const ROOT = process.cwd()
const COPY = mkdtempSync(join(tmpdir(), 'fidactyl-mutate-'))
process.on('exit', () => rmSync(COPY, { recursive: true, force: true }))
/** Test files of other folders that take longer, unbroken, are run last or not at all, ms. */
const LONG_MS = 15_000

/** A break: what stands at a place, and what is put there instead. */
interface Break {
  readonly file: string
  readonly start: number
  readonly end: number
  readonly instead: string
}

const INSTEAD: Readonly<Partial<Record<ts.SyntaxKind, string>>> = {
  [ts.SyntaxKind.LessThanToken]: '<=',
  [ts.SyntaxKind.LessThanEqualsToken]: '<',
  [ts.SyntaxKind.GreaterThanToken]: '>=',
  [ts.SyntaxKind.GreaterThanEqualsToken]: '>',
  [ts.SyntaxKind.EqualsEqualsEqualsToken]: '!==',
  [ts.SyntaxKind.ExclamationEqualsEqualsToken]: '===',
  [ts.SyntaxKind.AmpersandAmpersandToken]: '||',
  [ts.SyntaxKind.BarBarToken]: '&&',
  [ts.SyntaxKind.PlusToken]: '-',
  [ts.SyntaxKind.MinusToken]: '+',
  [ts.SyntaxKind.AsteriskToken]: '/',
  [ts.SyntaxKind.SlashToken]: '*',
  [ts.SyntaxKind.PercentToken]: '*',
  [ts.SyntaxKind.TrueKeyword]: 'false',
  [ts.SyntaxKind.FalseKeyword]: 'true',
}

/**
 * Every break of one file: turned comparisons, sums and conditions, other numbers, conditions that always or never
 * hold.
 */
function breaksOf(file: string): readonly Break[] {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.ES2023, true)
  const found: Break[] = []
  const at = (node: ts.Node, instead: string) =>
    found.push({ file, start: node.getStart(source), end: node.end, instead })
  const walk = (node: ts.Node): void => {
    if (
      ts.isTypeNode(node) ||
      ts.isInterfaceDeclaration(node) ||
      ts.isTypeAliasDeclaration(node) ||
      ts.isImportDeclaration(node)
    )
      return
    if (ts.isBinaryExpression(node) && INSTEAD[node.operatorToken.kind])
      at(node.operatorToken, INSTEAD[node.operatorToken.kind]!)
    else if (node.kind === ts.SyntaxKind.TrueKeyword || node.kind === ts.SyntaxKind.FalseKeyword)
      at(node, INSTEAD[node.kind]!)
    else if (ts.isNumericLiteral(node)) at(node, `(${node.text} + 1)`)
    else if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.ExclamationToken)
      at(node, node.operand.getText(source))
    else if (ts.isConditionalExpression(node)) at(node.condition, 'true')
    else if (ts.isIfStatement(node)) at(node.expression, 'false')
    ts.forEachChild(node, walk)
  }
  walk(source)
  return found
}

function filesIn(path: string): readonly string[] {
  if (path.endsWith('.ts')) return [path]
  return readdirSync(path, { withFileTypes: true, recursive: true })
    .filter(entry => entry.isFile() && entry.name.endsWith('.ts') && !/\.test(\.data)?\.ts$/.test(entry.name))
    .map(entry => relative(ROOT, join(entry.parentPath, entry.name)))
    .sort()
}

const JEST = [join(ROOT, 'node_modules/jest/bin/jest.js')]
const ENV = { ...process.env, NODE_OPTIONS: '--experimental-vm-modules --disable-warning=ExperimentalWarning' }

/** Whether some test files all hold within a time in ms, in one process; those without end do not. */
function pass(withinMs: number, tests: readonly string[], ...options: readonly string[]): boolean {
  if (tests.length === 0) return true
  const run = spawnSync(
    process.execPath,
    [...JEST, '--runInBand', '--bail', '--silent', ...options, '--runTestsByPath', ...tests],
    { cwd: COPY, timeout: withinMs, killSignal: 'SIGKILL', stdio: 'ignore', env: ENV },
  )
  return run.status === 0
}

/** Test files that depend on a file; the list says first that it is one project's. */
function testsOf(file: string): readonly string[] {
  const project = ['--selectProjects', layerOf(file)!]
  const list = execFileSync(process.execPath, [...JEST, '--listTests', '--findRelatedTests', file, ...project], {
    cwd: COPY,
    env: ENV,
    encoding: 'utf8',
  })
  return list.split('\n').flatMap(line => (line.endsWith('.test.ts') ? [relative(COPY, line)] : []))
}

const UNBROKEN_MS = 900_000

/** How long each of some test files takes unbroken, in ms. Throws when one does not hold. */
function timed(tests: readonly string[]): ReadonlyMap<string, number> {
  const file = join(COPY, 'unbroken.json')
  if (!pass(UNBROKEN_MS, tests, '--json', `--outputFile=${file}`))
    throw new Error('some tests fail unbroken: mend them first')
  const { testResults } = JSON.parse(readFileSync(file, 'utf8')) as {
    readonly testResults: readonly { readonly name: string; readonly startTime: number; readonly endTime: number }[]
  }
  return new Map(testResults.map(({ name, startTime, endTime }) => [relative(COPY, name), endTime - startTime]))
}

const COPIED = [...LAYERS, 'shared', 'bin', 'demo', 'jest.config.mjs', 'package.json']
for (const file of execFileSync('git', ['ls-files', '--cached', '--others', '--exclude-standard', ...COPIED], {
  encoding: 'utf8',
})
  .split('\n')
  .filter(Boolean)) {
  mkdirSync(join(COPY, file, '..'), { recursive: true })
  cpSync(join(ROOT, file), join(COPY, file))
}
symlinkSync(join(ROOT, 'node_modules'), join(COPY, 'node_modules'))
symlinkSync(join(ROOT, '.data'), join(COPY, '.data'))

/** Some of the breaks of a folder, spread evenly over all of them. */
function someOf(folder: string): readonly Break[] {
  const all = filesIn(folder).flatMap(breaksOf)
  const every = Math.max(1, all.length / most)
  return all.filter((_, i) => Math.floor(i / every) !== Math.floor((i - 1) / every))
}

const breaks = new Map(folders.map(folder => [folder, someOf(folder)]))
const tried = [...breaks.values()].flat()
const related = new Map([...new Set(tried.map(({ file }) => file))].map(file => [file, testsOf(file)]))
const took = timed([...new Set([...related.values()].flat())])
const folderOf = (file: string) => file.split('/').slice(0, 2).join('/')

/** Whether some test files all hold; they get so much longer than unbroken before they count as never ending. */
const hold = (tests: readonly string[]) =>
  pass(4 * tests.reduce((sum, test) => sum + took.get(test)!, 0) + 20_000, tests)

/** Whether the tests that depend on a file all hold: its own folder's first, the longest last. */
function holds(file: string): boolean {
  const isOwn = (test: string) => folderOf(test) === folderOf(file)
  const isLong = (test: string) => !isOwn(test) && took.get(test)! > LONG_MS
  const tests = related.get(file)!.filter(test => !RECORDED.includes(test))
  return (
    hold(tests.filter(isOwn)) &&
    hold(tests.filter(test => !isOwn(test) && !isLong(test))) &&
    (lessLong || hold(tests.filter(isLong)))
  )
}

/** Whether the tests see a break; one that they do not see is told. */
function isSeen({ file, start, end, instead }: Break): boolean {
  const copy = join(COPY, file)
  // Of the copy, for the sources may be worked on meanwhile.
  const text = readFileSync(copy, 'utf8')
  writeFileSync(copy, text.slice(0, start) + instead + text.slice(end))
  const seen = !holds(file)
  const recorded = !seen && !hold(related.get(file)!.filter(test => RECORDED.includes(test)))
  writeFileSync(copy, text)
  const line = text.slice(0, start).split('\n').length
  const was = text.slice(start, end).replaceAll(/\s+/g, ' ')
  if (!seen)
    console.log(`${recorded ? 'seen by what is recorded alone' : 'not seen'}: ${file}:${line}  ${was}  →  ${instead}`)
  return seen
}

for (const [folder, some] of breaks) {
  const seen = some.filter(isSeen).length
  console.log(`${folder}: ${seen} of ${some.length} breaks seen (${Math.round((100 * seen) / some.length)} %)`)
}
