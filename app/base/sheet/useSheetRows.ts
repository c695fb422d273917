import { createSharedComposable, useLocalStorage } from '@vueuse/core'
import { computed, shallowReadonly, shallowRef, watch } from 'vue'
import type { engraver } from '#core/sheet/staff/engrave'
import { useToasts } from '../stores/toasts'

/**
 * Which optional rows of the sheet this device shows: a staff in standard notation, the finger lanes, what keeps
 * strings quiet, and finger digits beside the frets.
 */
export const useSheetRows = createSharedComposable(() => {
  const toasts = useToasts()
  const staff = useLocalStorage('fidactyl-staff', false)
  /** What draws the staff: loaded when one is asked for the first time. */
  const engrave = shallowRef<typeof engraver | null>(null)
  watch(
    staff,
    async wanted => {
      if (!wanted || engrave.value) return
      try {
        engrave.value = (await import('#core/sheet/staff/engrave')).engraver
      } catch {
        staff.value = false
        toasts.say('The notation could not be loaded: the server cannot be reached. Try again when it is back.', {
          tone: 'trouble',
        })
      }
    },
    { immediate: true },
  )
  return {
    lanes: useLocalStorage('fidactyl-lanes', true),
    quiet: useLocalStorage('fidactyl-quiet', false),
    digits: useLocalStorage('fidactyl-digits', false),
    staff,
    engrave: shallowReadonly(engrave),
    /** Whether a staff is wanted and can be drawn. */
    staffed: computed(() => staff.value && engrave.value !== null),
  }
})
