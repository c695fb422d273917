import { assertNotes } from '../line/budget'
import type { Line } from '../line/line'
import type { SharedSpec, Transform } from '../schema/fields'
import { SpecError } from '../schema/spec-error'
import { accents } from './accents'
import { excerpt } from './excerpt'
import { mirror } from './mirror'
import { only } from './only'
import { perBeat, position, strokes } from './parameters'
import { reverse } from './reverse'
import { rotate } from './rotate'
import { stringSet } from './string-set'
import type { TransformRule } from './transform'

const RULES = {
  reverse,
  mirror,
  rotate,
  strokes,
  accents,
  excerpt,
  'string-set': stringSet,
  position,
  perBeat,
  only,
} satisfies { [D in Transform['do']]: TransformRule<Extract<Transform, { do: D }>> }

const ruleFor = (transform: Transform) => RULES[transform.do] as TransformRule

/**
 * The transforms that count: two reversals in a row are the original, so they cancel. Places in `then` are kept for
 * messages.
 */
function effective(then: readonly Transform[]): readonly { readonly place: number; readonly transform: Transform }[] {
  const kept: { place: number; transform: Transform }[] = []
  for (const [place, transform] of then.entries()) {
    if (transform.do === 'reverse' && kept.at(-1)?.transform.do === 'reverse') kept.pop()
    else kept.push({ place, transform })
  }
  return kept
}

/** Applies the transforms that only change a parameter of the spec. */
export function transformSpec(spec: SharedSpec): SharedSpec {
  return spec.then.reduce((changed, transform) => ruleFor(transform).onSpec?.(changed, transform) ?? changed, spec)
}

/**
 * Applies the transforms that act on the line, in order.
 * @throws SpecError whose path names the transform's place in `then`.
 */
export function transformLine(line: Line, then: readonly Transform[], stringCount: number): Line {
  return effective(then).reduce((changed, { place, transform }) => {
    try {
      const rule = ruleFor(transform)
      assertNotes(rule.growth?.(changed) ?? 0, 'do')
      return rule.onLine?.(changed, transform, stringCount) ?? changed
    } catch (error) {
      throw error instanceof SpecError ? new SpecError(`then.${place}.${error.path}`, error.message) : error
    }
  }, line)
}

/** What the transforms did, one phrase each, for the title: what only rewrites a parameter is told with it. */
export function transformsInTitle(then: readonly Transform[]): readonly string[] {
  return effective(then).flatMap(({ transform }) =>
    ruleFor(transform).toldByParameter ? [] : [ruleFor(transform).inWords(transform)],
  )
}

/** What the transforms did, one phrase each. */
export function transformsInWords(then: readonly Transform[]): readonly string[] {
  return effective(then).map(({ transform }) => ruleFor(transform).inWords(transform))
}
