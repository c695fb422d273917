import { instrumentOf } from '../../guitar/instrument'
import { STANDARD_TUNING } from '../../guitar/presets'
import { tempoInWords } from '../../line/meter'
import { barTicks, commonGrid, type Tick } from '../../line/ticks'
import { pitchClassName } from '../../pitch/pitch'
import { writeTuning } from '../../pitch/tuning'
import type { Note, Score } from '../../score/score'
import { isMuted } from '../sounded'
import { MUTED, NOT_TO_SCALE, TO_SCALE } from './header'

/**
 * How a note sounds where it is not plucked: h hammer-on, p pull-off, t tap, s slide, k raked (common letters of text
 * tablature). It stands just before the fret, whose column is the note's.
 */
const VIA_LETTERS: Readonly<Record<Note['via'], string>> = {
  pluck: '',
  hammer: 'h',
  pull: 'p',
  tap: 't',
  slide: 's',
  rake: 'k',
}

/** Columns a line may have before the next bar begins a new one. */
const WIDEST = 100
/** Cells a bar may be drawn in to scale: sixteen to a beat of four, or thirty-two. */
const MOST_CELLS = 192

/** What stands at one onset: by string the fret and the letter before it, and the rows above and below. */
interface Column {
  readonly frets: ReadonlyMap<number, { readonly letter: string; readonly fret: string }>
  readonly pluck: string
  readonly finger: string
}

function columnOf(here: readonly Note[]): Column {
  const strokes = here.flatMap(note => note.pluck ?? [])
  return {
    frets: new Map(here.map(note => [note.string, { letter: VIA_LETTERS[note.via], fret: String(note.fret) }])),
    // Fingers of all notes, thick string first; where all are the same it is said once.
    pluck: new Set(strokes).size === 1 ? strokes[0]! : strokes.join(''),
    finger: here.map(note => note.finger ?? '').join(''),
  }
}

/** One bar as text: a row of strokes, a row a string, a row of fingers, all of the same length. */
interface Bar {
  readonly rows: readonly string[]
  readonly toScale: boolean
}

function writeBar(notes: readonly Note[], from: Tick, bar: Tick, strings: number): Bar {
  const onsets = [...new Set(notes.map(note => note.at - from))].toSorted((a, b) => a - b)
  const grid = onsets.reduce(commonGrid, bar)
  const toScale = bar / grid <= MOST_CELLS
  const cells = toScale ? bar / grid : onsets.length
  const columns = new Map(
    onsets.map((at, i) => [
      toScale ? at / grid : i,
      columnOf(notes.filter(note => note.at - from === at).toSorted((a, b) => b.string - a.string)),
    ]),
  )
  const width =
    1 +
    Math.max(
      ...[...columns.values()].flatMap(({ frets, pluck, finger }) => [
        pluck.length,
        finger.length,
        ...[...frets.values()].map(({ letter, fret }) => letter.length + fret.length),
      ]),
      // A whole bar without a note, and one of a few long ones, are not drawn smaller than they read.
      cells < 8 ? 3 : 1,
    )
  const row = (blank: string, at: (column: Column) => readonly [string, string]) => {
    const signs = Array.from<string>({ length: 1 + cells * width }).fill(blank)
    for (const [cell, column] of columns) {
      const [before, text] = at(column)
      for (const [i, sign] of [...text].entries()) signs[1 + cell * width + i] = sign
      if (before) signs[cell * width] = before
    }
    return signs.join('')
  }
  return {
    toScale,
    rows: [
      row(' ', ({ pluck }) => ['', pluck]),
      ...Array.from({ length: strings }, (_, i) =>
        row('-', ({ frets }) => {
          const { letter, fret } = frets.get(i + 1) ?? { letter: '', fret: '' }
          return [letter, fret]
        }),
      ),
      row(' ', ({ finger }) => ['', finger]),
    ],
  }
}

/** The line under the title: what the strings do not show. */
function headerOf(score: Score, toScale: boolean): string {
  const { tuning, capo } = instrumentOf(score.spec.instrument)
  const [beats, unit] = score.meter
  return [
    tempoInWords(score.tempo, score.meter),
    ...(beats === 4 && unit === 4 ? [] : [`${beats}/${unit}`]),
    ...(String(tuning) === String(STANDARD_TUNING) ? [] : [`tuning ${writeTuning(tuning)}`]),
    ...(capo > 0 ? [`capo ${capo}`] : []),
    ...(score.notes.every(note => isMuted(score, note)) ? [MUTED] : []),
    toScale ? TO_SCALE : NOT_TO_SCALE,
  ].join(' · ')
}

/**
 * Writes a score as text tablature (common practice): as many bars to a line as it holds, above the strings the
 * strokes, below them the fingers; columns in proportion to time, a cell the common divisor of the bar's onsets.
 */
export function toTab(score: Score): string {
  const { tuning } = instrumentOf(score.spec.instrument)
  const bar = barTicks(score.meter)
  const byBar = new Map<number, Note[]>()
  for (const note of score.notes) {
    const index = Math.floor(note.at / bar)
    const here = byBar.get(index)
    if (here) here.push(note)
    else byBar.set(index, [note])
  }
  const bars = Array.from({ length: score.bars }, (_, i) => writeBar(byBar.get(i) ?? [], i * bar, bar, tuning.length))
  const lines: Bar[][] = []
  let width = Infinity
  for (const each of bars) {
    width += each.rows[0]!.length + 1
    if (width <= WIDEST) lines.at(-1)!.push(each)
    else {
      lines.push([each])
      width = each.rows[0]!.length + 4
    }
  }
  const label = (row: number) => {
    const open = tuning[tuning.length - row]
    return open === undefined ? '   ' : `${pitchClassName(open).padEnd(2)}|`
  }
  const blocks = lines.map(line =>
    line[0]!.rows
      .map((_, row) => {
        const isString = row > 0 && row <= tuning.length
        const text = line.map(({ rows }) => rows[row]!).join(isString ? '|' : ' ')
        return isString ? `${label(row)}${text}|` : `   ${text}`.trimEnd()
      })
      .join('\n'),
  )
  return [
    score.title,
    headerOf(
      score,
      bars.every(({ toScale }) => toScale),
    ),
    '',
    blocks.join('\n\n'),
    '',
  ].join('\n')
}
