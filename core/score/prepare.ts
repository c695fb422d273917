import type { Finger } from '../guitar/finger'
import { instrumentOf, type Instrument } from '../guitar/instrument'
import type { SheetFamily } from '../families/family'
import { effortOf, STEPS_PER_DRILL, type Effort } from '../fingering/model/effort'
import { finger, lineBy, type Fingered, type PlayedLine } from '../fingering/solve/finger'
import type { Freedom, TaskOptions } from '../fingering/model/task'
import { handOf } from '../hand/hand'
import type { HandRules } from '../hand/advance-hand'
import type { Event, Grip, Line } from '../line/line'
import { sharedShape, type HandInput, type Pins, type SharedSpec } from '../schema/fields'
import type { Habits } from '../schema/habits'
import type { Spec } from '../schema/parse'
import { SpecError } from '../schema/spec-error'
import { beginnings, canBegin, PLUCKING } from '../strokes/registry'
import { transformLine, transformSpec } from '../transforms/registry'

/** The student a drill is realised for; everything optional. */
export interface Context {
  readonly hand?: HandInput
  readonly pins?: Pins
  /** What becomes of pins that are on no note here, as where a stage plays a part of its drill; refused if left out. */
  readonly strayPins?: 'dropped'
  /** Ways of the plucking hand; only cues depend on them. */
  readonly habits?: Habits
}

/**
 * A drill whose line is written and whose fingers are decided: by its family, or by the engine where the spec leaves
 * them to it.
 */
export interface Prepared {
  readonly spec: Spec
  /** The spec with the transforms that only change a parameter. */
  readonly moved: SharedSpec
  readonly instrument: Instrument
  readonly rules: HandRules
  readonly pins: Pins
  readonly habits: Habits
  /** The line as the family writes it. */
  readonly written: Line
  readonly played: PlayedLine | null
  readonly fingered: Fingered | null
  /** How the engine is asked about this drill, whatever is left to it. */
  readonly options: Omit<TaskOptions, 'pins' | 'freedom' | 'effort'>
  /** What is left of the work its fingers may be. */
  readonly effort: Effort
}

/** Builds the line of a checked spec; a problem caused by a `position` transform is reported at the transform. */
function buildLine(family: SheetFamily, spec: Spec, moved: SharedSpec, instrument: Instrument): Line {
  try {
    const line = family.build(moved, spec[spec.family], instrument)
    return transformLine(line, spec.then, instrument.tuning.length)
  } catch (error) {
    const mover = spec.then.findLastIndex(transform => transform.do === 'position')
    if (error instanceof SpecError && error.path === 'position' && mover >= 0)
      throw new SpecError(`then.${mover}.to`, error.message)
    throw error
  }
}

/**
 * The line of a checked spec, before hand and fingers.
 * @throws SpecError when the music is impossible on its instrument.
 */
export const lineOf = (family: SheetFamily, spec: Spec): Line =>
  buildLine(family, spec, transformSpec(spec), instrumentOf(spec.instrument))

/** Puts a pinned finger into the chord whose string it is on. */
function pinGrips(line: Line, pins: Pins): readonly Grip[] {
  const pinned = line.events.filter(event => event.noteId in pins && 'string' in event.place)
  if (pinned.length === 0) return line.grips
  return line.grips.map(grip => ({
    ...grip,
    contacts: grip.contacts.map(contact => {
      const by = pinned.find(
        event =>
          event.at >= grip.from &&
          event.at < grip.to &&
          'string' in event.place &&
          event.place.string === contact.string &&
          event.place.fret === contact.fret,
      )
      return by ? { ...contact, finger: pins[by.noteId] as Finger, pinned: true } : contact
    }),
  }))
}

/** What is wrong with a pin on a note, or on none; null when nothing is. */
function wrongWith(event: Event | undefined): string | null {
  if (!event) return 'no note has this key'
  if (event.tap) return 'this note is tapped by the plucking hand'
  return 'fret' in event.place && event.place.fret === 0 ? 'this note is an open string' : null
}

/** The pins that are on notes of a line which take a finger. @throws SpecError for any other, unless it is dropped. */
function pinsOn({ events }: Line, { pins = {}, strayPins }: Context): Pins {
  if (Object.keys(pins).length === 0) return pins
  const known = new Map(events.map(event => [event.noteId, event]))
  return Object.fromEntries(
    Object.entries(pins).filter(([key]) => {
      const wrong = wrongWith(known.get(key))
      if (wrong && strayPins !== 'dropped') throw new SpecError(`pins.${key}`, wrong)
      return !wrong
    }),
  )
}

/** What each rule of fingering leaves to the engine. */
export const FREEDOM: Readonly<Record<SharedSpec['fingering']['rule'], Freedom>> = {
  'one-per-fret': 'none',
  'given': 'positions',
  'best': 'all',
}

/** Where the hand is when no spec says otherwise: asked for by none. */
const USUAL_POSITION = sharedShape.position.parse(undefined)

/** The plucking in force: what the family's block asks for, over the shared field. */
export function pluckingOf(family: SheetFamily, spec: Spec): SharedSpec['plucking'] {
  const system = family.plucking?.(spec[spec.family])
  return system ? { ...spec.plucking, system } : spec.plucking
}

/** @throws SpecError at `plucking.start` for what the system in force cannot begin with. */
function checkStart({ system, start, ...more }: SharedSpec['plucking']): void {
  if (canBegin({ system, start, ...more })) return
  const starts = beginnings({ system, start, ...more })
  throw new SpecError(
    'plucking.start',
    `${PLUCKING[system].label} cannot begin with ${start}${starts.length > 0 ? `: it begins with ${starts.join(' or ')}` : ''}`,
  )
}

function engineOptions(family: SheetFamily, spec: Spec, rules: HandRules): Prepared['options'] {
  const { system } = pluckingOf(family, spec)
  return {
    rules,
    tempo: spec.tempo,
    dry: spec.sound.length !== 'legato' || system === 'sweep' || system === 'economy' || system === 'rake',
    asked: spec.position === USUAL_POSITION ? null : spec.position,
  }
}

/**
 * Writes a checked spec's line and decides its fingers.
 * @throws SpecError when its plucking cannot begin as asked, the music is impossible on its instrument, or a pin is on
 *   no note, an open string or a tapped note.
 */
export function prepare(family: SheetFamily, spec: Spec, context: Context): Prepared {
  const moved = transformSpec(spec)
  checkStart(pluckingOf(family, spec))
  const instrument = instrumentOf(spec.instrument)
  const built = buildLine(family, spec, moved, instrument)
  const pins = pinsOn(built, context)
  const written = { ...built, grips: pinGrips(built, pins) }
  const rules: HandRules = { hand: handOf(context.hand), instrument, policy: spec.hold }
  const freedom = FREEDOM[spec.fingering.rule]
  const effort = effortOf(STEPS_PER_DRILL)
  const options = engineOptions(family, spec, rules)
  const fingered = freedom === 'none' ? null : finger(written, { ...options, pins, freedom, effort })
  return {
    effort,
    options,
    spec,
    moved,
    instrument,
    rules,
    pins,
    habits: context.habits ?? {},
    written,
    fingered,
    played: fingered && lineBy(written, fingered),
  }
}
