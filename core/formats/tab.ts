import { barTicks, noteTicks } from '../line/ticks'
import { pitchClassName } from '../pitch/pitch'
import { instrumentOf } from '../fretboard/instrument'
import type { Score } from '../score/score'

/**
 * Writes a score as plain text: per bar group a pluck row, the string lines and a finger row.
 * @param barsPerLine Bars side by side, 1 or more.
 */
export function toTab(score: Score, barsPerLine = 2): string {
  const { tuning } = instrumentOf(score.spec.instrument)
  const cell = noteTicks(score.spec.rhythm.perBeat)
  const bar = barTicks(score.meter)
  const lines: string[] = [score.title, `${score.tempo} quarters a minute`, '']
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
        for (const name of names) {
          const isString = name !== 'pluck' && name !== 'finger'
          const text = name === 'pluck'
            ? here.find(note => note.pluck)?.pluck ?? ''
            : name === 'finger' ? here.map(note => note.finger ?? '').join('') : String(here.find(note => String(note.string) === name)?.fret ?? '')
          rows.set(name, rows.get(name)! + (isString ? `-${text}`.padEnd(4, '-') : ` ${text}`.padEnd(4)))
        }
      }
      for (const name of names) rows.set(name, rows.get(name)! + (name === 'pluck' || name === 'finger' ? ' ' : '|'))
    }
    for (const name of names) {
      const open = tuning[tuning.length - Number(name)]
      lines.push(open === undefined ? `   ${rows.get(name)!.trimEnd()}` : `${pitchClassName(open).padEnd(2)}|${rows.get(name)!}`)
    }
    lines.push('')
  }
  return lines.join('\n')
}
