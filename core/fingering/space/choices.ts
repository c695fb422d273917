import { FINGERS, type Finger } from '../../guitar/finger'
import type { HandRules, Landing } from '../../hand/advance-hand'
import type { Tick } from '../../line/ticks'
import { assignments, leeway, likelyAssignments, positionsFor, type Assignment, type Wanted } from './assignments'
import {
  isTwisted,
  offBy,
  type Choice,
  type Gripped,
  type LandingCharge,
  type Placing,
  type Touch,
} from '../model/choice'
import { barreCost, COSTS, HIGH_POSITION, LOW_FRETS, NUT_FRETS } from '../model/costs'
import { placingsOf } from './placings'
import type { Place, Task, TaskGrip, TaskMoment } from '../model/task'

/** What a moment says of all that could land in it. */
interface Setting {
  readonly together: boolean
  /** An open string sounds in this moment or beside it. */
  readonly beside: boolean
  /**
   * As in a broken chord: a neighbouring note lies at the same fret of another string, or a fretted note sounds on
   * beneath.
   */
  readonly broken: boolean
}

/** What landing these fingers in this position costs, whatever was before. */
function landingCharges(
  touches: readonly Touch[],
  position: number,
  { together, beside, broken }: Setting,
  { hand }: HandRules,
): LandingCharge[] {
  const charges: LandingCharge[] = []
  const off = COSTS.offPlace[hand.rule] * (together || broken ? COSTS.togetherShare : 1)
  for (const [k, touch] of touches.entries()) {
    const { finger } = touch
    for (let other = k + 1; other < touches.length; other++)
      if (isTwisted(touch, touches[other]!)) charges.push({ kind: 'twisted', amount: COSTS.twisted, finger })
    if (touches.findIndex(each => each.finger === finger) < k) continue
    if (offBy(touch, position) > 0) charges.push({ kind: 'off-place', amount: off * offBy(touch, position), finger })
    if (hand.spared.includes(finger)) charges.push({ kind: 'spared', amount: COSTS.spared, finger })
    if (touches.some((each, other) => other > k && each.finger === finger))
      charges.push({
        kind: 'barre',
        amount: barreCost(finger) + (overSilent(touches, finger) ? COSTS.barreOverSilent : 0),
        finger,
      })
  }
  const nut = beside && position !== 1 ? touches.find(touch => touch.fret <= NUT_FRETS) : undefined
  if (nut) charges.push({ kind: 'away-from-nut', amount: COSTS.awayFromNut, finger: nut.finger })
  return charges.length > 0 ? charges : NO_CHARGES
}

/** What the places cost that the engine took for notes of which only the pitch is given. */
function placeCharges(
  { notes }: TaskMoment,
  places: readonly Place[],
  position: number,
  asked: number | null,
): readonly LandingCharge[] {
  const charges: LandingCharge[] = []
  for (const [n, note] of notes.entries()) {
    if (!note.pitched || note.tapped) continue
    const { fret } = places[n]!
    if (fret === 0 && (position >= HIGH_POSITION || (asked !== null && asked > 1)))
      charges.push({ kind: 'high-open', amount: COSTS.highOpen, finger: 0 })
    if (fret > LOW_FRETS && asked === null)
      charges.push({ kind: 'high-fret', amount: COSTS.highPerFret * (fret - LOW_FRETS), finger: 0 })
  }
  // Voices lie over each other as their strings do, next to each other.
  for (const [n, place] of places.entries()) {
    const above = places[n + 1]
    if (!above || !notes[n]!.pitched || !notes[n + 1]!.pitched) continue
    const crossed = above.string > place.string
    const amount = crossed ? COSTS.crossedVoices : COSTS.gapPerString * (place.string - above.string - 1)
    if (amount > 0) charges.push({ kind: 'voices', amount, finger: 0 })
  }
  if (asked !== null && position !== 0 && position !== asked && notes.some(note => note.pitched))
    charges.push({ kind: 'elsewhere', amount: COSTS.elsewhere, finger: 0 })
  return charges
}

const NO_CHARGES: LandingCharge[] = []

