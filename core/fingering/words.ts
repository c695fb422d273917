import { romanPosition, spanMm } from '../guitar/geometry'
import { comfortMm, limitMm, type Finger } from '../hand/hand'
import type { HandRules } from '../hand/advance-hand'
import { COSTS } from './costs'
import type { Entry } from './account'
import { excessMm, type Choice, type LandingCharge, type Touch } from './choice'
import { shiftCost } from './charge'

const mm = (figure: number) => `${figure.toFixed(1)} mm`
const place = (touch: Touch) => `fret ${touch.fret} of string ${touch.string}`
const listed = (fingers: readonly number[]) => (fingers.length < 2 ? fingers.join('') : `${fingers.slice(0, -1).join(', ')} and ${fingers.at(-1)}`)

/** A charge in words, with what it costs and the finger that causes it; null where it falls to the hand as a whole. */
export interface Told { readonly amount: number, readonly text: string, readonly finger: number | null }

/** The pair of fingers that is furthest beyond comfort at a landing. */
function widestPair({ placing, landed }: Entry, rules: HandRules): { readonly low: Touch, readonly high: Touch, readonly landing: Touch } | null {
  let worst: { excess: number, low: Touch, high: Touch, landing: Touch } | null = null
  for (const landing of placing.moment.landings) {
    for (const contact of landed.stepped.state.contacts) {
      const excess = excessMm(contact, landing, rules)
      if (excess > 1e-9 && (!worst || excess > worst.excess)) worst = landing.finger < contact.finger ? { excess, low: landing, high: contact, landing } : { excess, low: contact, high: landing, landing }
    }
  }
  return worst
}

/** A stretch in words: which fingers, over which frets, how far, and what the hand has. */
export function stretchInWords(a: Touch, b: Touch, { hand, instrument }: HandRules): string {
  const [low, high] = a.finger < b.finger ? [a, b] : [b, a]
  const span = spanMm(instrument.scaleLengthMm, instrument.capo, low.fret, high.fret)
  const limit = limitMm(hand, low.finger, high.finger)
  return `${low.finger}–${high.finger} over frets ${low.fret}–${high.fret}: ${mm(span)}, ${span > limit ? `limit ${mm(limit)}` : `comfortable ${mm(comfortMm(hand, low.finger, high.finger))}`}`
}

/** Everything charged at one moment in words, the dearest first. */
export function chargesInWords(entry: Entry, rules: HandRules): readonly Told[] {
  const { choice, before, change, arrival, landed, moment } = entry
  const told: Told[] = []
  const add = (amount: number, text: string, finger: number | null = null) => {
    if (amount > 1e-9) told.push({ amount, text, finger })
  }
  const shift = shiftCost(change, arrival.guided)
  if (shift > 0 && before) {
    const { instrument } = rules
    const how = change.across ? ' across the open string or rest' : arrival.guided ? ', a finger guiding along its string' : ''
    const time = Number.isFinite(moment.ms) ? ` in ${Math.round(moment.ms)} ms` : ''
    add(shift, `the hand moves from ${romanPosition(before.position)} to ${romanPosition(choice.position)}, ${mm(spanMm(instrument.scaleLengthMm, instrument.capo, before.position, choice.position))}${time}${how}`)
  }
  add(change.sameFinger, `the same finger has to jump to another place${moment.ms < COSTS.quickMs ? ` in ${Math.round(moment.ms)} ms` : ''}`)
  add(change.hinge, 'the finger rolls over from the next string')
  add(change.turned, 'the lower finger comes on the thinner string at the same fret: the hand is turned round')
  add(change.reshaped, 'fingers change though the shape only moves along its strings')
  add(change.placing, 'the way from the note before leaps over strings or away from the hand')
  add(change.weakPair, 'a weak pair of fingers follow each other')
  add(change.brokenSlur, 'the slur cannot be played on this string')
  for (const { kind, amount, finger } of choice.charges) add(amount, chargeInWords(kind, finger, choice), finger || null)
  const pair = widestPair(entry, rules)
  if (landed.excessMm > 0 && pair) add(landed.excessMm * COSTS.stretchPerMm, `fingers ${stretchInWords(pair.low, pair.high, rules)}`, pair.landing.finger)
  add(landed.twisted * COSTS.twisted, 'a higher finger lies at its fret on a thicker string: the hand is turned round')
  add(landed.taken, 'the finger is taken from where it still lies')
  add(landed.spread, 'the finger lies down over a further string while it sounds on')
  add(landed.stepped.broken * COSTS.holdBroken, `${landed.stepped.broken === 1 ? 'a finger lifts' : `${landed.stepped.broken} fingers lift`} before ${landed.stepped.broken === 1 ? 'it has' : 'they have'} to`)
  add(arrival.notAhead * COSTS.notPlacedAhead, 'the finger is not there ahead')
  add(landed.stepped.cut * COSTS.impossible, 'a note that should still sound is cut short')
  add((choice.faults + landed.overLimit) * COSTS.impossible, faultInWords(entry, rules))
  return told.sort((a, b) => b.amount - a.amount)
}

