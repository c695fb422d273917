import { spanMm } from '../../guitar/geometry'
import type { Finger } from '../../guitar/finger'
import { limitMm, comfortMm } from '../../hand/hand'
import type { HandRules } from '../../hand/advance-hand'
import { spanBetween, type Span } from '../../hand/breach'
import { COSTS } from '../model/costs'
import type { Entry } from './account'
import { excessMm, type Choice, type LandingCharge, type Touch } from '../model/choice'
import { shiftCost } from '../model/change'

/** A law of the hand that a moment cannot keep, with what breaks it; said in `core/wording/fingering.ts`. */
export type Fault =
  /** Fingers that are not to be used; the drill itself asks for them, or nothing else was found. */
  | { readonly fault: 'excluded'; readonly fingers: readonly number[]; readonly prescribed: boolean }
  | { readonly fault: 'two-frets'; readonly finger: number; readonly frets: readonly [number, number] }
  | { readonly fault: 'no-barre'; readonly finger: number; readonly strings: readonly [number, number] }
  | { readonly fault: 'over-lower'; readonly finger: number }
  | ({ readonly fault: 'reach' } & Span)
  | { readonly fault: 'crossing'; readonly fingers: readonly [number, number] }
  | { readonly fault: 'none-lawful' }

/** What a cost is for, with its values; milliseconds are null where nothing came before. */
export type Charged =
  | {
      readonly for: 'shift'
      readonly from: number
      readonly to: number
      readonly mm: number
      readonly ms: number | null
      readonly across: boolean
      readonly guided: boolean
    }
  | { readonly for: 'same-finger'; readonly ms: number | null }
  | {
      readonly for:
        | 'hinge'
        | 'turned'
        | 'reshaped'
        | 'leap'
        | 'weak-pair'
        | 'broken-slur'
        | 'turned-round'
        | 'taken'
        | 'spread'
        | 'not-ahead'
        | 'cut'
    }
  | { readonly for: 'off-place'; readonly finger: number; readonly position: number }
  | { readonly for: 'spared' | 'twisted'; readonly finger: number }
  | { readonly for: 'barre'; readonly finger: number; readonly strings: number }
  | { readonly for: 'high-open'; readonly position: number }
  | { readonly for: 'away-from-nut' | 'high-fret' | 'voices' | 'elsewhere' }
  | ({ readonly for: 'stretch' } & Span)
  | { readonly for: 'lifts'; readonly count: number }
  | ({ readonly for: 'fault' } & Fault)

/**
 * What is charged at a moment: how much, for what, and the finger that causes it; null where it falls to the hand as a
 * whole.
 */
export interface Charge {
  readonly amount: number
  readonly what: Charged
  readonly finger: number | null
}

/** What makes a note's finger the natural one. */
export type Because =
  | { readonly because: 'pulled-off' | 'tapped' | 'open' }
  | { readonly because: 'pinned' | 'in-chord'; readonly finger: number }
  | { readonly because: 'down-already'; readonly finger: number; readonly string: number; readonly fret: number }
  | { readonly because: 'in-position'; readonly finger: number; readonly fret: number; readonly position: number }
  | {
      readonly because: 'reaches'
      readonly finger: number
      readonly string: number
      readonly fret: number
      readonly position: number
    }

/**
 * Why a note has its finger: what it is good for, which fingers land with it ahead of their notes, and what it costs.
 */
export interface Reason {
  readonly why: Because
  readonly ahead: readonly number[]
  readonly costs: readonly Charge[]
}

/** The pair of fingers that is furthest beyond comfort at a landing. */
function widestPair(
  { placing, landed }: Entry,
  rules: HandRules,
): { readonly span: Span; readonly landing: Touch } | null {
  let worst: { excess: number; contact: Touch; landing: Touch } | null = null
  for (const landing of placing.moment.landings) {
    for (const contact of landed.stepped.state.contacts) {
      const excess = excessMm(contact, landing, rules)
      if (excess > 1e-9 && (!worst || excess > worst.excess)) worst = { excess, contact, landing }
    }
  }
  return worst && { span: spanBetween(worst.contact, worst.landing, rules), landing: worst.landing }
}

/** Everything charged at one moment, the dearest first. */
export function chargesOf(entry: Entry, rules: HandRules): readonly Charge[] {
  const { choice, before, change, arrival, landed, moment } = entry
  const charges: Charge[] = []
  const add = (amount: number, what: Charged, finger: number | null = null) => {
    if (amount > 1e-9) charges.push({ amount, what, finger })
  }
  const ms = Number.isFinite(moment.ms) ? moment.ms : null
  const shift = shiftCost(change, arrival.guided)
  if (shift > 0 && before) {
    const { instrument } = rules
    add(shift, {
      for: 'shift',
      from: before.position,
      to: choice.position,
      mm: spanMm(instrument.scaleLengthMm, instrument.capo, before.position, choice.position),
      ms,
      across: change.across,
      guided: arrival.guided,
    })
  }
  add(change.sameFinger, { for: 'same-finger', ms: moment.ms < COSTS.quickMs ? ms : null })
  add(change.hinge, { for: 'hinge' })
  add(change.turned, { for: 'turned' })
  add(change.reshaped, { for: 'reshaped' })
  add(change.placing, { for: 'leap' })
  add(change.weakPair, { for: 'weak-pair' })
  add(change.brokenSlur, { for: 'broken-slur' })
  for (const { kind, amount, finger } of choice.charges) add(amount, chargedOf(kind, finger, choice), finger || null)
  const pair = widestPair(entry, rules)
  if (landed.excessMm > 0 && pair)
    add(landed.excessMm * COSTS.stretchPerMm, { for: 'stretch', ...pair.span }, pair.landing.finger)
  add(landed.twisted * COSTS.twisted, { for: 'turned-round' })
  add(landed.taken, { for: 'taken' })
  add(landed.spread, { for: 'spread' })
  add(landed.stepped.broken * COSTS.holdBroken, { for: 'lifts', count: landed.stepped.broken })
  add(arrival.notAhead * COSTS.notPlacedAhead, { for: 'not-ahead' })
  add(landed.stepped.cut * COSTS.impossible, { for: 'cut' })
  const faults = (choice.faults + landed.overLimit) * COSTS.impossible
  if (faults > 0) add(faults, { for: 'fault', ...faultOf(entry, rules) })
  return charges.sort((a, b) => b.amount - a.amount)
}

