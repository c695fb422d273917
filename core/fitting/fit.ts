import { familyNamed } from '../families/registry'
import type { SheetFamily } from '../families/family'
import { instrumentOf } from '../guitar/instrument'
import { handOf } from '../hand/hand'
import type { Breach } from '../hand/breach'
import { prepare } from '../score/prepare'
import { handThrough, realise } from '../score/realise'
import type { Score, Stretch } from '../score/score'
import { hardestFirst } from '../score/spans'
import type { HandInput, Pins } from '../schema/fields'
import type { Spec } from '../schema/parse'
import { SpecError } from '../schema/spec-error'

/** What does not suit a hand: a rule broken, a stretch, fingers that lift early for want of reach. */
export type Unsuited = Breach | Stretch | { readonly liftedEarly: number }

/** One thing that fitting changed, and why; said in `core/wording/fitting.ts`. */
export type FitChange =
  /**
   * Played without the fingers that are not to be used, or only to be spared: by a smaller form, or fingered around
   * them.
   */
  | {
      readonly change: 'other-fingers' | 'fingered-anew'
      readonly fingers: readonly number[]
      readonly excluded: boolean
    }
  /** Moved to the lowest comfortable position, because of a strain in the old one where there was one. */
  | {
      readonly change: 'moved'
      readonly from: number
      readonly to: number
      readonly because: Breach | Stretch | null
      readonly reachMm: number
      /** Nobody has measured that reach. */
      readonly assumed: boolean
      readonly scaleLengthMm: number
    }

/** A drill fitted to a hand. */
export interface Fit {
  readonly spec: Spec
  readonly changes: readonly FitChange[]
  /** What still does not suit the hand. */
  readonly left: readonly Unsuited[]
}

const played = (spec: unknown, hand: HandInput, pins: Pins = {}): Score | null => {
  const result = realise(spec, { hand, pins, strayPins: 'dropped' })
  return result.ok && result.value.kind === 'sheet' ? result.value : null
}

const usesAny = (score: Score, fingers: readonly number[]) =>
  score.notes.some(note => note.finger !== null && fingers.includes(note.finger))
/** The strain that is furthest over comfort; a reach past the limit first. */
const widest = (score: Score) =>
  score.report.breaches.find(breach => breach.rule === 'reach') ?? hardestFirst(score.report.stretches)[0]

/** The drill without the fingers to be spared: its own smaller form, or the engine's way round them. */
function avoid(
  spec: Spec,
  family: SheetFamily,
  hand: HandInput,
): { readonly spec: Spec; readonly change: FitChange } | null {
  const banned = [...new Set([...(hand.excluded ?? []), ...(hand.spared ?? [])])].sort()
  const score = played(spec, hand)
  if (banned.length === 0 || !score || !usesAny(score, banned)) return null
  const why = {
    fingers: banned.filter(finger => usesAny(score, [finger])),
    excluded: hand.excluded?.some(finger => usesAny(score, [finger])) ?? false,
  }
  const block = family.without?.(spec[spec.family], banned)
  const smaller = block ? { ...spec, [spec.family]: block } : null
  if (smaller && played(smaller, hand)) return { spec: smaller, change: { change: 'other-fingers', ...why } }
  const round: Spec = { ...spec, fingering: { rule: 'best' } }
  const again = played(round, hand)
  return again && !usesAny(again, banned) ? { spec: round, change: { change: 'fingered-anew', ...why } } : null
}

/** Whether a drill can be played in a position with nothing over comfort and no finger lifted for want of reach. */
function isComfortable(family: SheetFamily, spec: Spec, hand: HandInput): boolean {
  try {
    // A hand tries many positions: what it is not asked about is not worked out.
    const { played: replayed, spans } = handThrough(prepare(family, spec, { hand }))
    return spans.stretches.length === 0 && spans.breaches.length === 0 && replayed.liftedEarly === 0
  } catch (error) {
    if (error instanceof SpecError) return false
    throw error
  }
}

/** The lowest position in which nothing is over comfort; null when there is none on this neck. */
function lowestComfortable(family: SheetFamily, spec: Spec, hand: HandInput): number | null {
  const { lastFret } = instrumentOf(spec.instrument)
  for (let position = 1; position <= Math.min(lastFret, 24); position++) {
    if (isComfortable(family, { ...spec, position }, hand)) return position
  }
  return null
}

/**
 * Fits a drill to a hand: moves it to the lowest comfortable position where it moves as a whole, and goes round fingers
 * that are excluded or to be spared. The teacher may keep the original; nothing is changed in place.
 * @param spec A checked spec on the student's guitar.
 * @returns The fitted spec, what was changed and why, and what still does not suit.
 */
export function fitDrill(spec: Spec, input: HandInput): Fit {
  const family = familyNamed(spec.family)
  if (!('build' in family)) return { spec, changes: [], left: [] }
  const changes: FitChange[] = []
  let fitted = spec
  const spared = avoid(spec, family, input)
  if (spared) {
    fitted = spared.spec
    changes.push(spared.change)
  }
  // A transform that sets the position stands over the shared field: such a drill stays where it was put.
  if (family.moves && !fitted.then.some(transform => transform.do === 'position')) {
    const lowest = lowestComfortable(family, fitted, input)
    if (lowest !== null && lowest !== fitted.position) {
      const { reachMm } = handOf(input)
      const before = played(fitted, input)
      const strain = before ? widest(before) : undefined
      changes.push({
        change: 'moved',
        from: fitted.position,
        to: lowest,
        because: lowest > fitted.position ? (strain ?? null) : null,
        reachMm,
        assumed: input.reachMm === undefined,
        scaleLengthMm: instrumentOf(fitted.instrument).scaleLengthMm,
      })
      fitted = { ...fitted, position: lowest }
    }
  }
  return { spec: fitted, changes, left: leftOver(fitted, input) }
}

/**
 * What does not suit a hand in a drill as it stands: rules broken, stretches, fingers that lift early; empty when it
 * suits.
 */
export function leftOver(spec: unknown, hand: HandInput, pins: Pins = {}): readonly Unsuited[] {
  const score = played(spec, hand, pins)
  if (!score) return []
  const { breaches, stretches, liftedEarly } = score.report
  return [...breaches, ...stretches, ...(liftedEarly > 0 ? [{ liftedEarly }] : [])]
}
