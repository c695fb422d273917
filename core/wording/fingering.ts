import { romanPosition } from '../guitar/geometry'
import { effortBeside, lawsBroken } from '../fingering/model/costs'
import type { Because, Charged, Fault, Reason } from '../fingering/explain/reasons'
import type { Breach, Span } from '../hand/breach'
import type { JudgedBreach } from '../score/judge'
import type { Stretch } from '../score/score'

const mm = (figure: number) => `${figure.toFixed(1)} mm`
const listed = (of: readonly number[]) =>
  of.length < 2 ? of.join('') : `${of.slice(0, -1).join(', ')} and ${of.at(-1)}`
const over = (ms: number | null) => (ms === null ? '' : ` in ${Math.round(ms)} ms`)

/** Two fingers and how far they are apart: beside what is comfortable, or beyond the limit beside that. */
function spanInWords({ fingers, frets, mm: distance, comfortMm, limitMm }: Span): string {
  return `fingers ${fingers[0]}–${fingers[1]} over frets ${frets[0]}–${frets[1]}: ${mm(distance)}, ${distance > limitMm ? `limit ${mm(limitMm)}` : `comfortable ${mm(comfortMm)}`}`
}

/** A stretch within what the hand can do: which fingers, over which frets, how far, and what is comfortable. */
export const stretchInWords = (stretch: Stretch): string => spanInWords(stretch)

/**
 * What is wrong with a finger, in one sentence without its full stop.
 * @param nameOf How another note is called; by its key when left out, as the doors do.
 */
export function breachInWords(breach: JudgedBreach | Breach, nameOf: (key: string) => string = key => key): string {
  switch (breach.rule) {
    case 'crossing':
      return `finger ${breach.finger} at fret ${breach.fret} crosses finger ${breach.crossed}, still down at fret ${breach.crossedFret}: finger ${breach.crossed} has to lift`
    case 'reach':
      return spanInWords(breach)
    case 'barre':
      return `finger ${breach.finger} lies across strings ${listed(breach.strings)} at fret ${breach.fret}: this hand plays no barres`
    case 'spared':
      return `finger ${breach.finger} is spared for this student`
    case 'excluded':
      return `finger ${breach.finger} is excluded for this student`
    case 'costly': {
      const { paidAt, what } = breach
      const where =
        paidAt === undefined
          ? ''
          : paidAt
            ? `at fret ${paidAt.fret} of string ${paidAt.string} (${nameOf(paidAt.key)}) `
            : 'at the next chord '
      return `finger ${breach.finger} is harder here than finger ${breach.cheaper}: ${where}${what ? chargedInWords(what) : 'the hand is in the wrong place'}`
    }
  }
}

function faultInWords(fault: Fault): string {
  switch (fault.fault) {
    case 'excluded': {
      const one = fault.fingers.length === 1
      return `${one ? 'finger' : 'fingers'} ${listed(fault.fingers)} ${one ? 'is' : 'are'} excluded, ${fault.prescribed ? 'and the drill asks for it' : 'and no other way was found'}`
    }
    case 'two-frets':
      return `finger ${fault.finger} would be on frets ${fault.frets[0]} and ${fault.frets[1]} at once`
    case 'no-barre':
      return `finger ${fault.finger} lies across strings ${fault.strings[0]} and ${fault.strings[1]}, and this hand plays no barres`
    case 'over-lower':
      return `finger ${fault.finger} would lie over a string that sounds lower`
    case 'reach':
      return spanInWords(fault)
    case 'crossing':
      return `fingers ${fault.fingers[0]} and ${fault.fingers[1]} would cross`
    case 'none-lawful':
      return 'no possible finger was found'
  }
}

