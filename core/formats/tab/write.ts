import { barTicks, noteTicks } from '../../line/ticks'
import { pitchClassName } from '../../pitch/pitch'
import { instrumentOf } from '../../guitar/instrument'
import type { Note, Score } from '../../score/score'
import { tempoInWords } from '../../line/meter'

/**
 * How a note sounds where it is not plucked: h hammer-on, p pull-off, t tap, s slide, k raked (common letters of text
 * tablature).
 */
const VIA_LETTERS: Readonly<Record<Note['via'], string>> = {
  pluck: '',
  hammer: 'h',
  pull: 'p',
  tap: 't',
  slide: 's',
  rake: 'k',
}

/**
 * What one row shows of an onset: a string its fret, the others strokes and fingers of all its notes, thick string
 * first.
 */
function textOf(row: string, here: readonly Note[]): string {
  if (row === 'finger') return here.map(note => note.finger ?? '').join('')
  if (row !== 'pluck') {
    const note = here.find(each => String(each.string) === row)
    return note ? `${VIA_LETTERS[note.via]}${note.marks.includes('muted') ? 'x' : note.fret}` : ''
  }
  const strokes = here.flatMap(note => note.pluck ?? [])
  // A pick has one stroke for all of them.
  return new Set(strokes).size === 1 && 'DU'.includes(strokes[0]!) ? strokes[0]! : strokes.join('')
}

/**
 * Writes a score as plain text: per bar group a pluck row, the string lines and a finger row.
 * @param barsPerLine Bars side by side, 1 or more.
 */
export function toTab(score: Score, barsPerLine = 2): string {
  const { tuning } = instrumentOf(score.spec.instrument)
  const cell = noteTicks(score.spec.rhythm.perBeat)
  const bar = barTicks(score.meter)
  const lines: string[] = [score.title, tempoInWords(score.tempo, score.meter), '']
  for (let first = 0; first < score.bars; first += barsPerLine) {
    const rows = new Map<string, string>()
    const names = ['pluck', ...tuning.map((_, i) => String(i + 1)), 'finger']
    for (const name of names) rows.set(name, '')
    for (let index = first; index < Math.min(score.bars, first + barsPerLine); index++) {
      const from = index * bar
      const starts = new Set<number>()
      for (let at = from; at < from + bar; at += cell) starts.add(at)
      const inBar = score.notes.filter(note => note.at >= from && note.at < from + bar)
      for (const note of inBar) starts.add(note.at)
      for (const at of [...starts].sort((a, b) => a - b)) {
        const here = inBar.filter(note => note.at === at)
        const width = Math.max(4, ...names.map(name => textOf(name, here).length + 2))
        for (const name of names) {
          const isString = name !== 'pluck' && name !== 'finger'
          const text = textOf(name, here)
          rows.set(name, rows.get(name)! + (isString ? `-${text}`.padEnd(width, '-') : ` ${text}`.padEnd(width)))
        }
      }
      for (const name of names) rows.set(name, rows.get(name)! + (name === 'pluck' || name === 'finger' ? ' ' : '|'))
    }
    for (const name of names) {
      const open = tuning[tuning.length - Number(name)]
      lines.push(
        open === undefined ? `   ${rows.get(name)!.trimEnd()}` : `${pitchClassName(open).padEnd(2)}|${rows.get(name)!}`,
      )
    }
    lines.push('')
  }
  return lines.join('\n')
}