/** One charge of a choice in words. */
function chargeInWords(kind: LandingCharge['kind'], finger: number, choice: Choice): string {
  switch (kind) {
    case 'off-place': return `finger ${finger} reaches beside its fret in ${romanPosition(choice.position)}`
    case 'spared': return `finger ${finger} is to be spared`
    case 'barre': return `finger ${finger} lies across ${choice.fresh.filter(touch => touch.finger === finger).length} strings`
    case 'twisted': return `finger ${finger} lies at one fret with another the wrong way round`
    case 'away-from-nut': return 'beside an open string the hand is not in position I'
    case 'high-open': return `an open string while the hand is in ${romanPosition(choice.position)}`
    case 'high-fret': return 'the note lies lower on another string'
    case 'voices': return 'the voices cross, or leave a string out between them'
    case 'elsewhere': return 'the hand is not in the position asked for'
  }
}

/** Why a moment cannot be played by the laws of the hand, as plainly as can be said. */
function faultInWords(entry: Entry, rules: HandRules): string {
  const { fresh, gripped } = entry.choice
  const excluded = [...new Set(fresh.filter(touch => rules.hand.excluded.includes(touch.finger)).map(touch => touch.finger))]
  if (excluded.length > 0) {
    const prescribed = entry.moment.notes.every((note, n) => !excluded.includes(entry.choice.fingers[n] as Finger) || note.finger !== null)
    return `${excluded.length === 1 ? 'finger' : 'fingers'} ${listed(excluded)} ${excluded.length === 1 ? 'is' : 'are'} excluded, ${prescribed ? 'and the drill asks for it' : 'and no other way was found'}`
  }
  const all: readonly Touch[] = [...fresh, ...gripped]
  for (const [i, a] of all.entries()) {
    for (const b of all.slice(i + 1)) {
      if (a.finger === b.finger && a.fret !== b.fret) return `finger ${a.finger} would be on frets ${Math.min(a.fret, b.fret)} and ${Math.max(a.fret, b.fret)} at once`
      if (a.finger === b.finger && !rules.hand.barre) return `finger ${a.finger} lies across strings ${Math.max(a.string, b.string)} and ${Math.min(a.string, b.string)}, and this hand is to take no barre`
      if (a.finger === b.finger && entry.choice.places.some(place => place.fret < a.fret && place.string > Math.min(a.string, b.string) && place.string < Math.max(a.string, b.string))) return `finger ${a.finger} would lie over a string that sounds lower`
      if (a.finger !== b.finger && excessMm(a, b, rules) > limitMm(rules.hand, a.finger, b.finger) - comfortMm(rules.hand, a.finger, b.finger)) return `fingers ${stretchInWords(a, b, rules)}`
      if ((a.finger < b.finger && a.fret > b.fret) || (a.finger > b.finger && a.fret < b.fret)) return `fingers ${Math.min(a.finger, b.finger)} and ${Math.max(a.finger, b.finger)} would cross`
    }
  }
  const pair = widestPair(entry, rules)
  if (pair) return `fingers ${stretchInWords(pair.low, pair.high, rules)}`
  return 'no lawful finger was found'
}

/** Why each note of a moment has its finger: what it is good for first, then what it costs. */
export function reasonsOf(entry: Entry, rules: HandRules): Readonly<Record<string, string>> {
  const { choice, moment, state, placing } = entry
  const costs = chargesInWords(entry, rules)
  const fresh = moment.notes.flatMap((note, n) => (choice.fingers[n] && choice.fresh.some(each => each.string === choice.places[n]!.string && each.fret === choice.places[n]!.fret) ? [{ key: note.key, finger: choice.fingers[n] }] : []))
  /** Each cost is told once: at the first note of the finger that causes it, else at the first that lands. */
  const tellers = costs.map(({ finger }) => (fresh.find(each => each.finger === finger) ?? fresh[0])?.key)
  const costsAt = (key: string) => costs.flatMap(({ amount, text }, i) => (tellers[i] === key ? [amount >= COSTS.impossible ? text : `${text} (${amount.toFixed(1)})`] : []))
  return Object.fromEntries(moment.notes.map((note, n) => {
    const finger = choice.fingers[n]
    if (finger === null || finger === undefined) return [note.key, note.slurred ? 'pulled off by the plucking hand to a finger that is still down' : 'tapped by the plucking hand']
    if (finger === 0) return [note.key, 'open string: the hand is free']
    const touch: Touch = { ...choice.places[n]!, finger }
    const down = state.contacts.some(contact => contact.finger === finger && contact.string === touch.string && contact.fret === touch.fret)
    const landsHere = choice.fresh.some(each => each.string === touch.string && each.fret === touch.fret)
    const why = note.pinned && note.finger === finger
      ? `pinned to finger ${finger}`
      : !landsHere
          ? `finger ${finger} is down already with the chord`
          : down
            ? `finger ${finger} is down already at ${place(touch)}`
            : touch.fret === choice.position + finger - 1
              ? `one finger per fret in ${romanPosition(choice.position)}: fret ${touch.fret} is finger ${finger}’s`
              : `finger ${finger} on ${place(touch)}, the hand in ${romanPosition(choice.position)}`
    const ahead = placing.ahead.length > 0 ? [placing.ahead.length === 1 ? `finger ${placing.ahead[0]!.finger} lands with it, ahead of its note` : `fingers ${listed(placing.ahead.map(landing => landing.finger))} land with it, ahead of their notes`] : []
    return [note.key, [why, ...ahead, ...costsAt(note.key)].join('; ')]
  }))
}
