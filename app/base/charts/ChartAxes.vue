<script setup lang="ts">
/** The ground of a chart over days: lines with their figures, and days along the foot. */
defineProps<{
  width: number
  height: number
  margin: { readonly left: number; readonly right: number }
  ticksX: readonly { readonly x: number; readonly text: string }[]
  ticksY: readonly { readonly y: number; readonly text: string }[]
}>()
</script>

<template>
  <g>
    <g v-for="tick in ticksY" :key="`y${tick.text}`">
      <line :x1="margin.left" :x2="width - margin.right" :y1="tick.y" :y2="tick.y" stroke="var(--line)" />
      <text :x="margin.left - 6" :y="tick.y + 4" text-anchor="end" font-size="12" fill="var(--soft)">
        {{ tick.text }}
      </text>
    </g>
    <text
      v-for="tick in ticksX"
      :key="`x${tick.text}`"
      :x="tick.x"
      :y="height - 8"
      text-anchor="middle"
      font-size="12"
      fill="var(--soft)"
    >
      {{ tick.text }}
    </text>
  </g>
</template>