/** What a cost is for. */
function chargedInWords(what: Charged): string {
  switch (what.for) {
    case 'shift':
      return `the hand moves from ${romanPosition(what.from)} to ${romanPosition(what.to)}, ${mm(what.mm)}${over(what.ms)}${what.across ? ' across the open string or rest' : what.guided ? ', a finger guiding along its string' : ''}`
    case 'same-finger':
      return `the same finger has to jump to another place${over(what.ms)}`
    case 'hinge':
      return 'the finger rolls over from the next string'
    case 'turned':
      return 'the lower finger comes on the thinner string at the same fret: the hand is turned round'
    case 'reshaped':
      return 'fingers change though the shape only moves along its strings'
    case 'leap':
      return 'the way from the note before leaps over strings or away from the hand'
    case 'weak-pair':
      return 'a weak pair of fingers follow each other'
    case 'broken-slur':
      return 'the slur cannot be played on this string'
    case 'off-place':
      return `finger ${what.finger} reaches beside its fret in ${romanPosition(what.position)}`
    case 'spared':
      return `finger ${what.finger} is spared`
    case 'barre':
      return `finger ${what.finger} lies across ${what.strings} strings`
    case 'twisted':
      return `finger ${what.finger} lies at one fret with another the wrong way round`
    case 'away-from-nut':
      return 'beside an open string the hand is not in position I'
    case 'high-open':
      return `an open string while the hand is in ${romanPosition(what.position)}`
    case 'high-fret':
      return 'the note lies lower on another string'
    case 'voices':
      return 'the voices cross, or leave a string out between them'
    case 'elsewhere':
      return 'the hand is not in the position asked for'
    case 'stretch':
      return spanInWords(what)
    case 'turned-round':
      return 'a higher finger lies at its fret on a thicker string: the hand is turned round'
    case 'taken':
      return 'the finger is taken from where it still lies'
    case 'spread':
      return 'the finger lies down over a further string while it sounds on'
    case 'lifts':
      return what.count === 1 ? 'a finger lifts before it has to' : `${what.count} fingers lift before they have to`
    case 'not-ahead':
      return 'the finger is not there ahead'
    case 'cut':
      return 'a note that should still sound is cut short'
    case 'fault':
      return faultInWords(what)
  }
}

function becauseInWords(why: Because): string {
  switch (why.because) {
    case 'pulled-off':
      return 'pulled off by the plucking hand to a finger that is still down'
    case 'tapped':
      return 'tapped by the plucking hand'
    case 'open':
      return 'open string: the hand is free'
    case 'pinned':
      return `pinned to finger ${why.finger}`
    case 'in-chord':
      return `finger ${why.finger} is down already with the chord`
    case 'down-already':
      return `finger ${why.finger} is down already at fret ${why.fret} of string ${why.string}`
    case 'in-position':
      return `one finger per fret in ${romanPosition(why.position)}: fret ${why.fret} is finger ${why.finger}’s`
    case 'reaches':
      return `finger ${why.finger} on fret ${why.fret} of string ${why.string}, the hand in ${romanPosition(why.position)}`
  }
}

/** Why a note has its finger: what it is good for first, then what makes it hard, the hardest first. */
export function reasonInWords({ why, ahead, costs }: Reason): string {
  const landing =
    ahead.length === 0
      ? []
      : [
          ahead.length === 1
            ? `finger ${ahead[0]} lands with it, ahead of its note`
            : `fingers ${listed(ahead)} land with it, ahead of their notes`,
        ]
  return [becauseInWords(why), ...landing, ...costs.map(({ what }) => chargedInWords(what))].join('; ')
}

/** An effort in words: laws of the hand that are broken counted for themselves, not in figures of a thousand. */
export function effortInWords(cost: number): string {
  const broken = lawsBroken(cost)
  const effort = `${effortBeside(cost).toFixed(1)} of effort for the fretting hand`
  return broken === 0 ? effort : `${broken === 1 ? '1 rule' : `${broken} rules`} of the hand broken, and ${effort}`
}

/**
 * Effort a note from which a drill counts as moderate, and as hard, for the hand it is fingered for; the project's own
 * measure.
 */
const MODERATE = 0.6
const HARD = 1.4

/**
 * How hard a fingering is for the hand it is for, in a word.
 * @param cost Of all its notes; laws that are broken do not count here.
 * @example effortInAWord(4, 40) // 'easy'
 */
export function effortInAWord(cost: number, notes: number): 'easy' | 'moderate' | 'hard' {
  const each = effortBeside(cost) / Math.max(1, notes)
  return each < MODERATE ? 'easy' : each < HARD ? 'moderate' : 'hard'
}

/** From what share of the effort on another fingering is told as harder, not as a little harder. */
const MUCH_HARDER = 0.25

/**
 * How hard a fingering is beside another.
 * @example comparedInWords(5, 4) // 'harder'
 */
export function comparedInWords(cost: number, than: number): 'easier' | 'as easy' | 'a little harder' | 'harder' {
  const [here, there] = [effortBeside(cost), effortBeside(than)]
  if (lawsBroken(cost) !== lawsBroken(than)) return lawsBroken(cost) > lawsBroken(than) ? 'harder' : 'easier'
  if (Math.abs(here - there) < 0.05) return 'as easy'
  if (here < there) return 'easier'
  return here < there * (1 + MUCH_HARDER) ? 'a little harder' : 'harder'
}

/** What a teacher is told of a search that was given up. */
export const QUICK_WAY = 'too many possibilities to check them all'

/** What a teacher is told of fingers that lift early. */
export const liftedInWords = (count: number): string =>
  `${count === 1 ? 'once' : `${count} times`} a finger lifts early, for this hand does not reach over it`
