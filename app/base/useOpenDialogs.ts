import { onScopeDispose, readonly, ref, watch, type Ref } from 'vue'

const count = ref(0)

/** Whether any dialog is open: messages then stand above it. */
export const anyDialogOpen = readonly(count)

/** Counts a dialog as long as it is open. */
export function useOpenDialogs(open: Readonly<Ref<boolean>>) {
  let counted = false
  const set = (now: boolean) => {
    if (now === counted) return
    counted = now
    count.value += now ? 1 : -1
  }
  watch(open, set, { immediate: true, flush: 'sync' })
  onScopeDispose(() => set(false))
}
