import { readFileSync } from 'node:fs'
import { parseArgs } from 'node:util'
import { toTab } from '../core/formats/tab'
import { judgedOf, said, type JudgedAnswer } from '../core/formats/door'
import type { SpecProblem } from '../core/schema/spec-error'
import { explainRealised } from '../core/wording/explain'
import { explainGrade } from '../core/wording/grade'

const USAGE = `usage: npm run -s drill -- '<spec>' [--as json|tab|explain]
       npm run -s drill -- - [--as json|tab|explain]   reads standard input
A spec, or {spec, hand, pins}, or an array of them.`

function refuse(message: string): never {
  process.stderr.write(`${message}\n`)
  process.exit(2)
}

function readArguments() {
  try {
    const { values, positionals } = parseArgs({
      allowPositionals: true,
      options: { as: { type: 'string', default: 'json' }, help: { type: 'boolean', short: 'h' } },
    })
    if (values.help) {
      process.stdout.write(`${USAGE}\n`)
      process.exit(0)
    }
    if (!['json', 'tab', 'explain'].includes(values.as)) refuse(`--as: must be json, tab or explain, not ${values.as}`)
    if (positionals.length !== 1) refuse(USAGE)
    return { as: values.as, source: positionals[0]! }
  } catch (error) {
    return refuse(`${(error as Error).message}\n${USAGE}`)
  }
}

const problemIn = ({ path, message }: SpecProblem) => `${path}: ${message}`

/** One answer in plain words or as text tablature. */
function show(judged: JudgedAnswer, as: string): string {
  if ('error' in judged) return problemIn(judged.error)
  if (as === 'tab' && judged.kind === 'sheet') return toTab(judged)
  return 'grade' in judged ? `${explainRealised(judged)}\n${explainGrade(judged.grade)}` : explainRealised(judged)
}

const { as, source } = readArguments()
let raw: unknown
try {
  raw = JSON.parse(source === '-' ? readFileSync(0, 'utf8') : source)
} catch (error) {
  refuse(`: not JSON: ${(error as Error).message}`)
}
const judged = [raw].flat().map(judgedOf)
const [first] = judged
if (!Array.isArray(raw) && 'error' in first!) refuse(problemIn(first.error))
const text =
  as !== 'json'
    ? judged.map(each => show(each, as)).join('\n')
    : JSON.stringify(Array.isArray(raw) ? judged.map(said) : said(first!))
// Written synchronously: a pipe would otherwise be cut at process exit.
process.stdout.write(`${text}\n`)
