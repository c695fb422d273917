<script setup lang="ts">
/** What is reckoned otherwise since a drill was kept: shown, never taken over in silence. */
defineProps<{ changes: readonly string[] }>()
const emit = defineEmits<{ dismiss: [] }>()
</script>

<template>
  <section
    class="border-b border-line bg-card px-5 py-2.5 flex flex-wrap items-center gap-x-4 gap-y-2"
    aria-label="Reckoned anew"
    role="status"
  >
    <p class="flex-1 basis-72">
      <b>This drill was saved by an earlier version, and its sheet now comes out otherwise.</b>
      <span class="text-soft"> Since then {{ changes.join('; ') }}. Fingers that were set for a student stay as they were set.</span>
    </p>
    <BaseButton
      size="sm"
      @click="emit('dismiss')"
    >
      Dismiss
    </BaseButton>
  </section>
</template>
