import { costlyNotes, type CostlyNote } from '../fingering/explain/check'
import { familyNamed } from '../families/registry'
import { prepare } from '../score/prepare'
import { scoreFrom } from '../score/realise'
import type { Score } from '../score/score'
import type { HandInput, Pins } from '../schema/fields'
import type { Spec } from '../schema/parse'
import { SpecError } from '../schema/spec-error'

/** A finger a student takes instead of the one they should. */
export interface Habit {
  readonly instead: number
  readonly plays: number
}

/** A drill that comes up on a student's list. */
export interface Upcoming {
  readonly name: string
  readonly spec: Spec
}

/** The first drill a habit blocks, with the verdict on the note where it does, and the drill's notes in order. */
export interface Blocked {
  readonly name: string
  readonly breach: CostlyNote
  readonly notes: readonly { readonly key: string }[]
}

/** The habit that played fingers show: the first note played with another finger than the sheet has. */
export function habitOf(score: Score, asPlayed: Pins): Habit | null {
  const note = score.notes.find(
    each => each.finger && asPlayed[each.key] !== undefined && asPlayed[each.key] !== each.finger,
  )
  return note ? { instead: note.finger!, plays: asPlayed[note.key]! } : null
}

/**
 * What a habit costs in a drill: where the finger it replaces first comes, the verdict on taking the other; null when
 * it does no harm.
 */
function costOf(habit: Habit, spec: Spec, hand: HandInput): Omit<Blocked, 'name'> | null {
  const family = familyNamed(spec.family)
  if (!('build' in family)) return null
  try {
    const prepared = prepare(family, spec, { hand })
    const score = scoreFrom(family, prepared)
    const i = score.notes.findIndex(note => note.finger === habit.instead)
    if (i < 0) return null
    const { key } = score.notes[i]!
    const given = {
      ...Object.fromEntries(score.notes.slice(0, i).flatMap(note => (note.finger ? [[note.key, note.finger]] : []))),
      [key]: habit.plays,
    }
    const [costly] =
      costlyNotes(prepared.written, given, {
        rules: prepared.rules,
        tempo: spec.tempo,
        effort: prepared.effort,
        only: new Set([key]),
      }) ?? []
    return costly ? { breach: costly, notes: score.notes.map(note => ({ key: note.key })) } : null
  } catch (error) {
    if (error instanceof SpecError) return null
    throw error
  }
}

/**
 * Tries a habit on the drills that come next and names the first it blocks.
 * @param upcoming In the order of the student's list.
 */
export function firstBlocked(habit: Habit, upcoming: readonly Upcoming[], hand: HandInput): Blocked | null {
  for (const { name, spec } of upcoming) {
    const cost = costOf(habit, spec, hand)
    if (cost) return { name, ...cost }
  }
  return null
}
