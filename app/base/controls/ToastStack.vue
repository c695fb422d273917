<script setup lang="ts">
/**
 * Messages of the moment: at the foot of the page, or above an open dialog, which leaves them room. They lie beside the
 * page's root, so that a dialog counts them neither as the page behind it, which is out of reach, nor as a click
 * beside itself.
 */
const toasts = useToasts()
const stack = useTemplateRef<HTMLElement>('stack')
const { height } = useElementBounding(stack)
const above = computed(() => anyDialogOpen.value > 0)
watchEffect(() => {
  const room = above.value && toasts.list.length > 0 ? `${Math.ceil(height.value) + 24}px` : '0px'
  document.documentElement.style.setProperty('--messages', room)
})
</script>

<template>
  <Teleport to="body">
    <div
      ref="stack"
      class="screen-only fixed z-50 left-1/2 -translate-x-1/2 w-[min(92vw,34rem)] space-y-2 pointer-events-none"
      :style="above ? 'top: 0.75rem' : 'bottom: calc(max(var(--foot, 0px), var(--bar, 0px)) + 0.75rem)'"
      aria-live="polite"
      role="status"
    >
      <ToastLine v-for="toast in toasts.list" :key="toast.id" :toast="toast" @gone="toasts.dismiss(toast.id)" />
    </div>
  </Teleport>
</template>
