<script setup lang="ts">
/** What comes out otherwise since a drill was saved: shown, never taken over in silence. */
defineProps<{ changes: readonly string[] }>()
const emit = defineEmits<{ dismiss: [] }>()
</script>

<template>
  <BenchNote label="Worked out anew" @dismiss="emit('dismiss')">
    <p>
      <b>This drill was saved by an earlier version, and its sheet now comes out otherwise.</b>
      <span class="text-soft">
        Since then {{ changes.join('; ') }}. Fingers that were set for a student stay as they were set.</span
      >
    </p>
  </BenchNote>
</template>
