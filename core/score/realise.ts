import { instrumentOf, type Instrument } from '../fretboard/instrument'
import { familyLookup, familyNamed } from '../families/registry'
import { handOf } from '../hand/hand'
import type { HandRules } from '../hand/step'
import { lineEnd, type Line, type Mark } from '../line/line'
import { barTicks, TICKS_PER_QUARTER, ticksToMs, type Tick } from '../line/ticks'
import type { HandInput, Pins, SharedSpec } from '../spec/fields'
import { parseSpec, type Parsed, type Spec } from '../spec/parse'
import { SpecError } from '../spec/spec-error'
import { countCrossings } from '../strokes/crossings'
import { realignAfter } from '../strokes/realign'
import { PLUCKING } from '../strokes/registry'
import type { Stroke } from '../strokes/system'
import { transformLine, transformSpec, transformsInWords } from '../transforms/registry'
import { writeCues } from './cues'
import { fingeredOnsets, fingerLine, type FingeredEvent } from './finger-line'
import { quietStrings } from './quiet'
import { replay } from './replay'
import type { Note, Score, Via } from './score'
import { findSparedFingers, measureSpans } from './spans'

/** The student a drill is realised for; everything optional. */
export interface Context { readonly hand?: HandInput, readonly pins?: Pins }

const MAX_NOTES = 20_000

/** Builds the line of a checked spec; a problem caused by a `position` transform is reported at the transform. */
function buildLine(spec: Spec, moved: SharedSpec, instrument: Instrument): Line {
  try {
    const line = familyNamed(spec.family).build(moved, spec[spec.family], instrument)
    if (line.events.length > MAX_NOTES) throw new SpecError('times', `the drill has ${line.events.length} notes; ${MAX_NOTES} is the most`)
    return transformLine(line, spec.then)
  }
  catch (error) {
    const mover = spec.then.findLastIndex(transform => transform.do === 'position')
    if (error instanceof SpecError && error.path === 'position' && mover >= 0) throw new SpecError(`then.${mover}.to`, error.message)
    throw error
  }
}

/** The stroke of every event, over plucked onsets only; null where the fretting hand sounds the note. */
function assignStrokes(events: readonly FingeredEvent[], spec: SharedSpec, shift: number): readonly (Stroke | null)[] {
  const plucked: { readonly strings: number[], readonly at: Tick }[] = []
  for (const event of events) {
    if (event.slurred) continue
    const last = plucked.at(-1)
    if (last?.at === event.at) last.strings.push(event.string)
    else plucked.push({ strings: [event.string], at: event.at })
  }
  const strokes = PLUCKING[spec.plucking.system].assign(plucked, spec.plucking, shift).flat()
  let next = 0
  return events.map(event => event.slurred ? null : strokes[next++]!)
}

function slurDirection(event: FingeredEvent, lastFret: number | undefined): Via {
  return lastFret !== undefined && event.fret < lastFret ? 'pull' : 'hammer'
}

function writeNotes(events: readonly FingeredEvent[], strokes: readonly (Stroke | null)[], spec: SharedSpec): readonly Note[] {
  const lastFretOnString = new Map<number, number>()
  let onset = -1
  let lastAt = -1
  return events.map((event, i) => {
    if (event.at !== lastAt) onset++
    lastAt = event.at
    const before = lastFretOnString.get(event.string)
    lastFretOnString.set(event.string, event.fret)
    const accented = spec.sound.accentEvery !== undefined && onset % spec.sound.accentEvery === 0
    const marks: readonly Mark[] = accented ? [...event.marks, 'accent'] : event.marks
    return {
      key: event.key,
      at: event.at,
      dur: event.dur,
      string: event.string,
      fret: event.fret,
      midi: event.midi,
      finger: event.finger,
      pluck: strokes[i]!,
      via: event.slurred ? slurDirection(event, before) : 'pluck',
      marks,
    }
  })
}

/** Notes per second: exact where all notes are equally long, else the most onsets within any one bar. */
function rateOf(notes: readonly Note[], spec: SharedSpec): number {
  const first = notes[0]
  if (!first) return 0
  if (notes.every(note => note.dur === first.dur)) return (spec.tempo / 60) * (TICKS_PER_QUARTER / first.dur)
  const times = [...new Set(notes.map(note => note.at))]
  const bar = barTicks(spec.rhythm.meter)
  let most = 0
  for (let start = 0, end = 0; start < times.length; start++) {
    while (end < times.length && times[end]! < times[start]! + bar) end++
    most = Math.max(most, end - start)
  }
  return most / (ticksToMs(bar, spec.tempo) / 1000)
}

/** Plucked notes per string visit where all visits agree; null otherwise. A key without its last figure names the visit. */
function pluckedPerVisit(notes: readonly Note[]): number | null {
  const sizes: number[] = []
  let visit = ''
  for (const note of notes) {
    const here = note.key.slice(0, note.key.lastIndexOf('.'))
    if (here !== visit) sizes.push(0)
    visit = here
    if (note.pluck !== null) sizes[sizes.length - 1]!++
  }
  const size = sizes[0]
  return size && sizes.every(each => each === size) ? size : null
}

function score(spec: Spec, context: Context): Score {
  const moved = transformSpec(spec)
  const instrument = instrumentOf(spec.instrument)
  const family = familyNamed(spec.family)
  const line = buildLine(spec, moved, instrument)
  const events = fingerLine(line, instrument, context.pins)
  const rules: HandRules = { hand: handOf(context.hand), instrument, policy: spec.hold }
  const notes = writeNotes(events, assignStrokes(events, spec, line.strokeShift), spec)
  const played = replay(fingeredOnsets(events), rules)
  const spans = measureSpans(events, rules)
  const breaches = [...played.breaches, ...spans.breaches, ...findSparedFingers(events, rules)]
  const end = lineEnd(line)
  const group = pluckedPerVisit(notes)
  const block = spec[spec.family]
  return {
    kind: 'sheet',
    spec,
    title: [family.title(spec, block), ...transformsInWords(spec.then)].join(', '),
    purpose: family.purpose(spec, block),
    ticksPerQuarter: TICKS_PER_QUARTER,
    meter: spec.rhythm.meter,
    tempo: spec.tempo,
    bars: Math.ceil(end / barTicks(spec.rhythm.meter)),
    notes,
    holds: played.holds,
    shifts: played.shifts,
    cues: writeCues(spec, played.shifts, breaches),
    report: {
      crossings: countCrossings(notes),
      realignAfter: group === null ? null : realignAfter(PLUCKING[spec.plucking.system].cycleLength(spec.plucking), group),
      widestSpanMm: spans.widestSpanMm,
      travel: [],
      quiet: quietStrings(notes, played.holds, instrument.tuning.length),
      breaches,
    },
    seconds: ticksToMs(end, spec.tempo) / 1000,
    notesPerSecond: rateOf(notes, moved),
  }
}

/**
 * Turns a spec into a score: every note, finger, stroke, hold and shift.
 * @param raw A spec, checked here.
 * @param context The student's hand and pinned fingers; without a hand the reach is 80 mm.
 * @returns The score, or the first problem with its path. Breaches of the hand never make it fail.
 */
export function realise(raw: unknown, context: Context = {}): Parsed<Score> {
  const parsed = parseSpec(raw, familyLookup)
  if (!parsed.ok) return parsed
  try {
    return { ok: true, value: score(parsed.value, context) }
  }
  catch (error) {
    if (error instanceof SpecError) return { ok: false, error: { path: error.path, message: error.message } }
    throw error
  }
}
