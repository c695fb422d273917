import { useElementBounding, useWindowSize } from '@vueuse/core'
import { computed, onScopeDispose, watchEffect, type Ref } from 'vue'

/** Tells messages how much of the window's foot a place needs for its own controls, so that they stand above it. */
export function useFoot(foot: Readonly<Ref<HTMLElement | null>>) {
  const { top } = useElementBounding(foot)
  const { height } = useWindowSize()
  const room = computed(() => (foot.value && top.value > 0 ? Math.max(0, Math.round(height.value - top.value)) : 0))
  watchEffect(() => document.documentElement.style.setProperty('--foot', `${room.value}px`))
  onScopeDispose(() => document.documentElement.style.removeProperty('--foot'))
}