/** Whether a finger lies over a string between its own that nothing that sounds with it is on. */
function overSilent(touches: readonly Touch[], finger: Finger): boolean {
  const strings = touches.filter(touch => touch.finger === finger).map(touch => touch.string)
  for (let string = Math.min(...strings) + 1; string < Math.max(...strings); string++)
    if (!touches.some(touch => touch.string === string)) return true
  return false
}

/** How wide the frets of a layout lie, then how high: what a hand would rather have small. */
function sprawl(layout: readonly Place[]): number {
  const frets = layout.flatMap(place => (place.fret > 0 ? [place.fret] : []))
  return frets.length === 0 ? 0 : 100 * (Math.max(...frets) - Math.min(...frets)) + Math.min(...frets)
}

/**
 * Whether notes can still find strings of their own beside those that are taken (augmenting paths, as for any bipartite
 * matching).
 */
function canFollow(taken: readonly Place[], notes: TaskMoment['notes']): boolean {
  const player = new Map<number, number>()
  const seat = (n: number, tried: Set<number>): boolean =>
    notes[n]!.places.some(({ string }) => {
      if (tried.has(string) || taken.some(place => place.string === string)) return false
      tried.add(string)
      const there = player.get(string)
      if (there !== undefined && !seat(there, tried)) return false
      player.set(string, n)
      return true
    })
  return notes.every((_, n) => seat(n, new Set()))
}

/** All ways to put the notes of a moment on distinct strings; for the quick way only those whose frets lie closest. */
function layouts(moment: TaskMoment, { effort, keep }: Task): readonly (readonly Place[])[] {
  let all: readonly (readonly Place[])[] = [[]]
  for (const [n, note] of moment.notes.entries()) {
    const free = (layout: readonly Place[]) =>
      note.places.filter(place => layout.every(other => other.string !== place.string))
    all = all.flatMap(layout => {
      effort.spend(note.places.length)
      return free(layout).map(place => [...layout, place])
    })
    if (keep !== undefined && all.length > MOST_QUICK_LAYOUTS)
      all = all
        .filter(layout => canFollow(layout, moment.notes.slice(n + 1)))
        .map(layout => ({ layout, sprawl: sprawl(layout) }))
        .sort((a, b) => a.sprawl - b.sprawl)
        .slice(0, MOST_QUICK_LAYOUTS)
        .map(each => each.layout)
  }
  return all
}

/** Layouts of a moment that the quick way looks at. */
const MOST_QUICK_LAYOUTS = 8

const isOpen = (places: readonly Place[]) => places.some(place => place.fret === 0)

/** Whether an open string sounds in this moment, beside it, or anywhere in a chord that begins with it. */
function besideOpen(task: Task, i: number, places: readonly Place[]): boolean {
  const settled = (moment: TaskMoment | undefined) =>
    moment !== undefined && moment.notes.some(note => note.places.length === 1 && note.places[0]!.fret === 0)
  if (isOpen(places) || settled(task.moments[i - 1]) || settled(task.moments[i + 1])) return true
  const until = Math.max(0, ...task.moments[i]!.grips.map(grip => grip.to))
  for (let k = i + 1; k < task.moments.length && task.moments[k]!.at < until; k++) {
    if (settled(task.moments[k])) return true
  }
  return false
}

/**
 * Whether a lone note is part of a broken chord: the note before or after lies at its fret on another string, or a
 * fretted one sounds on beneath it.
 */
