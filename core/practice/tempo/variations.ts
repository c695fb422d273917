/**
 * What is varied when a drill stands still (common practice): the way back first, another subdivision, one hand alone,
 * a fifth slower, the accents elsewhere.
 */
export const VARIATIONS = ['reverse', 'subdivision', 'hands-apart', 'slower', 'accents'] as const
export type Variation = (typeof VARIATIONS)[number]
