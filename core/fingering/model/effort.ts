/**
 * How much work a search may do, in steps of about a microsecond or two: a choice tried, a way between choices laid
 * out, a hand led on. Counted and not timed, so that the same drill is answered the same on every machine.
 */
export interface Effort {
  /** @throws TooWide when no more is left. */
  readonly spend: (steps: number) => void
  /** Whether so many are left. */
  readonly allows: (steps: number) => boolean
}

/** A search would take more steps than it may. */
export class TooWide extends Error {}

/** For what is small by its own making. */
export const BOUNDLESS: Effort = { spend: () => {}, allows: () => true }

/**
 * What one drill's fingers may take altogether, its verdict included: about a quarter of a second; the project's own
 * measure.
 */
export const STEPS_PER_DRILL = 80_000

/**
 * How many steps what is done once for a single note takes for so many sounding together: every finger is looked at
 * beside every other, which shows from five of them on.
 */
export const stepsFor = (notes: number) => Math.max(1, Math.floor((notes * notes) / 12))

/** An effort of so many steps. */
export function effortOf(steps: number): Effort {
  let left = steps
  return {
    spend: count => {
      left -= count
      if (left < 0) throw new TooWide('too wide to search')
    },
    allows: count => count <= left,
  }
}
