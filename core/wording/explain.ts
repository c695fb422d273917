import { romanPosition } from '../guitar/geometry'
import { tempoInWords } from '../line/meter'
import { ticksToMs } from '../line/ticks'
import { pitchName } from '../pitch/pitch'
import type { Verdict } from '../score/judge'
import { positionAt } from '../score/position-at'
import type { Note, Realised, Score } from '../score/score'
import { breachInWords, effortInWords, reasonInWords } from './fingering'
import { noteInWords, numbered, VIA_WORDS } from './note'
import { mutedByInWords } from './muting'

const plural = (count: number, what: string) => `${count} ${what}${count === 1 ? '' : 's'}`

const listed = (strings: readonly number[]) =>
  strings.length === 1 ? `string ${strings[0]}` : `strings ${strings.join(', ')}`

/**
 * Everything worth knowing of one note: pitch and length, why this finger, what is down, what to mute, what is wrong.
 * @param breaches Leave out what is wrong with `false`, where a verdict says it more fully.
 * @returns Short sentences, the plainest first.
 */
export function explainNote(
  score: Score,
  note: Note,
  { breaches = true }: { readonly breaches?: boolean } = {},
): readonly string[] {
  const position = positionAt(score, note.at)
  const others = score.holds.filter(hold => hold.from <= note.at && hold.to > note.at && hold.finger !== note.finger)
  const muted = new Map<string, number[]>()
  for (const quiet of score.report.quiet) {
    if (quiet.key !== note.key) continue
    const by = mutedByInWords(quiet)
    muted.set(by, [...(muted.get(by) ?? []), quiet.string])
  }
  return [
    `${pitchName(note.midi, note.name)}, ${Math.round(ticksToMs(note.dur, score.tempo))} ms, ${VIA_WORDS[note.via]}`,
    note.finger === 0
      ? 'open string: the hand is free'
      : note.finger !== null && position !== null
        ? note.fret - note.finger + 1 === position
          ? `one finger per fret in ${romanPosition(position)}`
          : `finger ${note.finger} away from its fret in ${romanPosition(position)}`
        : null,
    others.length > 0
      ? others.map(hold => `finger ${hold.finger} stays on string ${hold.string}, fret ${hold.fret}`).join('; ')
      : null,
    ...[...muted].map(([by, strings]) => `${listed(strings)} kept quiet by ${by}`),
    ...(breaches
      ? score.report.breaches
          .filter(breach => breach.key === note.key)
          .map(breach => breachInWords(breach, numbered(score.notes)))
      : []),
  ].filter(text => text !== null)
}

/**
 * Anything realised, in plain words: a sheet one line a note, a drill without a guitar one line a tempo or step.
 * A sheet that was judged also says what its fingers cost and why each note has its own.
 */
export function explainRealised(realised: Realised | (Score & { readonly fingering: Verdict })): string {
  if (realised.kind === 'sheet') return explainScore(realised, 'fingering' in realised ? realised.fingering : null)
  const lines =
    realised.kind === 'count'
      ? realised.tempos.map(
          ({ bpm, bars, silentBars, seconds }) =>
            `${bpm}: ${plural(bars, 'bar')}, ${silentBars} of them silent, ${seconds.toFixed(1)} s`,
        )
      : realised.steps.map(({ name, seconds, caution }) => `${name}: ${seconds} s${caution ? ` (${caution})` : ''}`)
  return [realised.title, realised.purpose, ...lines, `${realised.seconds.toFixed(1)} s in all`].join('\n')
}

function explainScore(score: Score, verdict: Verdict | null): string {
  const nameOf = numbered(score.notes)
  return [
    score.title,
    score.purpose,
    `${plural(score.notes.length, 'note')}, ${plural(score.bars, 'bar')}, ${score.seconds.toFixed(1)} s at ${tempoInWords(score.tempo, score.meter)}, ${score.notesPerSecond.toFixed(2)} notes a second`,
    ...(verdict ? [effortInWords(verdict.cost)] : []),
    ...(verdict?.breaches ?? score.report.breaches).map(
      breach => `caution at ${nameOf(breach.key)}: ${breachInWords(breach, nameOf)}`,
    ),
    '',
    ...score.notes.map(
      (note, i) =>
        `${i + 1}. ${noteInWords(note)}. ${explainNote(score, note, { breaches: verdict === null }).join('. ')}.${verdict ? ` Why: ${reasonInWords(verdict.reasons[note.key]!)}.` : ''}`,
    ),
  ].join('\n')
}
