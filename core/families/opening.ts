import type { Family } from './family'

/**
 * The drill a family is opened with: its block, and the shared fields it wants.
 */
export const openingOf = (family: Family): Record<string, unknown> => ({
  version: 1,
  family: family.name,
  ...family.openingShared,
  [family.name]: family.opening,
})