function inBrokenChord({ moments }: Task, i: number, touches: readonly Touch[]): boolean {
  const [touch] = touches
  if (touches.length !== 1 || moments[i]!.grips.length > 0) return false
  const now = moments[i]!.at
  for (let k = i - 1; k >= Math.max(0, i - RINGS_BACK); k--) {
    if (
      moments[k]!.notes.some(
        note =>
          note.end > now &&
          note.places.length === 1 &&
          note.places[0]!.fret > 0 &&
          note.places[0]!.string !== touch!.string,
      )
    )
      return true
  }
  const alone = (moment: TaskMoment | undefined) =>
    moment?.notes.length === 1 && moment.notes[0]!.places.length === 1 ? moment.notes[0]!.places[0]! : null
  // Two notes apart, all three on strings of their own: an arpeggio.
  for (const side of [-1, 1]) {
    const between = alone(moments[i + side])
    if (
      between &&
      moments[i + 2 * side]?.notes.some(
        ({ places }) =>
          places.length === 1 &&
          places[0]!.fret === touch!.fret &&
          new Set([touch!.string, between.string, places[0]!.string]).size === 3,
      )
    )
      return true
  }
  return [moments[i - 1], moments[i + 1]].some(moment =>
    moment?.notes.some(
      note =>
        note.places.length === 1 && note.places[0]!.fret === touch!.fret && note.places[0]!.string !== touch!.string,
    ),
  )
}

/** How many moments back a note is looked for that sounds on beneath another. */
const RINGS_BACK = 16

/** What a moment's choices are derived from: the position and grips that choices of the moment before leave behind. */
interface Ground {
  readonly position: number
  readonly gripped: readonly Gripped[]
  readonly gripName: string
}

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

const nameOf = (gripped: readonly Gripped[]) =>
  gripped.map(({ finger, string, fret }) => `${finger}.${string}.${fret}`).join(' ')

/** The grips that begin at a moment as places to finger, and when each ends. */
const gripPlaces = (grips: readonly TaskGrip[]) =>
  grips.flatMap(grip => grip.contacts.map(contact => ({ ...contact, to: grip.to, loose: grip.loose })))

/**
 * Every way to play a moment that breaks no law of the hand; where there is none, every way there is, each fault
 * charged.
 * @param before Choices of the moment before, for what is held over.
 * @returns At least one choice.
 */
export function choicesFor(task: Task, i: number, before: readonly Choice[]): readonly Choice[] {
  const moment = task.moments[i]!
  const lone = loneChoices(task, i, before)
  if (lone) return lone
  const begun = gripPlaces(moment.grips)
  const choices: Choice[] = []
  for (const places of layouts(moment, task)) {
    const needsFinger = (n: number) => places[n]!.fret > 0 && !moment.notes[n]!.tapped
    for (const ground of groundsOf(
      before,
      moment.at,
      !moment.notes.some((_, n) => needsFinger(n)) && begun.length === 0,
    ))
      choices.push(...onGround(task, i, places, begun, ground))
  }
  return task.keep === undefined || choices.length <= task.keep
    ? choices
    : choices.sort((a, b) => a.own - b.own || a.tie - b.tie).slice(0, task.keep)
}

const NOTHING_GRIPPED: readonly Gripped[] = []

/**
 * The same for the commonest moment, one fretted note with nothing held: its choices are as those of any other, only
 * found without the detours that notes sounding together and grips need. Null where it is not so plain.
 */
function loneChoices(task: Task, i: number, before: readonly Choice[]): readonly Choice[] | null {
  const moment = task.moments[i]!
  const [note] = moment.notes
  if (
    moment.notes.length !== 1 ||
    moment.grips.length > 0 ||
    task.keep !== undefined ||
    note!.tapped ||
    note!.places.length !== 1 ||
    before.some(choice => choice.gripped.length > 0)
  )
    return null
  const place = note!.places[0]!
  const { hand, instrument } = task.rules
  if (place.fret === 0 || (note!.finger !== null && hand.excluded.includes(note!.finger))) return null
  const fingers = note!.finger === null ? FINGERS.filter(finger => !hand.excluded.includes(finger)) : [note!.finger]
  if (fingers.length === 0) return null
  const first: Touch = { string: place.string, fret: place.fret, finger: fingers[0]! }
  const setting: Setting = {
    together: false,
    beside: besideOpen(task, i, note!.places),
    broken: inBrokenChord(task, i, [first]),
  }
  const choices: Choice[] = []
  for (const finger of fingers) {
    const touch: Touch = { string: place.string, fret: place.fret, finger }
    const fresh = [touch]
    const played: Played = {
      places: note!.places,
      fingers: [finger],
      sounding: fresh,
      fresh,
      lone: touch,
      gripped: NOTHING_GRIPPED,
      gripName: '',
      startsGrip: false,
      open: false,
      looseOpens: 0,
      setting,
      fingerSum: finger,
      landings: () => [
        {
          noteId: note!.noteId,
          finger,
          string: place.string,
          fret: place.fret,
          soundsAt: moment.at,
          noteEnd: note!.end,
        },
      ],
    }
    const natural = place.fret - finger + 1
    const near = leeway(finger, false)
    const [low, high] =
      moment.position === null
        ? [Math.max(1, natural - near), Math.min(instrument.lastFret, natural + near)]
        : [moment.position, moment.position]
    task.effort.spend(8 + 4 * (high - low + 1))
    // Its position would lie below the nut: what is strained is found the general way.
    if (high < low) return null
    for (let position = low; position <= high; position++) choices.push(settle(task, i, played, position, 0))
  }
  return choices
}

