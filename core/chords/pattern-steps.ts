import type { Stroke } from '../line/line'
import { barTicks, type Tick } from '../line/ticks'
import type { Role, Token } from './roles'

/** Voices a pattern is set on, as their strings lie: the thinnest on top, the root below, then a bass line. */
export const VOICES: readonly Role[] = ['1', '2', '3', '4', 'B', 'A', 'R', 'L']
/** Fingers that pluck, in the order a hand has them. */
export const PLUCKERS: readonly Stroke[] = ['p', 'i', 'm', 'a', 'c']

/** The finger that usually takes a voice: the thumb for basses, a m i from the top (common practice). */
const USUAL: Readonly<Partial<Record<Role, Stroke>>> = { 1: 'a', 2: 'm', 3: 'i' }
const usual = (role: Role): Stroke => USUAL[role] ?? 'p'

const changed = (steps: readonly Token[], at: number, change: (step: Token) => Token) =>
  steps.map((step, i) => (i === at ? change(step) : step))

/** The finger that plays a voice at a step; null where it rests. */
export const fingerAt = (steps: readonly Token[], at: number, role: Role): Stroke | null =>
  steps[at]?.notes.find(note => note.role === role)?.finger ?? null

/** Sets the finger of a voice at a step, or with null lets it rest; a finger that was on another voice leaves it. */
export const setFinger = (steps: readonly Token[], at: number, role: Role, finger: Stroke | null): readonly Token[] =>
  changed(steps, at, step => {
    const others = step.notes.filter(note => note.role !== role && note.finger !== finger)
    const notes = finger === null ? others : [...others, { role, finger }]
    // Basses first, as they are written.
    return { ...step, notes: notes.sort((a, b) => VOICES.indexOf(b.role) - VOICES.indexOf(a.role)) }
  })

/** A voice pressed: nothing, its usual finger, each other finger that is free, nothing. */
export function pressVoice(steps: readonly Token[], at: number, role: Role): readonly Token[] {
  const step = steps[at]
  if (!step) return steps
  const here = fingerAt(steps, at, role)
  const cycle = [usual(role), ...PLUCKERS.filter(finger => finger !== usual(role))].filter(
    finger => !step.notes.some(note => note.role !== role && note.finger === finger),
  )
  return setFinger(steps, at, role, (here === null ? cycle[0] : cycle[cycle.indexOf(here) + 1]) ?? null)
}

/** Gives a step a length in ticks. */
export const setLength = (steps: readonly Token[], at: number, ticks: Tick): readonly Token[] =>
  changed(steps, at, step => ({ ...step, ticks }))

/** A rest after a step, as long as it. */
export function addStep(steps: readonly Token[], after: number): readonly Token[] {
  const { ticks } = steps[after] ?? steps.at(-1)!
  return [...steps.slice(0, after + 1), { notes: [], ticks }, ...steps.slice(after + 1)]
}

/** Takes a step out; the last one stays. */
export const dropStep = (steps: readonly Token[], at: number): readonly Token[] =>
  steps.length > 1 ? steps.filter((_, i) => i !== at) : steps

/** A step with its place in the pattern. */
export interface PlacedStep {
  readonly index: number
  readonly step: Token
  /** When it begins within its bar, ticks. */
  readonly at: Tick
}

/** The steps of a pattern bar by bar, by where each begins. */
export function stepsByBar(
  steps: readonly Token[],
  meter: readonly [number, number],
): readonly (readonly PlacedStep[])[] {
  const bar = barTicks(meter)
  const bars: PlacedStep[][] = []
  let at = 0
  for (const [index, step] of steps.entries()) {
    ;(bars[Math.floor(at / bar)] ??= []).push({ index, step, at: at % bar })
    at += step.ticks
  }
  return bars.filter(Boolean)
}
