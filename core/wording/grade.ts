import { romanPosition } from '../guitar/geometry'
import type { Cause, PluckingExtra } from '../grade/cause'
import type { Grade, Part } from '../grade/grade'
import type { PartName } from '../grade/table'
import { capital, countInWords } from './numbers'

const EXTRA_WORDS: Readonly<Record<PluckingExtra, string>> = {
  'outside': 'the pick goes round the outside of two strings',
  'inside': 'the pick works between two strings',
  'up-on-beat': 'a beat begins with an up-stroke',
  'skipped': 'a string is skipped',
  'across': 'one stroke is drawn on across the strings',
  'together': 'several fingers pluck together',
  'distinct': 'several fingers take turns',
  'thumb-moves': 'the thumb changes its string',
  'realigns': 'strokes and strings fall together again only after many notes',
  'again': 'the same stroke comes twice running',
}

const figure = (value: number) => String(Math.round(value * 10) / 10)
const rate = (perSecond: number) => `${figure(perSecond)} notes a second`
const fingersIn = (fingers: readonly number[]) =>
  fingers.length === 1 ? `finger ${fingers[0]}` : `fingers ${fingers.slice(0, -1).join(', ')} and ${fingers.at(-1)}`
const some = (count: number, one: string) => `${countInWords(count)} ${one}${count === 1 ? '' : 's'}`

/** What is never asked of a drill, by part. */
const NOTHING: Readonly<Record<PartName, string>> = {
  'fretting speed': 'no finger moves',
  'finger independence': 'no finger has to go its own way',
  'stretch': 'nothing is wider than this hand has at ease',
  'shifts': 'the hand stays where it is',
  'crossings': 'everything is on one string',
  'slurs': 'nothing is slurred',
  'plucking hand': 'nothing is plucked',
  'coordination': 'the hands never act at once',
  'pulse': 'nothing goes against the beat',
  'chord changes': 'no fingers go down together',
}

function pluckingInWords(cause: Extract<Cause, { part: 'plucking hand' }>): string {
  if ('taps' in cause) return `taps with ${some(cause.taps, 'finger')}, at ${rate(cause.perSecond)}`
  const because = cause.extras.map(extra => EXTRA_WORDS[extra])
  return because.length === 0
    ? `one stroke after another, ${rate(cause.perSecond)}`
    : `${rate(cause.perSecond)}, and ${because.slice(0, 2).join(', and ')}`
}

function pulseInWords(cause: Extract<Cause, { part: 'pulse' }>): string {
  if ('bpm' in cause)
    return `${cause.bpm} a minute${cause.silentBars > 0 ? `, ${cause.silentBars} of ${cause.bars} bars silent` : ''}: between clicks the pulse is your own`
  const { division, syncopated, changedFrom } = cause
  return [
    division === 1 ? 'one note to the quarter' : `${countInWords(division)} notes to the quarter`,
    ...(changedFrom === null ? [] : [`after ${countInWords(changedFrom)}`]),
    ...(syncopated ? ['held across the beat'] : []),
  ].join(', ')
}

/** What an onset asks for, in one sentence without its full stop. */
export function causeInWords(cause: Cause): string {
  switch (cause.part) {
    case 'fretting speed':
      return `${some(cause.fingers, 'finger')}, ${figure(cause.perSecond)} moves a second${cause.ahead > 0 ? `, ${countInWords(cause.ahead)} laid down ahead` : ''}`
    case 'finger independence':
      return [
        ...(cause.pair ? [`finger ${cause.pair[1]} after finger ${cause.pair[0]}`] : []),
        ...(cause.held.length > 0 ? [`${fingersIn(cause.held)} held meanwhile`] : []),
        `at ${rate(cause.perSecond)}`,
      ].join(', ')
    case 'stretch':
      return `fingers ${cause.fingers[0]}–${cause.fingers[1]} over frets ${cause.frets[0]}–${cause.frets[1]}: ${cause.mm.toFixed(0)} mm, at ease ${cause.comfortMm.toFixed(0)}, limit ${cause.limitMm.toFixed(0)}${cause.lifted ? '; one has to let go' : ''}`
    case 'shifts':
      return `from ${romanPosition(cause.from)} to ${romanPosition(cause.to)}: ${cause.mm.toFixed(0)} mm in ${cause.ms.toFixed(0)} ms`
    case 'crossings':
      return `${cause.strings === 1 ? 'to the next string' : `${countInWords(cause.strings)} strings on`}, at ${rate(cause.perSecond)}`
    case 'slurs': {
      const how = { hammer: 'comes down', pull: 'pulls off', slide: 'slides' }[cause.via]
      const who = cause.finger === 0 ? 'the plucking hand' : `finger ${cause.finger}`
      return `${who} ${how}${cause.inRow > 1 ? `, slur ${cause.inRow} in a row` : ''}, at ${rate(cause.perSecond)}`
    }
    case 'plucking hand':
      return pluckingInWords(cause)
    case 'coordination':
      return cause.taps
        ? `both hands on the neck, at ${rate(cause.perSecond)}`
        : `both hands at once, at ${rate(cause.perSecond)}${cause.crosses ? ', on a new string' : ''}`
    case 'pulse':
      return pulseInWords(cause)
    case 'chord changes':
      return [
        `${some(cause.fingers, 'finger')} within ${cause.ms.toFixed(0)} ms`,
        ...(cause.mm >= 0.5 ? [`${cause.mm.toFixed(0)} mm to go`] : []),
        ...(cause.barre ? [`a ${cause.barre} barre`] : []),
        ...(cause.guided ? ['one guides along its string'] : []),
      ].join(', ')
  }
}

/** Why a part has its value, as a sentence. */
export const partInWords = ({ name, cause }: Pick<Part, 'name' | 'cause'>): string =>
  `${capital(cause ? causeInWords(cause) : NOTHING[name])}.`

/**
 * A grade as it is shown, to one decimal.
 * @example gradeInWords(3.46) // '3.5'
 */
export const gradeInWords = (value: number): string => value.toFixed(1)

/** The parts that say most, the greatest first; none that ask for nothing. */
export const mainParts = ({ parts }: Grade, count = 2): readonly Part[] =>
  parts
    .filter(part => part.value > 0)
    .toSorted((a, b) => b.value - a.value)
    .slice(0, count)

/** A grade in plain words: the figure, then a line for each part that asks for something, the greatest first. */
export const explainGrade = (grade: Grade): string =>
  [
    `grade ${gradeInWords(grade.value)}`,
    ...mainParts(grade, Infinity).map(part => `${part.name} ${Math.round(part.value)}: ${partInWords(part)}`),
  ].join('\n')
