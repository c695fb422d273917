import type { Line } from '../line/line'
import type { SharedSpec, Transform } from '../schema/fields'

/**
 * How one kind of transform acts. Those that only change a parameter rewrite the spec; the others act on the
 * line of all passes, so that every family is closed under them.
 */
export interface TransformRule<T extends Transform = Transform> {
  readonly onSpec?: (spec: SharedSpec, transform: T) => SharedSpec
  /** How many notes a line would have after it, for a transform that adds some. */
  readonly growth?: (line: Line) => number
  /** @throws SpecError with a path below the transform's own place in `then`. */
  readonly onLine?: (line: Line, transform: T, stringCount: number) => Line
  /** It only rewrites a parameter that the title tells anyway. */
  readonly toldByParameter?: true
  /** What was done, in words. */
  readonly inWords: (transform: T) => string
}

/** The rule for the transform whose `do` is D. */
export type RuleFor<D extends Transform['do']> = TransformRule<Extract<Transform, { do: D }>>
