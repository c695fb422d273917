import { familyLookup, familyNamed } from '../families/registry'
import { gripParts, lineEnd } from '../line/line'
import { barTicks, TICKS_PER_QUARTER, ticksToMs, type Tick } from '../line/ticks'
import type { SharedSpec } from '../schema/fields'
import { parseSpec, type Parsed, type Spec } from '../schema/parse'
import { SpecError } from '../schema/spec-error'
import { sharedInWords } from '../families/words'
import { shortTitle } from '../schema/title'
import type { Family, SheetFamily, TimedFamily } from '../families/family'
import { countCrossings, countFingerCrossings } from '../strokes/crossings'
import { realignAfter } from '../strokes/realign'
import { PLUCKING } from '../strokes/registry'
import { transformsInTitle } from '../transforms/registry'
import { writeCues } from './cues'
import { findHigh } from './high'
import { fingeredOnsets, fingerLine, type FingeredEvent } from './finger-line'
import { judge, type Verdict } from './judge'
import { pluckingOf, prepare, type Context, type Prepared } from './prepare'
import { mutingsOf, unmuted } from './muting'
import { replay } from './replay'
import type { CountPlan, Note, Realised, Score, StepsPlan } from './score'
import { findSparedFingers, measureSpans } from './spans'
import { measureTravel } from './travel'
import { withRolls, writeNotes } from './write-notes'

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

/** Plucked notes per string visit where all visits agree; null otherwise. */
function pluckedPerVisit(events: readonly FingeredEvent[], notes: readonly Note[]): number | null {
  const sizes: number[] = []
  let visit = ''
  for (let i = 0; i < events.length; i++) {
    if (events[i]!.visit !== visit) sizes.push(0)
    visit = events[i]!.visit
    if (notes[i]!.pluck !== null) sizes[sizes.length - 1]!++
  }
  const size = sizes[0]
  return size && sizes.every(each => each === size) ? size : null
}

const AT_SPEED_MS = 250

/** How often one finger of the plucking hand plays two onsets running at speed; picks alternate and do not count. */
function sameFingerTwice(notes: readonly Note[], tempoBpm: number): number {
  let count = 0
  let before: { readonly at: Tick; readonly fingers: string } | null = null
  for (let i = 0; i < notes.length;) {
    const { at } = notes[i]!
    let fingers = ''
    for (; i < notes.length && notes[i]!.at === at; i++)
      if (notes[i]!.pluck !== null && notes[i]!.via === 'pluck') fingers += notes[i]!.pluck
    if (
      before &&
      [...fingers].some(finger => 'imac'.includes(finger) && before!.fingers.includes(finger)) &&
      ticksToMs(at - before.at, tempoBpm) < AT_SPEED_MS
    )
      count++
    if (fingers) before = { at, fingers }
  }
  return count
}

/** The fretting hand led through a drill: who plays what, what is down when, how far that opens the hand. */
export function handThrough({ spec, instrument, rules, pins, written, played: byEngine }: Prepared) {
  const line = byEngine?.line ?? written
  const events = fingerLine(line, instrument, byEngine ? {} : pins)
  const grips = gripParts(line)
  const given = (key: string) => spec.fingering.rule === 'given' || key in pins
  const played = replay(fingeredOnsets(events, grips), grips, rules, byEngine && { ...byEngine, given })
  return { line, events, played, spans: measureSpans(played.holds, events, rules) }
}

