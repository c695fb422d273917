import { createSharedComposable, useLocalStorage } from '@vueuse/core'

/**
 * Which optional rows of the sheet this device shows: the finger lanes, what keeps strings quiet, and finger digits
 * beside the frets.
 */
export const useSheetRows = createSharedComposable(() => ({
  lanes: useLocalStorage('fidactyl-lanes', true),
  quiet: useLocalStorage('fidactyl-quiet', false),
  digits: useLocalStorage('fidactyl-digits', false),
}))
