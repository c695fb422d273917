import { ref, type Ref } from 'vue'
import { useSorting } from './useSorting'

/** A list whose order the teacher sets. */
interface Ordered<T> {
  readonly items: () => readonly T[]
  /** Keeps them in another order. */
  readonly keep: (now: readonly T[]) => void
  /** What one is called, and what its place is. */
  readonly name: (item: T) => string
  readonly place?: string
}

/**
 * A list put in order by dragging and by buttons, and what has become of it for who does not see it.
 * @param list The element that holds the items.
 */
export function useOrder<T>(
  list: Readonly<Ref<HTMLElement | null>>,
  { items, keep, name, place = 'number' }: Ordered<T>,
) {
  const said = ref('')
  function move(from: number, to: number) {
    const now = [...items()]
    if (to < 0 || to >= now.length) return
    now.splice(to, 0, ...now.splice(from, 1))
    keep(now)
    said.value = `${name(now[to]!)} is now ${place} ${to + 1}.`
  }
  useSorting(list, move)
  return { move, said }
}