/** What one charge of a choice is for. */
function chargedOf(kind: LandingCharge['kind'], finger: number, { position, fresh }: Choice): Charged {
  switch (kind) {
    case 'off-place':
      return { for: kind, finger, position }
    case 'spared':
    case 'twisted':
      return { for: kind, finger }
    case 'barre':
      return { for: kind, finger, strings: fresh.filter(touch => touch.finger === finger).length }
    case 'high-open':
      return { for: kind, position }
    case 'away-from-nut':
    case 'high-fret':
    case 'voices':
    case 'elsewhere':
      return { for: kind }
  }
}

/** Why a moment cannot be played by the laws of the hand: the plainest that holds. */
function faultOf(entry: Entry, rules: HandRules): Fault {
  const { fresh, gripped } = entry.choice
  const excluded = [
    ...new Set(fresh.filter(touch => rules.hand.excluded.includes(touch.finger)).map(touch => touch.finger)),
  ]
  if (excluded.length > 0) {
    return {
      fault: 'excluded',
      fingers: excluded,
      prescribed: entry.moment.notes.every(
        (note, n) => !excluded.includes(entry.choice.fingers[n] as Finger) || note.finger !== null,
      ),
    }
  }
  const all: readonly Touch[] = [...fresh, ...gripped]
  for (const [i, a] of all.entries()) {
    for (const b of all.slice(i + 1)) {
      const same = a.finger === b.finger
      const [thin, thick] = [Math.min(a.string, b.string), Math.max(a.string, b.string)]
      if (same && a.fret !== b.fret)
        return { fault: 'two-frets', finger: a.finger, frets: [Math.min(a.fret, b.fret), Math.max(a.fret, b.fret)] }
      if (same && !rules.hand.barre) return { fault: 'no-barre', finger: a.finger, strings: [thick, thin] }
      if (same && entry.choice.places.some(place => place.fret < a.fret && place.string > thin && place.string < thick))
        return { fault: 'over-lower', finger: a.finger }
      if (
        !same &&
        excessMm(a, b, rules) > limitMm(rules.hand, a.finger, b.finger) - comfortMm(rules.hand, a.finger, b.finger)
      )
        return { fault: 'reach', ...spanBetween(a, b, rules) }
      if ((a.finger < b.finger && a.fret > b.fret) || (a.finger > b.finger && a.fret < b.fret))
        return { fault: 'crossing', fingers: [Math.min(a.finger, b.finger), Math.max(a.finger, b.finger)] }
    }
  }
  const pair = widestPair(entry, rules)
  return pair ? { fault: 'reach', ...pair.span } : { fault: 'none-lawful' }
}

/**
 * Why each note of a moment has its finger, by note. Each cost stands at one note: the first of the finger that causes
 * it, else the first that lands.
 */
export function reasonsOf(entry: Entry, rules: HandRules): Readonly<Record<string, Reason>> {
  const { choice, moment, placing } = entry
  const charges = chargesOf(entry, rules)
  const landsHere = (n: number) =>
    choice.fresh.some(each => each.string === choice.places[n]!.string && each.fret === choice.places[n]!.fret)
  const fresh = moment.notes.flatMap((note, n) =>
    choice.fingers[n] && landsHere(n) ? [{ key: note.noteId, finger: choice.fingers[n] }] : [],
  )
  const bearers = charges.map(({ finger }) => (fresh.find(each => each.finger === finger) ?? fresh[0])?.key)
  const ahead = placing.ahead.map(landing => landing.finger)
  return Object.fromEntries(
    moment.notes.map((note, n): readonly [string, Reason] => {
      const why = becauseOf(entry, n, landsHere(n))
      return [
        note.noteId,
        'finger' in why
          ? { why, ahead, costs: charges.filter((_, i) => bearers[i] === note.noteId) }
          : { why, ahead: [], costs: [] },
      ]
    }),
  )
}

/** What makes the finger of a moment's nth note the natural one. */
function becauseOf({ choice, moment, state }: Entry, n: number, landsHere: boolean): Because {
  const note = moment.notes[n]!
  const finger = choice.fingers[n]
  if (finger === null || finger === undefined) return { because: note.slurred ? 'pulled-off' : 'tapped' }
  if (finger === 0) return { because: 'open' }
  if (note.pinned && note.finger === finger) return { because: 'pinned', finger }
  if (!landsHere) return { because: 'in-chord', finger }
  const { string, fret } = choice.places[n]!
  if (state.contacts.some(contact => contact.finger === finger && contact.string === string && contact.fret === fret))
    return { because: 'down-already', finger, string, fret }
  const { position } = choice
  return fret === position + finger - 1
    ? { because: 'in-position', finger, fret, position }
    : { because: 'reaches', finger, string, fret, position }
}
