import { parseArgs } from 'node:util'
import { toTab } from '../core/formats/tab/write'
import { judgedOf, said, type JudgedAnswer } from '../core/formats/door'
import { explainRealised } from '../core/wording/explain'
import { explainGrade } from '../core/wording/grade'
import { answerEach, problemIn, readQuestion, refuse, say } from './door'

const USAGE = `usage: npm run -s drill -- '<spec>' [--as json|tab|explain]
       npm run -s drill -- - [--as json|tab|explain]   reads standard input
A spec, or {spec, hand, pins}, or an array of them.`

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

/** One answer in plain words or as text tablature. */
function show(judged: JudgedAnswer, as: string): string {
  if ('error' in judged) return problemIn(judged.error)
  if (as === 'tab' && judged.kind === 'sheet') return toTab(judged)
  return 'grade' in judged ? `${explainRealised(judged)}\n${explainGrade(judged.grade)}` : explainRealised(judged)
}

const { as, source } = readArguments()
const raw = readQuestion(source)
const judged = answerEach(raw, judgedOf)
say(
  as !== 'json'
    ? judged.map(each => show(each, as)).join('\n')
    : JSON.stringify(Array.isArray(raw) ? judged.map(said) : said(judged[0]!)),
)