function onGround(
  task: Task,
  i: number,
  places: readonly Place[],
  begun: ReturnType<typeof gripPlaces>,
  ground: Ground,
): readonly Choice[] {
  const moment = task.moments[i]!
  const { rules } = task
  const covered = (place: Place, by: readonly Place[]) =>
    by.some(other => other.string === place.string && other.fret === place.fret)
  const wanted: (Wanted & { readonly to?: Tick; readonly loose?: boolean })[] = begun.map(
    ({ string, fret, finger, to, loose }) => ({ string, fret, finger, to, loose }),
  )
  for (const [n, note] of moment.notes.entries()) {
    const place = places[n]!
    if (place.fret === 0 || note.tapped || covered(place, begun) || covered(place, ground.gripped)) continue
    wanted.push({ ...place, finger: note.finger, pinned: note.pinned })
  }
  wanted.sort((a, b) => a.fret - b.fret || b.string - a.string)
  if (wanted.length === 0)
    return [settle(task, i, playedWith(task, i, places, [], [], ground), ground.position || moment.position || 0, 0)]
  const together = wanted.length > 1 || begun.length > 0
  const under = { kept: ground.gripped, sounding: places, rules }
  const made = (found: readonly Assignment[]) =>
    found.flatMap(({ fingers, faults }) => {
      const touches = wanted.map(({ string, fret }, k): Touch => ({ string, fret, finger: fingers[k]! }))
      const gripped = wanted.flatMap(({ to, loose }, k) =>
        to === undefined ? [] : [{ ...touches[k]!, to, loose: loose ?? false }],
      )
      const { positions: all, strained } =
        moment.position === null
          ? positionsFor(touches, together, rules.instrument.lastFret)
          : { positions: [moment.position], strained: false }
      // The quick way keeps single notes one finger per fret where it can.
      const near =
        task.keep === undefined || together ? all : all.filter(position => offBy(touches[0]!, position) === 0)
      const positions = near.length > 0 ? near : all
      const played = playedWith(task, i, places, touches, gripped, ground)
      task.effort.spend(4 * positions.length)
      return positions.map(position =>
        settle(
          task,
          i,
          played,
          position,
          faults +
            (strained ? touches.filter(touch => offBy(touch, position) > leeway(touch.finger, together)).length : 0),
        ),
      )
    })
  // Where every way breaks some law, those that break the fewest.
  const fewest = (choices: readonly Choice[]) =>
    choices.reduce((least, choice) => Math.min(least, choice.faults), Infinity)
  for (let allowed = 0; ; allowed++) {
    const choices = made(assignments(wanted, under, allowed, task.effort))
    const least = fewest(choices)
    if (least <= allowed || (choices.length > 0 && allowed >= MOST_FAULTS))
      return choices.filter(choice => choice.faults === least)
    // Too many laws broken at once to try them all out: the quick way takes the likeliest.
    if (task.keep !== undefined && allowed >= QUICK_FAULTS) return made(likelyAssignments(wanted, under, task.keep))
  }
}

/** So many faults the quick way looks for in full. */
const QUICK_FAULTS = 0

