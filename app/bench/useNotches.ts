import { watchDebounced } from '@vueuse/core'
import { computed, ref, shallowReadonly, shallowRef } from 'vue'
import { notches, type Neighbour } from '#core/grade/neighbours'
import type { PartName } from '#core/grade/table'
import type { Asked } from '../base/useVerdict'
import { plain, useEngine } from '../base/useEngine'

/** As many as are in sight at once. */
const SHOWN = 5

/**
 * Drills one change away from the one asked about, worked out in a worker of their own while the teacher goes on.
 * @param asked The drill and whom it is for; null while nobody wants to know.
 */
export function useNotches(asked: () => Asked | null) {
  const found = shallowRef<readonly Neighbour[] | null>(null)
  const busy = ref(false)
  const engine = useEngine()
  const way = ref<'harder' | 'easier'>('harder')
  const part = ref<PartName | null>(null)
  const sameSpeed = ref(false)
  let newest = 0

  async function ask() {
    const mine = ++newest
    const question = asked()
    // What is being worked on is of a drill that is on the bench no longer.
    if (busy.value) engine.end()
    if (!question) {
      busy.value = false
      return
    }
    busy.value = true
    const { spec, context, weights } = plain(question)
    const answer = await engine.ask().neighbours(spec, context, weights)
    if (mine !== newest) return
    found.value = answer
    busy.value = false
  }
  watchDebounced(asked, () => void ask(), { debounce: 250, immediate: true })

  return {
    way,
    part,
    sameSpeed,
    busy,
    found: shallowReadonly(found),
    /** Those that fit what is wanted, the nearest first. */
    shown: computed(() =>
      notches(found.value ?? [], {
        way: way.value,
        ...(part.value && { part: part.value }),
        sameSpeed: sameSpeed.value,
      }).slice(0, SHOWN),
    ),
    /** Gives up the question that is worked on. */
    stop: () => {
      newest++
      engine.end()
      busy.value = false
    },
  }
}
