<script setup lang="ts">
/** Says that there is nothing yet and what to do first. */
defineProps<{ title: string }>()
</script>

<template>
  <div class="rounded-md border border-dashed border-edge/60 p-8 text-center">
    <h2 class="text-lg">
      {{ title }}
    </h2>
    <p class="text-soft mt-1 max-w-prose mx-auto">
      <slot />
    </p>
    <div v-if="$slots.action" class="mt-4 flex justify-center gap-3">
      <slot name="action" />
    </div>
  </div>
</template>
