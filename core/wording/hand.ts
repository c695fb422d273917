import type { HandInput } from '../schema/fields'

/**
 * What is known of a hand's reach.
 * @example reachInWords({}) // 'reach not measured'
 */
export const reachInWords = ({ reachMm }: HandInput): string =>
  reachMm === undefined ? 'reach not measured' : `reach ${Math.round(reachMm)} mm`
