import { withoutDefaults } from '../schema/minimal'
import type { Spec } from '../schema/parse'
import { familyLookup } from './registry'

/**
 * The shortest spec that means the same: every shared field that has its default is left out.
 * @example minimalSpec({ version: 1, family: 'order', order: { fingers: [1] }, tempo: 60, times: 2 }) // { version: 1, family: 'order', order: { fingers: [1] }, times: 2 }
 */
export function minimalSpec(spec: Spec): Record<string, unknown> {
  const { version, family, [spec.family]: block, ...shared } = spec
  const rule = familyLookup.rule?.(family)
  return { version, family, [family]: block, ...withoutDefaults(shared, rule && { fingering: { rule } }) }
}
