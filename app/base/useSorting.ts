import Sortable from 'sortablejs'
import { onScopeDispose, type Ref, watch } from 'vue'

/**
 * Lets the items of a list be dragged into another order, by mouse or touch, by their handles.
 * @param list The element that holds the items.
 * @param moved Called with the places an item was taken from and let go at.
 */
export function useSorting(list: Readonly<Ref<HTMLElement | null>>, moved: (from: number, to: number) => void) {
  let sortable: Sortable | null = null
  watch(
    list,
    element => {
      sortable?.destroy()
      sortable = element
        ? Sortable.create(element, {
            handle: '[data-handle]',
            animation: 120,
            onEnd: ({ oldIndex, newIndex, item, from }) => {
              if (oldIndex === undefined || newIndex === undefined || oldIndex === newIndex) return
              // The list is drawn from its order: the element goes back, and comes again where it was let go.
              from.insertBefore(item, from.children[oldIndex + (newIndex < oldIndex ? 1 : 0)] ?? null)
              moved(oldIndex, newIndex)
            },
          })
        : null
    },
    { flush: 'post', immediate: true },
  )
  onScopeDispose(() => sortable?.destroy())
}
