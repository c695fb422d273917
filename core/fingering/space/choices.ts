import { FINGERS } from '../../guitar/finger'
import type { Tick } from '../../line/ticks'
import { offBy, type Choice, type Gripped, type Touch } from '../model/choice'
import { stepsFor } from '../model/effort'
import type { Place, Task, TaskGrip, TaskMoment } from '../model/task'
import {
  assignments,
  leeway,
  likelyAssignments,
  positionsFor,
  type Assignment,
  type FingeredUnder,
  type Wanted,
} from './assignments'
import { candidatesOf, type Candidate, type Ground } from './candidates'
import { COSTS } from '../model/costs'
import { layouts } from './layouts'
import { settingOf } from './setting'

const NOWHERE: Ground = { position: 0, gripped: [], gripName: '' }

/** What the choices before leave behind, each position and grip once. */
function groundsOf(before: readonly Choice[], at: Tick): readonly Ground[] {
  if (before.length === 0) return [NOWHERE]
  const grounds = new Map<string, Ground>()
  for (const { position, gripped, gripName } of before) {
    const kept = gripped.filter(touch => touch.to > at)
    const name = kept.length > 0 ? gripName : ''
    const key = `${position}/${name}`
    if (!grounds.has(key)) grounds.set(key, { position, gripped: kept, gripName: name })
  }
  return [...grounds.values()]
}

/** A ground, and the places that want a finger over it. */
interface Open {
  readonly ground: Ground
  readonly wanted: ReturnType<typeof wantedOver>
}

/**
 * The grounds that choices differ over: where a finger comes down it matters what is gripped; where none does the hand
 * stays, so it matters in which position as well.
 */
function thoseThatMatter(grounds: readonly Open[]): readonly Open[] {
  const named = new Set<string>()
  return grounds.filter(({ ground: { gripName }, wanted }) => {
    if (wanted.length === 0) return true
    const known = named.has(gripName)
    named.add(gripName)
    return !known
  })
}

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
  const grounds = groundsOf(before, moment.at)
  const kept = keeping(task.keep ?? Infinity)
  for (const places of layouts(moment, task)) {
    const open = grounds.map(ground => ({ ground, wanted: wantedOver(moment, places, begun, ground.gripped) }))
    for (const each of thoseThatMatter(open)) kept.add(onGround(task, i, places, each, kept.dearest()))
  }
  return kept.all().map(({ choice }) => choice())
}

/** Keeps all candidates, or only so many of the cheapest. */
function keeping(most: number) {
  let candidates: Candidate[] = []
  return {
    add: (more: readonly Candidate[]) => {
      for (const each of more) candidates.push(each)
      candidates = cheapest(candidates, most)
    },
    /** What costs more than that is not kept any more. */
    dearest: () => dearestOf(candidates, most),
    all: (): readonly Candidate[] => candidates,
  }
}

/** So many of the cheapest, in order; all as they are where there are no more. */
const cheapest = <T extends readonly Candidate[]>(candidates: T, most: number): T | Candidate[] =>
  candidates.length <= most
    ? candidates
    : [...candidates].sort((a, b) => a.priced.own - b.priced.own || a.priced.tie - b.priced.tie).slice(0, most)

/** What the last of so many of the cheapest costs; infinite where there are fewer. */
const dearestOf = (candidates: readonly Candidate[], most: number) =>
  candidates.length < most ? Infinity : Math.max(...cheapest(candidates, most).map(({ priced }) => priced.own))

/**
 * The choices of a moment that is as another but for its time.
 * @param like What {@link choicesFor} found for that other, where nothing is gripped.
 */
export const choicesLike = (task: Task, i: number, like: readonly Choice[]): readonly Choice[] =>
  like.flatMap(({ places, fresh, position, faults }) => {
    const lying = { task, i, places, ground: NOWHERE, setting: settingOf(task, i, places, fresh) }
    return candidatesOf(lying, fresh, [], [{ position, faults }]).map(({ choice }) => choice())
  })

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
  const lying = {
    task,
    i,
    places: note!.places,
    ground: NOWHERE,
    setting: settingOf(task, i, note!.places, note!.places),
  }
  const choices: Choice[] = []
  for (const finger of fingers) {
    const natural = place.fret - finger + 1
    const near = leeway(finger, false)
    const [low, high] =
      moment.position === null
        ? [Math.max(1, natural - near), Math.min(instrument.lastFret, natural + near)]
        : [moment.position, moment.position]
    task.effort.spend(8 + 4 * (high - low + 1))
    // Its position would lie below the nut: what is strained is found the general way.
    if (high < low) return null
    const positions = Array.from({ length: high - low + 1 }, (_, k) => ({ position: low + k, faults: 0 }))
    for (const { choice } of candidatesOf(lying, [{ ...place, finger }], [], positions)) choices.push(choice())
  }
  return choices
}

