import { createSharedComposable, useLocalStorage } from '@vueuse/core'

/** Which optional rows of the sheet this device shows: the finger lanes, and what keeps strings quiet. */
export const useSheetRows = createSharedComposable(() => ({
  lanes: useLocalStorage('fidactyl-lanes', true),
  quiet: useLocalStorage('fidactyl-quiet', false),
}))
