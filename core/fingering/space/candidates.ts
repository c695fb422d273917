import type { Finger } from '../../guitar/finger'
import type { Landing } from '../../hand/advance-hand'
import type { Choice, Gripped, LandingCharge, Placing, Touch } from '../model/choice'
import { COSTS } from '../model/costs'
import type { Place, Task } from '../model/task'
import { landingCharges, placeCharges } from './landing-charges'
import { placingsOf } from './placings'
import { isOpen, type Setting } from './setting'

/** What a moment's choices are derived from: the position and grips that choices of the moment before leave behind. */
export interface Ground {
  readonly position: number
  readonly gripped: readonly Gripped[]
  readonly gripName: string
}

const nameOf = (gripped: readonly Gripped[]) =>
  gripped.map(({ finger, string, fret }) => `${finger}.${string}.${fret}`).join(' ')

/** What a fingering of a moment is in whatever position: worked out once for all of them. */
interface Played extends Pick<
  Choice,
  | 'places'
  | 'fingers'
  | 'sounding'
  | 'down'
  | 'fresh'
  | 'lone'
  | 'gripped'
  | 'gripName'
  | 'startsGrip'
  | 'open'
  | 'looseOpens'
> {
  readonly setting: Setting
  readonly landings: () => readonly Landing[]
}

/** Where the notes of a moment lie, over which ground, in which setting: the same for every finger on them. */
export interface Lying {
  readonly task: Task
  readonly i: number
  readonly places: readonly Place[]
  readonly ground: Ground
  readonly setting: Setting
}

function playedWith(
  { task, i, places, ground, setting }: Lying,
  touches: readonly Touch[],
  begun: readonly Gripped[],
): Played {
  const moment = task.moments[i]!
  const gripped = begun.length > 0 ? [...ground.gripped, ...begun] : ground.gripped
  const fingerAt = ({ string, fret }: Place) => {
    const at = (touch: Touch) => touch.string === string && touch.fret === fret
    return (touches.find(at) ?? ground.gripped.find(at))!.finger
  }
  const fingers = moment.notes.map((note, n): 0 | Finger | null =>
    note.tapped ? null : places[n]!.fret === 0 ? 0 : fingerAt(places[n]!),
  )
  const sounding = fingers.flatMap((finger, n): Touch[] => (finger ? [{ ...places[n]!, finger }] : []))
  return {
    places,
    fingers,
    sounding,
    down: gripped.length > 0 ? [...sounding, ...gripped] : sounding,
    fresh: touches,
    lone: touches.length === 1 && begun.length === 0 && moment.notes.length === 1 ? touches[0]! : null,
    gripped,
    gripName: gripped.length > 0 ? nameOf(gripped) : '',
    startsGrip: begun.length > 0,
    open: sounding.length === 0 && isOpen(places),
    looseOpens: moment.notes.reduce((count, note, n) => count + (note.pitched && places[n]!.fret === 0 ? 1 : 0), 0),
    setting,
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
  readonly down: Choice['down']
  readonly fresh: Choice['fresh']
  readonly lone: Choice['lone']
  readonly gripped: Choice['gripped']
  readonly gripName: string
  readonly startsGrip: boolean
  readonly open: boolean
  readonly broken: boolean
  readonly looseOpens: number
  readonly position: number
  readonly faults: number
  readonly charges: readonly LandingCharge[]
  readonly own: number
  readonly tie: number
  private ahead: readonly Placing[] | null = null

  constructor(
    private readonly task: Task,
    private readonly moment: number,
    private readonly played: Played,
    priced: Priced,
  ) {
    this.places = played.places
    this.fingers = played.fingers
    this.sounding = played.sounding
    this.down = played.down
    this.fresh = played.fresh
    this.lone = played.lone
    this.gripped = played.gripped
    this.gripName = played.gripName
    this.startsGrip = played.startsGrip
    this.open = played.open
    this.broken = played.setting.broken
    this.looseOpens = played.looseOpens
    this.position = priced.position
    this.faults = priced.faults
    this.charges = priced.charges
    this.own = priced.own
    this.tie = priced.tie
  }

  get placings(): readonly Placing[] {
    return (this.ahead ??= placingsOf(this.task, this.moment, this, this.played.landings()))
  }
}

/** What a choice costs by itself, and what settles ties. */
type Priced = Pick<Choice, 'position' | 'faults' | 'charges' | 'own' | 'tie'>

function priceOf(
  { task, i, places, setting }: Lying,
  fresh: readonly Touch[],
  position: number,
  faults: number,
): Priced {
  const moment = task.moments[i]!
  const landing = landingCharges(fresh, position, setting, task.rules)
  const charges = moment.pitched ? [...landing, ...placeCharges(moment, places, position, task.asked)] : landing
  let own = faults * COSTS.impossible
  for (const { amount } of charges) own += amount
  let tie = position * 1000
  for (const { finger } of fresh) tie += finger
  return { position, faults, charges, own, tie }
}

/** A choice, priced, and worked out when asked for: of most of those of the beam search never are. */
export interface Candidate {
  readonly priced: Priced
  readonly choice: () => Choice
}

/** All choices of a moment with these fingers, by position. */
export function candidatesOf(
  lying: Lying,
  fresh: readonly Touch[],
  begun: readonly Gripped[],
  positions: readonly { readonly position: number; readonly faults: number }[],
): readonly Candidate[] {
  const { task, i } = lying
  let played: Played | undefined
  return positions.map(({ position, faults }) => {
    const priced = priceOf(lying, fresh, position, faults)
    return { priced, choice: () => new SettledChoice(task, i, (played ??= playedWith(lying, fresh, begun)), priced) }
  })
}
