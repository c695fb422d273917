<script setup lang="ts">
/** Something to be read above the sheet, until it is dismissed. */
defineProps<{ label: string }>()
const emit = defineEmits<{ dismiss: [] }>()
</script>

<template>
  <section
    class="border-b border-line bg-card px-5 py-2.5 flex flex-wrap items-center gap-x-4 gap-y-2"
    :aria-label="label"
    role="status"
  >
    <div class="flex-1 basis-72">
      <slot />
    </div>
    <slot name="actions" />
    <BaseButton size="sm" @click="emit('dismiss')"> Dismiss </BaseButton>
  </section>
</template>
