import { readFileSync } from 'node:fs'
import { parseArgs } from 'node:util'
import { toTab } from '../core/formats/tab'
import { answer, type Answer } from '../core/score/answer'
import { explainRealised } from '../core/score/explain-note'

const USAGE = `usage: npm run -s drill -- '<spec>' [--as json|tab|explain]
       npm run -s drill -- - [--as json|tab|explain]   reads standard input
A spec, or {spec, hand, pins}, or an array of them.`

function refuse(message: string): never {
  process.stderr.write(`${message}\n`)
  process.exit(2)
}

function readArguments() {
  try {
    const { values, positionals } = parseArgs({ allowPositionals: true, options: { as: { type: 'string', default: 'json' }, help: { type: 'boolean', short: 'h' } } })
    if (values.help) {
      process.stdout.write(`${USAGE}\n`)
      process.exit(0)
    }
    if (!['json', 'tab', 'explain'].includes(values.as)) refuse(`--as: must be json, tab or explain, not ${values.as}`)
    if (positionals.length !== 1) refuse(USAGE)
    return { as: values.as, source: positionals[0]! }
  }
  catch (error) {
    return refuse(`${(error as Error).message}\n${USAGE}`)
  }
}

function show(result: Answer, as: string): string {
  if ('error' in result) return `${result.error.path}: ${result.error.message}`
  return as === 'tab' && result.kind === 'sheet' ? toTab(result) : explainRealised(result)
}

const { as, source } = readArguments()
let raw: unknown
try {
  raw = JSON.parse(source === '-' ? readFileSync(0, 'utf8') : source)
}
catch (error) {
  refuse(`: not JSON: ${(error as Error).message}`)
}
const result = answer(raw)
if (!Array.isArray(result) && 'error' in result) refuse(`${result.error.path}: ${result.error.message}`)
const text = as === 'json'
  ? JSON.stringify(result)
  : [result].flat().map(each => show(each as Answer, as)).join('\n')
// Written synchronously: a pipe would otherwise be cut at process exit.
process.stdout.write(`${text}\n`)
