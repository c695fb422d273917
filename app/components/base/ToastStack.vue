<script setup lang="ts">
/** Messages of the moment, at the foot of the page. */
const toasts = useToasts()
function take({ id, action }: (typeof toasts.list)[number]) {
  action?.run()
  toasts.dismiss(id)
}
</script>

<template>
  <div
    class="screen-only fixed z-50 left-1/2 -translate-x-1/2 w-[min(92vw,34rem)] space-y-2 pointer-events-none"
    style="bottom: calc(max(var(--foot, 0px), var(--bar, 0px)) + 0.75rem)"
    aria-live="polite"
    role="status"
  >
    <div
      v-for="toast in toasts.list"
      :key="toast.id"
      class="pointer-events-auto flex items-center gap-3 rounded-md shadow-md px-4 py-2 min-h-12 border"
      :class="toast.tone === 'trouble' ? 'bg-card text-ink border-pain border-l-4' : 'bg-ink text-card border-ink'"
    >
      <p class="flex-1">
        {{ toast.text }}
      </p>
      <button
        v-if="toast.action"
        type="button"
        class="font-bold underline underline-offset-4 min-h-9 px-2"
        @click="take(toast)"
      >
        {{ toast.action.label }}
      </button>
      <button
        type="button"
        class="min-h-9 min-w-9 text-xl leading-none"
        aria-label="Dismiss"
        @click="toasts.dismiss(toast.id)"
      >
        ×
      </button>
    </div>
  </div>
</template>