/** Places that want a finger at a moment, low frets first: the grips', and every fretted note's that no grip covers. */
function wantedOver(
  { notes }: TaskMoment,
  places: readonly Place[],
  begun: ReturnType<typeof gripPlaces>,
  gripped: readonly Gripped[],
) {
  const wanted: (Wanted & { readonly to?: Tick; readonly loose?: boolean })[] = begun.map(
    ({ string, fret, finger, to, loose }) => ({ string, fret, finger, to, loose }),
  )
  for (const [n, note] of notes.entries()) {
    const place = places[n]!
    const covers = (touch: Place) => touch.string === place.string && touch.fret === place.fret
    if (place.fret > 0 && !note.tapped && !begun.some(covers) && !gripped.some(covers))
      wanted.push({ ...place, finger: note.finger, pinned: note.pinned })
  }
  return wanted.sort((a, b) => a.fret - b.fret || b.string - a.string)
}

function onGround(
  task: Task,
  i: number,
  places: readonly Place[],
  { ground, wanted }: Open,
  dearest: number,
): readonly Candidate[] {
  const moment = task.moments[i]!
  const { rules } = task
  const setting = settingOf(task, i, places, wanted)
  const lying = { task, i, places, ground, setting }
  if (wanted.length === 0) {
    const position = ground.position || moment.position || 0
    return candidatesOf(lying, [], [], [{ position, faults: 0 }])
  }
  const { together } = setting
  const under = { kept: ground.gripped, sounding: places, rules }
  const made = (found: readonly Assignment[]) =>
    found.flatMap(({ fingers, faults }) => {
      const fresh = wanted.map(({ string, fret }, k): Touch => ({ string, fret, finger: fingers[k]! }))
      const gripped = wanted.flatMap(({ to, loose }, k) =>
        to === undefined ? [] : [{ ...fresh[k]!, to, loose: loose ?? false }],
      )
      const { positions: all, strained } =
        moment.position === null
          ? positionsFor(fresh, together, rules.instrument.lastFret)
          : { positions: [moment.position], strained: false }
      // The beam search keeps single notes one finger per fret where it can.
      const near = task.keep === undefined || together ? all : all.filter(position => offBy(fresh[0]!, position) === 0)
      const positions = near.length > 0 ? near : all
      const far = (position: number) =>
        strained ? fresh.filter(touch => offBy(touch, position) > leeway(touch.finger, together)).length : 0
      task.effort.spend(4 * positions.length * stepsFor(wanted.length))
      return candidatesOf(
        lying,
        fresh,
        gripped,
        positions.map(position => ({ position, faults: faults + far(position) })),
      )
    })
  if (task.keep !== undefined) return quickly(task, wanted, under, made, dearest)
  // Where every way breaks some law, those that break the fewest.
  for (let allowed = 0; ; allowed++) {
    const candidates = made(assignments(wanted, under, allowed, task.effort))
    const least = candidates.reduce((least, { priced }) => Math.min(least, priced.faults), Infinity)
    if (least <= allowed || (candidates.length > 0 && allowed >= MOST_FAULTS))
      return candidates.filter(({ priced }) => priced.faults === least)
  }
}

/** Those of the beam search: all that break no law and may be kept; where there is none the likeliest. */
function quickly(
  { keep, effort }: Task,
  wanted: readonly Wanted[],
  under: FingeredUnder,
  made: (found: readonly Assignment[]) => readonly Candidate[],
  dearest: number,
): readonly Candidate[] {
  // Many notes at one fret can be fingered in a thousand ways that break no law.
  const crowded = wanted.some(({ fret }) => wanted.filter(each => each.fret === fret).length > MOST_AT_ONE_FRET)
  const lawful = crowded ? [] : made(assignments(wanted, under, 0, effort)).filter(({ priced }) => priced.faults === 0)
  return lawful.length > 0 ? lawful : made(likelyAssignments(wanted, under, keep!, dearest / COSTS.impossible))
}

/** Notes at one fret whose fingers the beam search still tries out in full. */
const MOST_AT_ONE_FRET = 3

/** Above this many faults the search for fewer is given up: any way is as bad. */
const MOST_FAULTS = 24
