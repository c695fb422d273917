import { execFileSync, spawnSync } from 'node:child_process'
import { cpSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, relative } from 'node:path'
import * as ts from 'typescript'

/**
 * Breaks the core on purpose, one place at a time, and says which breaks no test sees. npm run mutate -- FOLDER [MOST]
 * a folder or file of the core, and how many breaks at most (100), spread evenly over it It works on a copy. A break is
 * seen when a test of the core that depends on its file fails or never ends.
 */
const [where = 'core/practice', most = '100'] = process.argv.slice(2)
const ROOT = process.cwd()
const COPY = mkdtempSync(join(tmpdir(), 'fidactyl-mutate-'))
process.on('exit', () => rmSync(COPY, { recursive: true, force: true }))
/** How long a break may keep tests that took so long unbroken, in ms, before it counts as never ending. */
const patience = (unbrokenMs: number) => Math.ceil(4 * unbrokenMs) + 20_000

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

/** Whether some tests all hold within a time in ms, in one process so that none is left; those without end do not. */
function pass(withinMs: number, ...which: readonly string[]): boolean {
  const jest = join(ROOT, 'node_modules/jest/bin/jest.js')
  const run = spawnSync(
    process.execPath,
    [jest, '--selectProjects', 'core', '--runInBand', '--bail', '--silent', '--passWithNoTests', ...which],
    {
      cwd: COPY,
      timeout: withinMs,
      killSignal: 'SIGKILL',
      stdio: 'ignore',
      env: { ...process.env, NODE_OPTIONS: '--experimental-vm-modules --disable-warning=ExperimentalWarning' },
    },
  )
  return run.status === 0
}

const folderOf = (file: string) => ['--testPathPatterns', `${file.split('/').slice(0, 2).join('/')}/`]
const UNBROKEN_MS = 600_000

/** How long some tests take unbroken, in ms. Throws when they do not hold. */
function timed(...which: readonly string[]): number {
  const from = performance.now()
  if (!pass(UNBROKEN_MS, ...which)) throw new Error(`the tests ${which.join(' ')} fail unbroken: mend them first`)
  return performance.now() - from
}

for (const file of execFileSync('git', ['ls-files', 'core', 'shared', 'jest.config.mjs', 'package.json'], {
  encoding: 'utf8',
})
  .split('\n')
  .filter(Boolean)) {
  mkdirSync(join(COPY, file, '..'), { recursive: true })
  cpSync(join(ROOT, file), join(COPY, file))
}
symlinkSync(join(ROOT, 'node_modules'), join(COPY, 'node_modules'))

const all = filesIn(where).flatMap(breaksOf)
const every = Math.max(1, all.length / Number(most))
const tried = all.filter((_, i) => Math.floor(i / every) !== Math.floor((i - 1) / every))
console.log(`${all.length} places to break in ${where}; trying ${tried.length}`)
const everyTest = patience(timed('--findRelatedTests', ...new Set(tried.map(({ file }) => file))))
const folderTests = new Map(
  [...new Set(tried.map(({ file }) => folderOf(file)[1]!))].map(folder => [
    folder,
    patience(timed('--testPathPatterns', folder)),
  ]),
)
/** Whether the tests that depend on a file all hold: those of its own folder first, for they see most and are quick. */
const holds = (file: string) =>
  pass(folderTests.get(folderOf(file)[1]!)!, ...folderOf(file)) && pass(everyTest, '--findRelatedTests', file)
let found = 0
for (const [i, { file, start, end, instead }] of tried.entries()) {
  const text = readFileSync(file, 'utf8')
  writeFileSync(join(COPY, file), text.slice(0, start) + instead + text.slice(end))
  const seen = !holds(file)
  writeFileSync(join(COPY, file), text)
  if (seen) found++
  else
    console.log(
      `not seen: ${file}:${text.slice(0, start).split('\n').length}  ${text.slice(start, end).replaceAll(/\s+/g, ' ')}  →  ${instead}`,
    )
  if ((i + 1) % 20 === 0) console.log(`${i + 1} tried, ${found} seen`)
}
console.log(`${found} of ${tried.length} breaks seen (${Math.round((100 * found) / tried.length)} %)`)