/** Writes the score of a drill whose fingers are decided. */
export function scoreFrom(family: SheetFamily, prepared: Prepared): Score {
  const { spec, moved, instrument, rules, habits } = prepared
  const { line, events, played, spans } = handThrough(prepared)
  const plucking = pluckingOf(family, spec)
  const system = PLUCKING[plucking.system]
  const block = spec[spec.family]
  const plain = writeNotes(line, events, spec, { system, plucking, strums: family.strums ?? false })
  const notes = family.rolls?.(block) ? withRolls(plain) : plain
  const breaches = [...played.breaches, ...spans.breaches, ...findSparedFingers(events, rules)]
  const end = lineEnd(line)
  const group = pluckedPerVisit(events, notes)
  const cycle = system.cycleLength(plucking)
  const twice = sameFingerTwice(notes, spec.tempo)
  const travel = measureTravel(notes, played.shifts, instrument, spec.tempo)
  const high = findHigh(notes, instrument, barTicks(spec.rhythm.meter))
  const fingerCrossings = countFingerCrossings(notes)
  const quiet =
    spec.sound.length === 'muted' || line.unplucked
      ? []
      : mutingsOf(notes, {
          holds: played.holds,
          stringCount: instrument.tuning.length,
          chords: line.grips.flatMap(({ from, to, strings }) => (strings ? [{ from, to, strings }] : [])),
        })
  const loud = unmuted(quiet).map(({ key, string }) => ({ string, at: notes.find(note => note.key === key)!.at }))
  const report: Score['report'] = {
    crossings: countCrossings(notes),
    fingerCrossings,
    sameFingerTwice: twice,
    realignAfter:
      group === null || cycle === null || notes.filter(note => note.pluck !== null && note.via !== 'tap').length < 2
        ? null
        : realignAfter(cycle, group),
    widestSpanMm: spans.widestSpanMm,
    widest: spans.widest,
    travel,
    high,
    quiet,
    breaches,
    stretches: spans.stretches,
    liftedEarly: played.liftedEarly,
  }
  return {
    kind: 'sheet',
    spec,
    title: titleOf(
      family,
      moved,
      block,
      spec.slurs.length > 0 && notes.some(note => note.via === 'hammer' || note.via === 'pull'),
    ),
    purpose: family.purpose(block, moved),
    ticksPerQuarter: TICKS_PER_QUARTER,
    meter: spec.rhythm.meter,
    tempo: spec.tempo,
    bars: Math.ceil(end / barTicks(spec.rhythm.meter)),
    notes,
    holds: played.holds,
    shifts: played.shifts,
    cues: writeCues({
      spec,
      plucking,
      notes,
      holds: played.holds,
      shifts: played.shifts,
      report,
      loud,
      bodyFret: instrument.bodyFret - instrument.capo,
      habits,
    }),
    report,
    seconds: ticksToMs(end, spec.tempo) / 1000,
    notesPerSecond: rateOf(notes, moved),
  }
}

/** A drill's title as it now is: the family's, what the shared fields make of it, what transforms did to the line. */
function titleOf(family: Family, moved: SharedSpec, block: unknown, slurred = false): string {
  return shortTitle(
    [
      family.title(moved, block),
      ...(family.titled?.(block) ? [] : sharedInWords(moved, slurred)),
      ...transformsInTitle(moved.then),
    ].join(', '),
  )
}

/** A drill without a guitar: its tempos or steps with their seconds. */
function timed(family: TimedFamily, spec: Spec): CountPlan | StepsPlan {
  const block = spec[spec.family]
  const head = { spec, title: titleOf(family, spec, block), purpose: family.purpose(block, spec) }
  const plan = family.time(spec, block)
  const total = (list: readonly { readonly seconds: number }[]) => list.reduce((sum, each) => sum + each.seconds, 0)
  return plan.kind === 'count'
    ? { kind: 'count', ...head, tempos: plan.tempos, seconds: total(plan.tempos) }
    : { kind: 'steps', ...head, steps: plan.steps, seconds: total(plan.steps) }
}

/** Reads a spec and makes of it what `sheet` or the clock makes; a problem becomes an answer with its path. */
function realiseBy<T>(raw: unknown, sheet: (family: SheetFamily, spec: Spec) => T): Parsed<T | CountPlan | StepsPlan> {
  const parsed = parseSpec(raw, familyLookup)
  if (!parsed.ok) return parsed
  try {
    const family = familyNamed(parsed.value.family)
    return { ok: true, value: 'build' in family ? sheet(family, parsed.value) : timed(family, parsed.value) }
  } catch (error) {
    if (error instanceof SpecError) return { ok: false, error: { path: error.path, message: error.message } }
    throw error
  }
}

/**
 * Turns a spec into what is played: every note, finger, stroke, hold and shift of a sheet, or the times of a drill
 * without a guitar.
 * @param raw A spec, checked here.
 * @param context The student's hand and pinned fingers; without a hand the reach is 80 mm.
 * @returns What it realises to, or the first problem with its path. Breaches of the hand never make it fail.
 */
export function realise(raw: unknown, context: Context = {}): Parsed<Realised> {
  return realiseBy(raw, (family, spec) => scoreFrom(family, prepare(family, spec, context)))
}

/** A sheet with the verdict on its fingers, or a drill without a guitar. */
export type Judged = (Score & { readonly fingering: Verdict }) | CountPlan | StepsPlan

/** As {@link realise}, and judges the fingers of a sheet: dearer, so only where the verdict is wanted. */
export function realiseJudged(raw: unknown, context: Context = {}): Parsed<Judged> {
  return realiseBy(raw, (family, spec) => {
    const prepared = prepare(family, spec, context)
    const score = scoreFrom(family, prepared)
    return { ...score, fingering: judge(prepared, score) }
  })
}