/** Above this many faults the search for fewer is given up: any way is as bad. */
const MOST_FAULTS = 24

/** What a fingering of a moment is in whatever position: worked out once for all of them. */
interface Played extends Pick<
  Choice,
  'places' | 'fingers' | 'sounding' | 'fresh' | 'lone' | 'gripped' | 'gripName' | 'startsGrip' | 'open' | 'looseOpens'
> {
  readonly setting: Setting
  readonly fingerSum: number
  readonly landings: () => readonly Landing[]
}

function playedWith(
  task: Task,
  i: number,
  places: readonly Place[],
  touches: readonly Touch[],
  begun: readonly Gripped[],
  ground: Ground,
): Played {
  const moment = task.moments[i]!
  const gripped = begun.length > 0 ? [...ground.gripped, ...begun] : ground.gripped
  const fingerAt = ({ string, fret }: Place) =>
    [touches, ground.gripped].flat().find(touch => touch.string === string && touch.fret === fret)!.finger
  const fingers = moment.notes.map((note, n): 0 | Finger | null =>
    note.tapped ? null : places[n]!.fret === 0 ? 0 : fingerAt(places[n]!),
  )
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
    looseOpens: moment.notes.reduce((count, note, n) => count + (note.pitched && places[n]!.fret === 0 ? 1 : 0), 0),
    setting: {
      together: touches.length > 1 || begun.length > 0,
      beside: touches.length > 0 && besideOpen(task, i, places),
      broken: inBrokenChord(task, i, touches),
    },
    fingerSum: touches.reduce((sum, touch) => sum + touch.finger, 0),
    landings: () => [
      ...begun.map(({ finger, string, fret, to }): Landing => ({
        noteId: moment.notes[0]?.noteId ?? '',
        finger,
        string,
        fret,
        soundsAt: moment.at,
        noteEnd: moment.at,
        until: to,
      })),
      ...moment.notes.flatMap((note, n): Landing[] => {
        const finger = fingers[n]
        return finger ? [{ noteId: note.noteId, finger, ...places[n]!, soundsAt: moment.at, noteEnd: note.end }] : []
      }),
    ],
  }
}

/**
 * One way to play a moment; what it could place ahead is worked out when it is first asked for, which for most is
 * never.
 */
class SettledChoice implements Choice {
  readonly places: Choice['places']
  readonly fingers: Choice['fingers']
  readonly sounding: Choice['sounding']
  readonly fresh: Choice['fresh']
  readonly lone: Choice['lone']
  readonly gripped: Choice['gripped']
  readonly gripName: string
  readonly startsGrip: boolean
  readonly open: boolean
  readonly broken: boolean
  readonly looseOpens: number
  readonly own: number
  readonly tie: number
  private ahead: readonly Placing[] | null = null

  constructor(
    private readonly task: Task,
    private readonly moment: number,
    private readonly played: Played,
    readonly position: number,
    readonly faults: number,
    readonly charges: readonly LandingCharge[],
  ) {
    this.places = played.places
    this.fingers = played.fingers
    this.sounding = played.sounding
    this.fresh = played.fresh
    this.lone = played.lone
    this.gripped = played.gripped
    this.gripName = played.gripName
    this.startsGrip = played.startsGrip
    this.open = played.open
    this.broken = played.setting.broken
    this.looseOpens = played.looseOpens
    let own = faults * COSTS.impossible
    for (const { amount } of charges) own += amount
    this.own = own
    this.tie = position * 1000 + played.fingerSum
  }

  get placings(): readonly Placing[] {
    return (this.ahead ??= placingsOf(this.task, this.moment, this, this.played.landings()))
  }
}

function settle(task: Task, i: number, played: Played, position: number, faults: number): Choice {
  const moment = task.moments[i]!
  const landing = landingCharges(played.fresh, position, played.setting, task.rules)
  return new SettledChoice(
    task,
    i,
    played,
    position,
    faults,
    moment.pitched ? [...landing, ...placeCharges(moment, played.places, position, task.asked)] : landing,
  )
}
