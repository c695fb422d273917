import { spanMm } from '../fretboard/geometry'
import { comfortMm, limitMm, type Finger, type Hand } from '../hand/hand'
import type { HandRules, Landing, Moment } from '../hand/step'
import type { Tick } from '../line/ticks'
import { barreCost, COSTS, NUT_FRETS } from './costs'
import type { Place, Task, TaskGrip, TaskMoment } from './task'

/** A finger on a place. */
export interface Touch extends Place { readonly finger: Finger }

/** A finger that a grip keeps down until a tick. */
export interface Gripped extends Touch { readonly to: Tick, readonly loose: boolean }

/** Fingers placed ahead of their note at a moment, and the moment as the hold rule reads it with them. */
export interface Placing {
  readonly moment: Moment
  readonly ahead: readonly Landing[]
  /** A descending run begins here: not open to a note in the middle of one. */
  readonly startsRun: boolean
}

/** One way to play a moment: where the hand is, and a finger for every note. */
export interface Choice {
  readonly position: number
  /** By note of the moment; a place of null is a string that the plucking hand taps. */
  readonly places: readonly Place[]
  readonly fingers: readonly (0 | Finger | null)[]
  /** Fretted notes that sound now. */
  readonly sounding: readonly Touch[]
  /** Fingers that come down now, the grip's included; those of a grip under way excepted. */
  readonly fresh: readonly Touch[]
  /** The one fretted note of a moment that has nothing else. */
  readonly lone: Touch | null
  /** What the grips keep down after this moment. */
  readonly gripped: readonly Gripped[]
  /** Names the free choice of the grips under way, so that a later moment keeps to it. */
  readonly gripName: string
  readonly startsGrip: boolean
  /** Nothing but open strings sounds. */
  readonly open: boolean
  /** Laws of the hand that it breaks: excluded fingers, crossings, stretches over the limit, moved pins. */
  readonly faults: number
  readonly charges: readonly LandingCharge[]
  /** Cost that depends on nothing before: charges and faults. */
  readonly own: number
  /** What ties are settled by: lower position, then lower finger. */
  readonly tie: number
  readonly placings: readonly Placing[]
}

/** What a stack of places may be fingered as. */
interface Assignment { readonly fingers: readonly Finger[], readonly faults: number }

type Wanted = Place & { readonly finger: Finger | null, readonly pinned?: boolean }

const FINGERS: readonly Finger[] = [1, 2, 3, 4]

/** Strings between two places that sound lower than a finger across them would let them. */
const underBarre = (a: Place, b: Place, sounding: readonly Place[]) => sounding.some(place =>
  place.fret < a.fret && place.string >= Math.min(a.string, b.string) && place.string <= Math.max(a.string, b.string))

/** How often two fingers of one stack break a law of the hand: crossing, one finger on two frets, a barre that cannot lie. */
function faultsBetween(a: Touch, b: Touch, sounding: readonly Place[], hand: Hand): number {
  if (a.finger === b.finger) {
    if (a.fret !== b.fret) return 1
    return hand.barre && !underBarre(a, b, sounding) ? 0 : 1
  }
  const [low, high] = a.finger < b.finger ? [a, b] : [b, a]
  // On one fret the lower finger lies on the thicker string: the other way round the hand would be twisted.
  return low.fret > high.fret || (low.fret === high.fret && low.string < high.string) ? 1 : 0
}

function overLimit(a: Touch, b: Touch, { hand, instrument }: HandRules): boolean {
  return a.finger !== b.finger && spanMm(instrument.scaleLengthMm, instrument.capo, a.fret, b.fret) > limitMm(hand, a.finger, b.finger)
}

/**
 * All fingers for places that land together and break at most so many laws of the hand.
 * @param kept Fingers that grips keep down: theirs to use only where they lie.
 * @param allowed Faults allowed; only with some allowed may a pinned finger be moved.
 */
