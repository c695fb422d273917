import { readFileSync } from 'node:fs'
import { parseArgs } from 'node:util'
import { judgedOf, said, type JudgedAnswer } from '../core/formats/door'
import { MUSIC_FORMATS } from '../core/formats/music-formats'
import { readFile } from '../core/formats/read-file'
import { toTab } from '../core/formats/tab/write'
import { realise } from '../core/score/realise'
import type { Score } from '../core/score/score'
import { explainRealised } from '../core/wording/explain'
import { explainGrade } from '../core/wording/grade'
import { answerEach, problemIn, readQuestion, refuse, writeOut } from './door'

const USAGE = `usage: npm run -s drill -- '<spec>' [--as json|tab|explain] [--out FILE]
       npm run -s drill -- '<spec>' --as musicxml|midi|svg|pdf [--out FILE]
       npm run -s drill -- --read FILE [--part N]     a MusicXML, MIDI or text file as { spec, warnings }
'-' in place of a spec reads standard input. A spec, or {spec, hand, pins}, or for words an array of them.
musicxml, svg and pdf take --notation, midi --click, pdf --paper a4 or letter.`

const WORDS = ['json', 'tab', 'explain']

function readArguments() {
  try {
    const { values, positionals } = parseArgs({
      allowPositionals: true,
      options: {
        as: { type: 'string', default: 'json' },
        out: { type: 'string' },
        read: { type: 'string' },
        part: { type: 'string' },
        notation: { type: 'boolean', default: false },
        click: { type: 'boolean', default: false },
        paper: { type: 'string', default: 'a4' },
        help: { type: 'boolean', short: 'h' },
      },
    })
    if (values.help) {
      process.stdout.write(`${USAGE}\n`)
      process.exit(0)
    }
    const known = [...WORDS, ...MUSIC_FORMATS, 'pdf']
    if (!known.includes(values.as)) refuse(`--as: must be one of ${[...new Set(known)].join(', ')}, not ${values.as}`)
    if (positionals.length !== (values.read === undefined ? 1 : 0)) refuse(USAGE)
    if (values.paper !== 'a4' && values.paper !== 'letter') refuse(`--paper: must be a4 or letter, not ${values.paper}`)
    const part = values.part === undefined ? undefined : Number(values.part)
    if (part !== undefined && !(Number.isInteger(part) && part >= 1))
      refuse(`--part: must be a number from 1, not ${values.part}`)
    return { ...values, part, source: positionals[0] }
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

/** A file's music as a spec; one that cannot be read, or not be played, ends the program. */
function readMusicFile(path: string, part: number | undefined): string {
  let bytes: Uint8Array
  try {
    bytes = readFileSync(path)
  } catch (error) {
    return refuse(
      `${path}: ${(error as NodeJS.ErrnoException).code === 'ENOENT' ? 'there is no such file' : (error as Error).message}`,
    )
  }
  const read = readFile(bytes, { part })
  if (!read.ok) return refuse(read.why)
  const realised = realise(read.spec)
  if (!realised.ok) refuse(`The music cannot be played: ${problemIn(realised.error)}.`)
  return JSON.stringify({ spec: read.spec, warnings: read.warnings })
}

/** The one score that is to be written as a file; what has none ends the program. */
function scoreOf(raw: unknown, as: string): Score {
  if (Array.isArray(raw)) refuse(`--as ${as}: takes one spec, not a list`)
  const [judged] = answerEach(raw, judgedOf)
  if ('error' in judged!) return refuse(problemIn(judged.error))
  return judged!.kind === 'sheet'
    ? judged!
    : refuse(`A ${judged!.kind === 'count' ? 'counting drill' : 'warm-up'} has no notes to write as ${as}.`)
}

const { as, out, read, part, source, notation, click, paper } = readArguments()
if (read !== undefined) await writeOut(`${readMusicFile(read, part)}\n`, out)
else {
  const raw = readQuestion(source!)
  const format = MUSIC_FORMATS.find(each => each === as && each !== 'tab')
  // What draws is loaded only where something is drawn: it takes longer than most answers.
  if (as === 'pdf') {
    const { pdfOf } = await import('../server/paper/write-out')
    await writeOut(await pdfOf(scoreOf(raw, as), paper === 'letter' ? 'letter' : 'a4', notation), out)
  } else if (format) {
    const { exportMusic } = await import('../core/formats/export')
    await writeOut(exportMusic(scoreOf(raw, as), format, { notation, click }), out)
  } else {
    const judged = answerEach(raw, judgedOf)
    await writeOut(
      `${
        as === 'json'
          ? JSON.stringify(Array.isArray(raw) ? judged.map(said) : said(judged[0]!))
          : judged.map(each => show(each, as)).join('\n')
      }\n`,
      out,
    )
  }
}
