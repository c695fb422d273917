import { spanMm } from '../guitar/geometry'
import type { Instrument } from '../guitar/instrument'
import type { Tick } from '../line/ticks'
import type { HoldPolicy } from '../schema/fields'
import type { Breach } from './breach'
import type { Finger } from '../guitar/finger'
import { limitMm, type Hand } from './hand'

/** A finger on a place of the neck. */
export interface Contact {
  readonly finger: Finger
  readonly string: number
  readonly fret: number
  readonly from: Tick
  /** The last moment at which it sounds, so far as known: a finger placed ahead sounds later than it lands. */
  readonly soundsAt: Tick
  /** End of its own note. */
  readonly noteEnd: Tick
  /** Position of the hand when it landed. */
  readonly position: number
  /** End of the grip it belongs to: until then nothing lifts it. */
  readonly until?: Tick
  /** Lies across several strings. */
  readonly barre?: true
}

/** What the hand is doing: where finger 1 rests and which fingers are down. */
export interface HandState {
  /** 0 before the hand has taken any position. */
  readonly position: number
  readonly contacts: readonly Contact[]
  /** End of the latest note so far. */
  readonly lastEnd: Tick
}

/** A finger that lands: for a note of this moment, or ahead of a later one. */
export interface Landing {
  readonly noteId: string
  readonly finger: Finger
  readonly string: number
  readonly fret: number
  readonly soundsAt: Tick
  readonly noteEnd: Tick
  /** End of the grip it belongs to. */
  readonly until?: Tick
}

/** Everything that begins at one tick, fingers decided. */
export interface Moment {
  readonly at: Tick
  readonly end: Tick
  readonly position: number
  /** Sounding places; an open string has fret 0. */
  readonly sounding: readonly { readonly string: number; readonly fret: number }[]
  /** Fingers of the fretted notes of this moment, then those placed ahead. */
  readonly landings: readonly Landing[]
}

/** A finger's stay on a fret, half-open: down at `from`, up at `to`. */
export interface Hold {
  readonly finger: Finger
  readonly string: number
  readonly fret: number
  readonly from: Tick
  readonly to: Tick
  readonly barre?: true
  /** A grip keeps it there, a chord, an anchor or a pedal: it is no finger merely left where it played. */
  readonly anchor?: true
}

/** What the hand is: its measures, the guitar it is on, and how long its fingers stay. */
export interface HandRules {
  readonly hand: Hand
  readonly instrument: Instrument
  readonly policy: HoldPolicy
}

export interface Stepped {
  readonly state: HandState
  readonly ended: readonly Hold[]
  readonly breaches: readonly Breach[]
  /** Holds that the policy would have kept: lifted for a crossing, for the limit or by choice. */
  readonly broken: number
  /** Those among them that lift because the hand does not reach over them. */
  readonly short: number
  /** Notes that end before their time because their finger is wanted elsewhere or crossed. */
  readonly cut: number
  /** Fingers taken out of a grip before its end. */
  readonly torn: number
}

/** The hand before the first note. */
export const RESTING_HAND: HandState = { position: 0, contacts: [], lastEnd: 0 }

const samePlace = (
  a: { finger: Finger; string: number; fret: number },
  b: { finger: Finger; string: number; fret: number },
) => a.finger === b.finger && a.string === b.string && a.fret === b.fret

const crosses = (a: { finger: Finger; fret: number }, b: { finger: Finger; fret: number }) =>
  (a.finger < b.finger && a.fret > b.fret) || (a.finger > b.finger && a.fret < b.fret)

/** When a contact leaves, and what of the hand's duties is broken by it. */
interface Leaving {
  readonly at: Tick
  readonly crossedBy?: Landing
  readonly breaks?: 'hold' | 'note' | 'grip'
  readonly tooWide?: boolean
}

/**
 * Whether a finger that sounds on lies down over a further string at its fret: a barre, so long as nothing lower sounds
 * beneath it.
 */
function spreads(contact: Contact, { landings, sounding }: Moment, { hand }: HandRules): boolean {
  if (!hand.barre) return false
  return landings.some(
    ({ finger, string, fret }) =>
      finger === contact.finger &&
      fret === contact.fret &&
      string !== contact.string &&
      !sounding.some(
        note =>
          note.fret < fret &&
          note.string >= Math.min(string, contact.string) &&
          note.string <= Math.max(string, contact.string),
      ),
  )
}