function assignments(wanted: readonly Wanted[], kept: readonly Gripped[], sounding: readonly Place[], rules: HandRules, allowed: number): readonly Assignment[] {
  const found: Assignment[] = []
  const { hand } = rules
  function place(taken: readonly Touch[], faults: number): void {
    const next = wanted[taken.length]
    if (!next) {
      found.push({ fingers: taken.map(touch => touch.finger), faults })
      return
    }
    const laidDown = next.finger !== null && !(allowed > 0 && next.pinned)
    for (const finger of laidDown ? [next.finger] : FINGERS) {
      let more = 0
      if (next.finger !== null && next.finger !== finger) more++
      if (hand.excluded.includes(finger)) more++
      const touch = { string: next.string, fret: next.fret, finger }
      // A chord whose every finger is typed is the teacher's own: it may cross.
      for (const other of taken) {
        const given = next.finger !== null && wanted[taken.indexOf(other)]!.finger !== null
        more += (given ? (other.finger === finger && other.fret !== touch.fret ? 1 : 0) : faultsBetween(other, touch, sounding, hand)) + (overLimit(other, touch, rules) ? 1 : 0)
      }
      for (const other of kept) {
        // A barre covers what lies beside it; a chord's string may be fretted anew by whatever finger lies on it.
        if ((other.finger === finger && other.fret === touch.fret) || (other.loose && other.string === touch.string)) continue
        if (other.finger === finger) more++
        else if ((other.finger < finger && other.fret > touch.fret) || (other.finger > finger && other.fret < touch.fret)) more++
        if (overLimit(other, touch, rules)) more++
      }
      if (faults + more <= allowed) place([...taken, touch], faults + more)
    }
  }
  place([], 0)
  return found
}

/** How far from its one-per-fret place a finger may be: one fret in a single line; in a stack two, finger 1 one. */
const leeway = (finger: Finger, stacked: boolean) => (stacked && finger !== 1 ? 2 : 1)

const offBy = (touch: Touch, position: number) => Math.abs(touch.fret - (position + touch.finger - 1))

/** Positions in which all fingers are near enough to their places; where there is none, those that suit one of them. */
function positionsFor(touches: readonly Touch[], stacked: boolean, lastFret: number): { readonly positions: readonly number[], readonly strained: boolean } {
  const low = Math.max(1, ...touches.map(touch => touch.fret - touch.finger + 1 - leeway(touch.finger, stacked)))
  const high = Math.min(lastFret, ...touches.map(touch => touch.fret - touch.finger + 1 + leeway(touch.finger, stacked)))
  const positions = Array.from({ length: Math.max(0, high - low + 1) }, (_, i) => low + i)
  if (positions.length > 0) return { positions, strained: false }
  return { positions: [...new Set(touches.map(touch => Math.max(1, touch.fret - touch.finger + 1)))].sort((a, b) => a - b), strained: true }
}

/** One reason why a landing costs what it costs. */
export interface LandingCharge { readonly kind: 'off-place' | 'spared' | 'barre' | 'away-from-nut', readonly amount: number, readonly finger: Finger }

/** What landing these fingers in this position costs, whatever was before. */
function landingCharges(touches: readonly Touch[], position: number, stacked: boolean, beside: boolean, { hand }: HandRules): readonly LandingCharge[] {
  const charges: LandingCharge[] = []
  const off = COSTS.offPlace[hand.rule] * (stacked ? COSTS.stackShare : 1)
  for (const [k, touch] of touches.entries()) {
    const { finger } = touch
    if (touches.findIndex(each => each.finger === finger) < k) continue
    if (offBy(touch, position) > 0) charges.push({ kind: 'off-place', amount: off * offBy(touch, position), finger })
    if (hand.spared.includes(finger)) charges.push({ kind: 'spared', amount: COSTS.spared, finger })
    if (touches.some((each, other) => other > k && each.finger === finger)) charges.push({ kind: 'barre', amount: barreCost(finger), finger })
  }
  const nut = beside && position !== 1 ? touches.find(touch => touch.fret <= NUT_FRETS) : undefined
  if (nut) charges.push({ kind: 'away-from-nut', amount: COSTS.awayFromNut, finger: nut.finger })
  return charges.length > 0 ? charges : NO_CHARGES
}

