import { computed, ref, shallowReadonly, shallowRef, watch } from 'vue'
import type { ShelfEntry } from './shelf-entries'
import type { StudentRow } from '#shared/contracts/people/answers'
import { plain, useEngine } from '../base/useEngine'

/** As many drills as are looked at between two looks whether somebody gave up. */
const AT_ONCE = 60

/**
 * Which drills of the shelf suit a student's hand and guitar, worked out in a worker: the list follows when it knows.
 * @param entries All there is.
 * @param student Who is asked for; null for nobody.
 */
export function useSuiting(entries: () => readonly ShelfEntry[], student: () => StudentRow | null) {
  const suiting = shallowRef<ReadonlySet<string> | null>(null)
  const done = ref(0)
  const total = ref(0)
  const engine = useEngine()
  let newest = 0

  async function ask() {
    const mine = ++newest
    suiting.value = null
    total.value = 0
    const who = student()
    if (!who) return
    const all = entries()
    total.value = all.length
    done.value = 0
    const found = new Set<string>()
    const { instrument, hand } = plain({ instrument: who.instrument, hand: who.hand })
    for (let i = 0; i < all.length; i += AT_ONCE) {
      const part = all.slice(i, i + AT_ONCE)
      const answers = await engine.ask().suits(plain(part.map(entry => entry.spec)), instrument, hand)
      if (mine !== newest) return
      for (const [k, suited] of answers.entries()) if (suited) found.add(part[k]!.ref)
      done.value = i + part.length
    }
    suiting.value = found
    total.value = 0
  }
  watch([entries, student], () => void ask(), { immediate: true })

  return {
    suiting: shallowReadonly(suiting),
    busy: computed(() => total.value > 0),
    /** From 0 to 1. */
    progress: computed(() => (total.value === 0 ? 0 : done.value / total.value)),
    stop: () => {
      newest++
      engine.end()
      total.value = 0
    },
  }
}
