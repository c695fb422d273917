<script setup lang="ts">
/** What comes out otherwise since a drill was saved: shown, never taken over in silence. */
defineProps<{ changes: readonly string[] }>()
const emit = defineEmits<{ dismiss: [] }>()
</script>

<template>
  <BenchNote label="Updated" @dismiss="emit('dismiss')">
    <p>
      <b>This drill was saved with an earlier version. Its sheet looks different now.</b>
      <span class="text-soft">
        Since then {{ changes.join('; ') }}. Fingers assigned to a student stay as they were.</span
      >
    </p>
  </BenchNote>
</template>
