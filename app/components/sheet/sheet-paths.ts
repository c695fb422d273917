import type { Ribbon } from './sheet-layout'

/** Height of a finger's ribbon in its lane, px. */
export const RIBBON_HEIGHT = 12

/** The shape of a stroke mark centred on x: down-stroke ⊓, up-stroke V. */
export function strokePath(stroke: 'D' | 'U', x: number, y: number): string {
  return stroke === 'D' ? `M${x - 5} ${y + 5}V${y - 5}H${x + 5}V${y + 5}` : `M${x - 5} ${y - 5}L${x} ${y + 6}L${x + 5} ${y - 5}`
}

/** The outline of a ribbon: square where it lands, rounded where the finger lifts. */
export function ribbonPath({ x, y, width, lifts }: Ribbon): string {
  return lifts
    ? `M${x} ${y}H${x + width - 3}q3 0 3 3v${RIBBON_HEIGHT - 6}q0 3 -3 3H${x}z`
    : `M${x} ${y}H${x + width}v${RIBBON_HEIGHT}H${x}z`
}
