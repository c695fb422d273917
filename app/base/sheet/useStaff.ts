import { onScopeDispose, shallowReadonly, shallowRef, watch } from 'vue'
import type { LaidOut } from '#core/sheet/layout'
import type { Shape } from '#core/sheet/picture'
import { useSheetRows } from './useSheetRows'

/** Time that is left for others before a line is engraved, ms. */
const SPARE_MS = 6

/**
 * The staff of every line of a sheet, engraved a few lines at a time so that nothing else waits; until a line is done
 * it shows what it showed.
 * @param laidOut The drill as it is laid out with a staff; null for none.
 */
export function useStaff(laidOut: () => LaidOut | null) {
  const { engrave } = useSheetRows()
  const lines = shallowRef<readonly (readonly Shape[])[]>([])
  let task = 0
  watch(
    [laidOut, engrave],
    ([now, engraver]) => {
      cancelIdleCallback(task)
      if (!now || !engraver || now.layout.frame.rows.staff === null) {
        lines.value = []
        return
      }
      const engraved = engraver(now.score, now.layout)
      const { systems } = now.layout
      const next = lines.value.slice(0, systems.length)
      let line = 0
      const work = (deadline: IdleDeadline) => {
        do {
          next[line] = engraved(systems[line]!)
          line++
        } while (line < systems.length && deadline.timeRemaining() > SPARE_MS)
        lines.value = [...next]
        if (line < systems.length) task = requestIdleCallback(work, { timeout: 100 })
      }
      if (systems.length > 0) task = requestIdleCallback(work, { timeout: 100 })
    },
    { immediate: true },
  )
  onScopeDispose(() => cancelIdleCallback(task))
  return shallowReadonly(lines)
}
