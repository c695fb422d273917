<script setup lang="ts">
/**
 * Room for a chart of the measured width, with its text for those who do not see it; its height may depend on its
 * width.
 */
const props = defineProps<{ title: string; summary: string; height: number | ((width: number) => number) }>()
const frame = useTemplateRef('frame')
const { width: measured } = useElementSize(frame)
const width = computed(() => Math.floor(measured.value))
const height = computed(() => (typeof props.height === 'number' ? props.height : props.height(width.value)))
const size = computed(() => (width.value > 60 ? { width: width.value, height: height.value } : null))
</script>

<template>
  <div ref="frame" class="min-w-0" :style="{ minHeight: `${height}px` }">
    <svg
      v-if="size"
      :width="size.width"
      :height="size.height"
      role="img"
      :aria-label="`${title}. ${summary}`"
      class="block overflow-visible figures"
    >
      <slot :width="size.width" :height="size.height" />
    </svg>
  </div>
</template>