const NO_CHARGES: readonly LandingCharge[] = []

/** All ways to put the notes of a moment on distinct strings. */
function layouts(moment: TaskMoment): readonly (readonly Place[])[] {
  let all: readonly (readonly Place[])[] = [[]]
  for (const note of moment.notes) {
    all = all.flatMap(layout => note.places.filter(place => layout.every(other => other.string !== place.string)).map(place => [...layout, place]))
  }
  return all
}

const isOpen = (places: readonly Place[]) => places.some(place => place.fret === 0)

/** Whether an open string sounds in this moment, beside it, or anywhere in a chord that begins with it. */
function besideOpen(task: Task, i: number, places: readonly Place[]): boolean {
  const settled = (moment: TaskMoment | undefined) => moment !== undefined && moment.notes.some(note => note.places.length === 1 && note.places[0]!.fret === 0)
  if (isOpen(places) || settled(task.moments[i - 1]) || settled(task.moments[i + 1])) return true
  const until = Math.max(0, ...task.moments[i]!.grips.map(grip => grip.to))
  for (let k = i + 1; k < task.moments.length && task.moments[k]!.at < until; k++) {
    if (settled(task.moments[k])) return true
  }
  return false
}

/** One fretted note on one settled place. */
function loneNote(moment: TaskMoment | undefined) {
  const note = moment?.notes[0]
  return note && moment.notes.length === 1 && moment.grips.length === 0 && !note.tapped && note.places.length === 1 && note.places[0]!.fret > 0 ? { note, place: note.places[0]! } : null
}

/** What may be placed ahead at a moment: nothing; the lower finger of a pull-off; the first, the first two, … of a descending run. */
function placingsOf(task: Task, i: number, choice: Omit<Choice, 'placings'>, landings: readonly Landing[]): readonly Placing[] {
  const { moments, rules } = task
  const moment = moments[i]!
  const base: Moment = { at: moment.at, end: moment.end, position: choice.position, sounding: choice.places, landings }
  const placings: Placing[] = [{ moment: base, ahead: [], startsRun: false }]
  const add = (ahead: readonly Landing[], startsRun: boolean) => placings.push({ moment: { ...base, landings: [...landings, ...ahead] }, ahead, startsRun })
  const next = moments[i + 1]
  if (!next) return placings
  const aheadOf = (at: TaskMoment, note: TaskMoment['notes'][number], place: Place, finger: Finger): Landing => ({ key: note.key, finger, ...place, soundsAt: at.at, noteEnd: note.end })
  const fits = (ahead: readonly Landing[]) => [...landings, ...ahead].every((a, k, all) => all.slice(k + 1).every(b => !overLimit(a, b, rules)))
  const mayPlay = (finger: number, note: TaskMoment['notes'][number]): finger is Finger =>
    finger >= 1 && finger <= 4 && (note.finger === null || note.finger === finger) && !rules.hand.excluded.includes(finger as Finger) && !choice.gripped.some(kept => kept.finger === finger)
  const here = loneNote(moment)
  const runs = rules.policy === 'until-needed' && here !== null && choice.fresh.length === 1 && offBy(choice.fresh[0]!, choice.position) === 0
  if (runs) {
    const run: Landing[] = []
    let before = here.place
    for (let k = i + 1; k < moments.length; k++) {
      const there = loneNote(moments[k])
      const finger = there ? there.place.fret - choice.position + 1 : 0
      if (!there || there.place.string !== before.string || there.place.fret >= before.fret || !mayPlay(finger, there.note)) break
      run.push(aheadOf(moments[k]!, there.note, there.place, finger))
      if (!fits(run)) break
      add([...run], true)
      before = there.place
    }
  }
  for (const note of next.notes) {
    if (!note.slurred || note.slides || note.places.length !== 1) continue
    const place = note.places[0]!
    if (place.fret === 0 || !choice.places.some(high => high.string === place.string && high.fret > place.fret)) continue
    // From a tapped note any finger may be pulled off to, else only a lower one.
    const above = choice.sounding.find(touch => touch.string === place.string)?.finger ?? 5
    for (const finger of FINGERS) {
      const touch = { ...place, finger }
      if (finger >= above || offBy(touch, choice.position) > 1 || !mayPlay(finger, note)) continue
      const ahead = [aheadOf(next, note, place, finger)]
      if (fits(ahead)) add(ahead, false)
    }
  }
  return placings
}