/** When a contact leaves for this moment; `null` when it stays. */
function leaving(contact: Contact, state: HandState, moment: Moment, rules: HandRules, lifts: number): Leaving | null {
  const now = moment.at
  const again = moment.landings.some(landing => samePlace(landing, contact))
  const elsewhere = !again && moment.landings.some(landing => landing.finger === contact.finger)
  if (contact.until !== undefined) {
    if (contact.until <= now) return again ? null : { at: contact.until }
    // A barre that lies there already also holds what else it covers.
    return elsewhere &&
      !moment.landings.some(landing => landing.finger === contact.finger && landing.fret === contact.fret)
      ? { at: now, breaks: 'grip' }
      : null
  }
  // A new note on its string ends it in any case.
  const sounding =
    contact.noteEnd > now && contact.soundsAt < now && !moment.sounding.some(note => note.string === contact.string)
  if (contact.position !== moment.position) {
    // A shift takes every finger along, at the start of its pause; a note that still sounds is held to its end.
    if (sounding) return elsewhere && !spreads(contact, moment, rules) ? { at: now, breaks: 'note' } : null
    return {
      at: contact.position === state.position ? Math.min(now, Math.max(state.lastEnd, contact.from)) : contact.noteEnd,
    }
  }
  const byPolicy = policyEnd(contact, rules.policy, now)
  if (elsewhere && byPolicy === null && sounding && spreads(contact, moment, rules)) return null
  if (elsewhere) return byPolicy !== null ? { at: byPolicy } : sounding ? { at: now, breaks: 'note' } : { at: now }
  if (byPolicy !== null) return { at: byPolicy }
  const crossing = moment.landings.find(landing => landing.until === undefined && crosses(contact, landing))
  if (crossing) return { at: now, crossedBy: crossing, breaks: sounding ? 'note' : 'hold' }
  if (again) return null
  if (moment.sounding.some(note => note.string === contact.string && note.fret <= contact.fret)) return { at: now }
  if (sounding) return null
  if (moment.sounding.some(note => Math.abs(note.string - contact.string) >= 2)) return { at: now }
  const { scaleLengthMm, capo } = rules.instrument
  const tooWide = moment.landings.some(
    landing =>
      landing.finger !== contact.finger &&
      spanMm(scaleLengthMm, capo, contact.fret, landing.fret) > limitMm(rules.hand, contact.finger, landing.finger),
  )
  return tooWide || (lifts & (1 << contact.finger)) !== 0 ? { at: now, breaks: 'hold', tooWide } : null
}

/** When the policy itself ends a contact by `now`; `null` while it may stay. */
function policyEnd(contact: Contact, policy: HoldPolicy, now: Tick): Tick | null {
  if (policy === 'until-needed' || contact.soundsAt >= now) return null
  if (policy === 'lift') return contact.noteEnd <= now ? contact.noteEnd : null
  return contact.noteEnd <= now ? now : null
}

function holdOf({ finger, string, fret, from, barre, until }: Contact, to: Tick): Hold {
  // Written out, as every drill has many; what few holds have is added after.
  if (barre || until !== undefined)
    return {
      finger,
      string,
      fret,
      from,
      to,
      ...(barre && { barre }),
      ...(until !== undefined && { anchor: true as const }),
    }
  return { finger, string, fret, from, to }
}

/**
 * The one hold rule: takes the hand from one moment to the next. A finger that has landed stays until the first of:
 * it lands elsewhere; a lower or open note sounds on its string; a note sounds two or more strings away; a landing
 * would stretch the hand past its limit; a shift; what the policy says; a choice to lift it.
 * The lanes replay it, the fingering engine searches with it, the checker judges with it.
 * @param state The hand before the moment.
 * @param moment What sounds and which fingers land, in ticks.
 * @param lifts Fingers lifted by choice, one bit each (1 << finger); a finger that lands or must stay is not.
 * @returns The hand after it, the holds that ended, and the rules broken.
 */
export function advanceHand(state: HandState, moment: Moment, rules: HandRules, lifts = 0): Stepped {
  const ended: Hold[] = []
  const breaches: Breach[] = []
  const contacts: Contact[] = []
  let broken = 0
  let short = 0
  let cut = 0
  let torn = 0
  for (const contact of state.contacts) {
    const left = leaving(contact, state, moment, rules, lifts)
    if (!left) {
      contacts.push(contact)
      continue
    }
    if (left.tooWide) short++
    if (left.breaks === 'hold') broken++
    else if (left.breaks === 'note') cut++
    else if (left.breaks === 'grip') torn++
    if (left.at > contact.from) ended.push(holdOf(contact, left.at))
    if (left.crossedBy) {
      breaches.push({
        key: left.crossedBy.noteId,
        rule: 'crossing',
        finger: left.crossedBy.finger,
        fret: left.crossedBy.fret,
        crossed: contact.finger,
        crossedFret: contact.fret,
      })
    }
  }
  for (const landing of moment.landings) {
    const down = contacts.findIndex(contact => samePlace(contact, landing))
    const { finger, string, fret, soundsAt, noteEnd, until } = landing
    const beside = contacts.findIndex(
      contact => contact.finger === finger && contact.fret === fret && contact.string !== string,
    )
    if (beside >= 0 && !contacts[beside]!.barre) contacts[beside] = { ...contacts[beside]!, barre: true }
    const known = contacts[down]
    const contact: Contact = {
      finger,
      string,
      fret,
      from: known?.from ?? moment.at,
      soundsAt,
      noteEnd: Math.max(noteEnd, known?.noteEnd ?? 0),
      position: moment.position,
    }
    const ends = until ?? (known && known.until !== undefined && known.until > moment.at ? known.until : undefined)
    const settled: Contact =
      ends === undefined && beside < 0 && !known?.barre
        ? contact
        : {
            ...contact,
            ...(ends !== undefined && { until: ends }),
            ...((beside >= 0 || known?.barre) && { barre: true as const }),
          }
    if (known) contacts[down] = settled
    else contacts.push(settled)
  }
  return {
    state: { position: moment.position, contacts, lastEnd: Math.max(state.lastEnd, moment.end) },
    ended,
    breaches,
    broken,
    short,
    cut,
    torn,
  }
}

/** Lifts every finger at the end of the last note. */
export function release(state: HandState, policy: HoldPolicy): readonly Hold[] {
  return state.contacts.map(contact =>
    holdOf(
      contact,
      contact.until ?? (policy === 'lift' || contact.position !== state.position ? contact.noteEnd : state.lastEnd),
    ),
  )
}
