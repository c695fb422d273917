import { accountOf } from '../fingering/explain/account'
import { costlyNotes, untyped, type CostlyNote, type PricedFingers } from '../fingering/explain/check'
import { finger, fingersByKey, otherFingerings, type Fingered } from '../fingering/solve/finger'
import { reasonsOf, type Reason } from '../fingering/explain/reasons'
import type { Path } from '../fingering/solve/search'
import type { Breach } from '../hand/breach'
import type { Pins } from '../schema/fields'
import type { Prepared } from './prepare'
import type { Score } from './score'

/** A rule that a finger breaks or a finger that is paid for, and the cheapest way to mend it where there is one. */
export type JudgedBreach = (Breach & { readonly repair?: PricedFingers }) | CostlyNote

/** What a fingering costs and why, what is wrong with it, and what else there is. */
export interface Verdict {
  /** Effort, in the units of the table of costs; a finite number. */
  readonly cost: number
  /** Why each note has its finger. */
  readonly reasons: Readonly<Record<string, Reason>>
  readonly breaches: readonly JudgedBreach[]
  /** Cheapest first; empty where the drill leaves no choice. */
  readonly alternatives: readonly PricedFingers[]
  /** Not everything could be searched: the quick way was taken. Left out where the answer is exact. */
  readonly quick?: true
}

const ALTERNATIVES = 4

/**
 * Fingers that were given and are therefore judged: the drill's own under `given`, the shown ones up to each pin
 * otherwise.
 */
function givenFingers({ spec, pins, fingered, written }: Prepared, score: Score): Pins | null {
  if (spec.fingering.rule === 'best') return Object.keys(pins).length > 0 ? pins : null
  const shown = Object.fromEntries(score.notes.flatMap(note => (note.finger ? [[note.key, note.finger]] : [])))
  if (spec.fingering.rule === 'one-per-fret') return Object.keys(pins).length > 0 ? shown : null
  const free = new Set(
    written.events.filter(event => event.want === 'free' && !(event.noteId in pins)).map(event => event.noteId),
  )
  return fingered && Object.fromEntries(Object.entries(shown).filter(([key]) => !free.has(key)))
}

/**
 * Judges the fingers of a drill as they stand: their cost, a reason for every note, breaches with the cheapest repair,
 * and other fingerings where the engine may choose.
 */
export function judge(prepared: Prepared, score: Score): Verdict {
  const { spec, rules, pins, written } = prepared
  const options = { ...prepared.options, effort: prepared.effort }
  const judged: Fingered = prepared.fingered ?? finger(written, { ...options, pins, freedom: 'none' })
  const given = givenFingers(prepared, score)
  // Under one finger per fret the drill itself prescribes; only what was pinned over it is the student's or the
  // teacher's.
  const only = spec.fingering.rule === 'one-per-fret' ? new Set(Object.keys(pins)) : undefined
  const costly = given ? costlyNotes(written, given, { ...options, ...(only && { only }) }) : []
  const answerable = costly ?? []
  const repairs = new Map(answerable.map(note => [note.key, note.repair]))
  const breaches = score.report.breaches.map((breach): JudgedBreach =>
    repairs.has(breach.key) ? { ...breach, repair: repairs.get(breach.key)! } : breach,
  )
  // What was too much to judge note by note leaves no work for a search of its own.
  const others = costly === null ? { priced: [], quick: true } : othersThan(prepared, judged)
  return {
    cost: judged.path.cost,
    reasons: Object.assign(
      {},
      ...accountOf(judged.task, judged.path).map(entry => reasonsOf(entry, rules)),
    ) as Verdict['reasons'],
    breaches: [...breaches, ...answerable],
    alternatives: others.priced,
    ...((judged.quick || costly === null || others.quick) && { quick: true as const }),
  }
}

/** What else there is: beside the engine's own choice the next best, beside given fingers the best and the next. */
function othersThan(
  { spec, options, written, effort }: Prepared,
  judged: Fingered,
): { readonly priced: readonly PricedFingers[]; readonly quick: boolean } {
  const priced = (of: Fingered, paths: readonly Path[]) => ({
    priced: paths.map(path => ({ cost: path.cost, fingers: fingersByKey(of.task, path) })),
    quick: of.quick,
  })
  if (spec.fingering.rule === 'one-per-fret') return { priced: [], quick: false }
  if (spec.fingering.rule === 'best') return priced(judged, otherFingerings(judged, ALTERNATIVES))
  // What was too wide as it was given is wider still when everything is free.
  if (judged.quick) return { priced: [], quick: true }
  const free = finger(untyped(written), { ...options, pins: {}, freedom: 'all', effort })
  return priced(free, [free.path, ...otherFingerings(free, ALTERNATIVES - 1)])
}
