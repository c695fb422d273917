import { reachOf } from '../hand/hand'
import type { HandInput } from '../schema/fields'

/**
 * A hand's reach, and whether it is only assumed.
 * @example reachInWords({}) // 'reach not measured, 80 mm assumed'
 */
export const reachInWords = (hand: HandInput): string =>
  hand.reachMm === undefined
    ? `reach not measured, ${Math.round(reachOf(hand))} mm assumed`
    : `reach ${Math.round(hand.reachMm)} mm`