/** What a moment's choices are derived from: the position and grips that choices of the moment before leave behind. */
interface Ground { readonly position: number, readonly gripped: readonly Gripped[], readonly gripName: string }

function groundsOf(before: readonly Choice[], at: Tick, byPosition: boolean): readonly Ground[] {
  if (before.length === 0) return [{ position: 0, gripped: [], gripName: '' }]
  const grounds = new Map<string, Ground>()
  for (const { position, gripped, gripName } of before) {
    const kept = gripped.filter(touch => touch.to > at)
    const name = kept.length > 0 ? gripName : ''
    const key = byPosition ? `${position}/${name}` : name
    if (!grounds.has(key)) grounds.set(key, { position, gripped: kept, gripName: name })
  }
  return [...grounds.values()]
}

const nameOf = (gripped: readonly Gripped[]) => gripped.map(({ finger, string, fret }) => `${finger}.${string}.${fret}`).join(' ')

/** The grips that begin at a moment as places to finger, and when each ends. */
const gripPlaces = (grips: readonly TaskGrip[]) => grips.flatMap(grip => grip.contacts.map(contact => ({ ...contact, to: grip.to, loose: grip.loose })))

/**
 * Every way to play a moment that breaks no law of the hand; where there is none, every way there is, each fault charged.
 * @param before Choices of the moment before, for what is held over.
 * @returns At least one choice.
 */
export function choicesFor(task: Task, i: number, before: readonly Choice[]): readonly Choice[] {
  const moment = task.moments[i]!
  const begun = gripPlaces(moment.grips)
  const choices: Choice[] = []
  for (const places of layouts(moment)) {
    const needsFinger = (n: number) => places[n]!.fret > 0 && !moment.notes[n]!.tapped
    for (const ground of groundsOf(before, moment.at, !moment.notes.some((_, n) => needsFinger(n)) && begun.length === 0)) choices.push(...onGround(task, i, places, begun, ground))
  }
  return choices
}

function onGround(task: Task, i: number, places: readonly Place[], begun: ReturnType<typeof gripPlaces>, ground: Ground): readonly Choice[] {
  const moment = task.moments[i]!
  const { rules } = task
  const covered = (place: Place, by: readonly Place[]) => by.some(other => other.string === place.string && other.fret === place.fret)
  const wanted: (Wanted & { readonly to?: Tick, readonly loose?: boolean })[] = begun.map(({ string, fret, finger, to, loose }) => ({ string, fret, finger, to, loose }))
  for (const [n, note] of moment.notes.entries()) {
    const place = places[n]!
    if (place.fret === 0 || note.tapped || covered(place, begun) || covered(place, ground.gripped)) continue
    wanted.push({ ...place, finger: note.finger, pinned: note.pinned })
  }
  wanted.sort((a, b) => a.fret - b.fret || b.string - a.string)
  if (wanted.length === 0) return [settle(task, i, playedWith(task, i, places, [], [], ground), ground.position || moment.position || 0, 0)]
  const stacked = wanted.length > 1 || begun.length > 0
  const made = (allowed: number) => assignments(wanted, ground.gripped, places, rules, allowed).flatMap(({ fingers, faults }) => {
    const touches = wanted.map(({ string, fret }, k): Touch => ({ string, fret, finger: fingers[k]! }))
    const gripped = wanted.flatMap(({ to, loose }, k) => (to === undefined ? [] : [{ ...touches[k]!, to, loose: loose ?? false }]))
    const { positions, strained } = moment.position === null ? positionsFor(touches, stacked, rules.instrument.lastFret) : { positions: [moment.position], strained: false }
    const played = playedWith(task, i, places, touches, gripped, ground)
    return positions.map(position => settle(task, i, played, position, faults + (strained ? touches.filter(touch => offBy(touch, position) > leeway(touch.finger, stacked)).length : 0)))
  })
  // Where every way breaks some law, those that break the fewest.
  for (let allowed = 0; ; allowed++) {
    const choices = made(allowed)
    const least = choices.reduce((fewest, choice) => Math.min(fewest, choice.faults), Infinity)
    if (least <= allowed || (choices.length > 0 && allowed >= MOST_FAULTS)) return choices.filter(choice => choice.faults === least)
  }
}

