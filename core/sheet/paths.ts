import type { QuietMark, Sign } from './layout'
import { RIBBON_HEIGHT, type Ribbon } from './ribbons'

/** The shape of a stroke mark centred on x: down-stroke ⊓, up-stroke V. */
export function strokePath(stroke: 'D' | 'U', x: number, y: number): string {
  return stroke === 'D'
    ? `M${x - 5} ${y + 5}V${y - 5}H${x + 5}V${y + 5}`
    : `M${x - 5} ${y - 5}L${x} ${y + 6}L${x + 5} ${y - 5}`
}

/** The outline of a ribbon: square where it lands, rounded where the finger lifts. */
export function ribbonPath({ x, y, width, lifts }: Ribbon): string {
  return lifts
    ? `M${x} ${y}H${x + width - 3}q3 0 3 3v${RIBBON_HEIGHT - 6}q0 3 -3 3H${x}z`
    : `M${x} ${y}H${x + width}v${RIBBON_HEIGHT}H${x}z`
}

/** Shapes of the quiet lane that are drawn filled; the others are outlines. */
export const QUIET_FILLED: readonly QuietMark['by'][] = ['sounds', 'tip', 'underside']

/** The shapes of the quiet lane, told apart without colour: what sounds is filled and round. */
export const QUIET_SHAPES: Readonly<Record<QuietMark['by'], (x: number, y: number) => string>> = {
  sounds: (x, y) => `M${x - 3.5} ${y}a3.5 3.5 0 1 0 7 0a3.5 3.5 0 1 0 -7 0z`,
  tip: (x, y) => `M${x - 3.5} ${y + 3}h7l-3.5 -6.5z`,
  underside: (x, y) => `M${x - 4.5} ${y - 1.2}h9v2.4h-9z`,
  hand: (x, y) => `M${x - 3} ${y - 3}l6 6M${x + 3} ${y - 3}l-6 6`,
  easing: (x, y) => `M${x - 4} ${y - 1.5}q4 5 8 0`,
  nothing: (x, y) => `M${x - 4} ${y}h8M${x} ${y - 4}v8M${x - 3} ${y - 3}l6 6M${x + 3} ${y - 3}l-6 6`,
  fingers: (x, y) => `M${x - 2.8} ${y - 2.8}h5.6v5.6h-5.6z`,
}

/** Signs drawn filled; the others are lines. A tap is a letter. */
export const SIGN_FILLED: readonly Sign['kind'][] = ['planted', 'short']

/** The signs under the plucking row, around a place: bar, wedge, accent, dot. */
export const SIGN_SHAPES: Readonly<Record<Exclude<Sign['kind'], 'tap'>, (x: number, y: number) => string>> = {
  rest: (x, y) => `M${x - 5} ${y - 5}h10`,
  planted: (x, y) => `M${x - 3.5} ${y - 5}h7l-3.5 5.5z`,
  accent: (x, y) => `M${x - 5} ${y - 1}l10 3l-10 3`,
  short: (x, y) => `M${x - 1.8} ${y + 3}a1.8 1.8 0 1 0 3.6 0a1.8 1.8 0 1 0 -3.6 0z`,
}
