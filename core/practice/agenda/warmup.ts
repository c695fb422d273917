import { realise } from '../../score/realise'

/**
 * Minutes a drill takes as a warm-up by its steps; null for what is none.
 * @example warmupMinutes({ version: 1, family: 'warmup', warmup: { steps: [{ name: 'Warm water', seconds: 90 }] } }) // 1.5
 */
export function warmupMinutes(spec: unknown): number | null {
  const result = realise(spec)
  return result.ok && result.value.kind === 'steps' ? result.value.seconds / 60 : null
}