/** Above this many faults the search for fewer is given up: any way is as bad. */
const MOST_FAULTS = 24

/** What a fingering of a moment is in whatever position: worked out once for all of them. */
interface Played extends Pick<Choice, 'places' | 'fingers' | 'sounding' | 'fresh' | 'lone' | 'gripped' | 'gripName' | 'startsGrip' | 'open'> {
  readonly stacked: boolean
  readonly beside: boolean
  readonly fingerSum: number
  readonly landings: () => readonly Landing[]
}

function playedWith(task: Task, i: number, places: readonly Place[], touches: readonly Touch[], begun: readonly Gripped[], ground: Ground): Played {
  const moment = task.moments[i]!
  const gripped = begun.length > 0 ? [...ground.gripped, ...begun] : ground.gripped
  const fingerAt = ({ string, fret }: Place) => [touches, ground.gripped].flat().find(touch => touch.string === string && touch.fret === fret)!.finger
  const fingers = moment.notes.map((note, n): 0 | Finger | null => (note.tapped ? null : places[n]!.fret === 0 ? 0 : fingerAt(places[n]!)))
  const sounding = fingers.flatMap((finger, n): Touch[] => (finger ? [{ ...places[n]!, finger }] : []))
  return {
    places,
    fingers,
    sounding,
    fresh: touches,
    lone: touches.length === 1 && begun.length === 0 && moment.notes.length === 1 ? touches[0]! : null,
    gripped,
    gripName: gripped.length > 0 ? nameOf(gripped) : '',
    startsGrip: begun.length > 0,
    open: sounding.length === 0 && isOpen(places),
    stacked: touches.length > 1 || begun.length > 0,
    beside: touches.length > 0 && besideOpen(task, i, places),
    fingerSum: touches.reduce((sum, touch) => sum + touch.finger, 0),
    landings: () => [
      ...begun.map(({ finger, string, fret, to }): Landing => ({ key: moment.notes[0]?.key ?? '', finger, string, fret, soundsAt: moment.at, noteEnd: moment.at, until: to })),
      ...moment.notes.flatMap((note, n): Landing[] => {
        const finger = fingers[n]
        return finger ? [{ key: note.key, finger, ...places[n]!, soundsAt: moment.at, noteEnd: note.end }] : []
      }),
    ],
  }
}

function settle(task: Task, i: number, played: Played, position: number, faults: number): Choice {
  const charges = landingCharges(played.fresh, position, played.stacked, played.beside, task.rules)
  // Most choices are never played: what they could place ahead is worked out when one is.
  let placings: readonly Placing[] | undefined
  // Written out: copying by spread was half the time a drill takes.
  return {
    position,
    places: played.places,
    fingers: played.fingers,
    sounding: played.sounding,
    fresh: played.fresh,
    lone: played.lone,
    gripped: played.gripped,
    gripName: played.gripName,
    startsGrip: played.startsGrip,
    open: played.open,
    faults,
    charges,
    own: charges.reduce((sum, charge) => sum + charge.amount, faults * COSTS.impossible),
    tie: position * 1000 + played.fingerSum,
    get placings() {
      placings ??= placingsOf(task, i, this, played.landings())
      return placings
    },
  }
}

/** By how much two fingers are further apart than is comfortable, mm; 0 or below when they are not, or are one. */
export function excessMm(a: Touch, b: Touch, { hand, instrument }: HandRules): number {
  return a.finger === b.finger ? 0 : spanMm(instrument.scaleLengthMm, instrument.capo, a.fret, b.fret) - comfortMm(hand, a.finger, b.finger)
}
