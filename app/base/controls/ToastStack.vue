<script setup lang="ts">
/** Messages of the moment, at the foot of the page. */
const toasts = useToasts()
</script>

<template>
  <div
    class="screen-only fixed z-50 left-1/2 -translate-x-1/2 w-[min(92vw,34rem)] space-y-2 pointer-events-none"
    style="bottom: calc(max(var(--foot, 0px), var(--bar, 0px)) + 0.75rem)"
    aria-live="polite"
    role="status"
  >
    <ToastLine v-for="toast in toasts.list" :key="toast.id" :toast="toast" @gone="toasts.dismiss(toast.id)" />
  </div>
</template>
