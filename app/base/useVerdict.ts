import { watchDebounced } from '@vueuse/core'
import { readonly, ref, shallowReadonly, shallowRef } from 'vue'
import type { Context } from '#core/score/prepare'
import type { Weights } from '#core/grade/table'
import type { Graded } from '#core/grade/graded'
import type { Parsed } from '#core/schema/parse'
import { plain, useEngine } from './useEngine'

/** What the engine is asked: a spec and whom it is for. */
export interface Asked {
  readonly spec: unknown
  readonly context: Context
  /** What a grade counts by; the program's own when left out. */
  readonly weights?: Weights
}

/**
 * Keeps the engine's verdict on what is asked, worked out in a worker. Only the newest question counts; a long one can
 * be stopped, and is then asked again by hand or by the next change.
 * @param restMs How long nothing is to change before it is asked, ms.
 */
export function useVerdict(asked: () => Asked, restMs: () => number = () => 60) {
  const answer = shallowRef<Parsed<Graded> | null>(null)
  const busy = ref(false)
  const stopped = ref(false)
  const engine = useEngine()
  let newest = 0

  async function ask() {
    const mine = ++newest
    stopped.value = false
    // While one question is worked on, later ones wait; of those only the last is asked.
    if (busy.value) return
    busy.value = true
    const { spec, context, weights } = plain(asked())
    const start = performance.now()
    try {
      const given = await engine.ask().judge(spec, context, weights)
      // Read by the browser's own tools and by the benchmark.
      performance.measure('verdict', { start })
      if (mine === newest) answer.value = given
    } finally {
      busy.value = false
    }
    if (mine !== newest) void ask()
  }

  watchDebounced(asked, () => void ask(), { debounce: restMs, immediate: true })

  return {
    answer: shallowReadonly(answer),
    busy: readonly(busy),
    stopped: readonly(stopped),
    /** Gives up a long question. */
    stop: () => {
      engine.end()
      newest++
      busy.value = false
      stopped.value = true
    },
    ask,
  }
}
