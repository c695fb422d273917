<script setup lang="ts">
import { scaleLinear } from 'd3-scale'
import type { TechniqueHours } from '#core/practice/progress/hours'

/** Hours by technique, in lessons and at home, with the marks they lead to. */
const props = defineProps<{ rows: readonly TechniqueHours[] }>()
const ROW = 40
const TOP = 4
const height = computed(() => TOP + props.rows.length * ROW)
const hours = (value: number) => (value < 10 ? value.toFixed(1) : String(Math.round(value)))
function draw(width: number) {
  const farthest = Math.max(1, ...props.rows.map(row => row.next ?? row.hours))
  const x = scaleLinear([0, farthest], [0, width - 60])
  return {
    width,
    rows: props.rows.map((row, k) => ({
      row,
      y: TOP + k * ROW,
      lessons: x(row.inLessons / 60),
      home: x(row.atHome / 60),
      next: row.next === null ? null : x(row.next),
    })),
  }
}
const summary = computed(() =>
  props.rows
    .map(row => `${row.technique} ${hours(row.hours)} hours${row.next ? `, next mark ${row.next}` : ''}`)
    .join('; '),
)
</script>

<template>
  <ChartFrame v-slot="{ width }" title="Hours by technique" :summary="summary" :height="height">
    <template v-for="chart in [draw(width)]" :key="chart.width">
      <g v-for="each in chart.rows" :key="each.row.technique">
        <text x="0" :y="each.y + 14" font-size="13" fill="var(--ink)">{{ each.row.technique }}</text>
        <rect x="0" :y="each.y + 20" :width="each.lessons" height="10" fill="var(--ink)" />
        <rect :x="each.lessons" :y="each.y + 20" :width="each.home" height="10" fill="var(--plan)" />
        <g v-if="each.next !== null">
          <line :x1="each.next" :x2="each.next" :y1="each.y + 16" :y2="each.y + 34" stroke="var(--edge)" />
          <text :x="each.next + 4" :y="each.y + 30" font-size="12" fill="var(--soft)">{{ each.row.next }} h</text>
        </g>
        <text :x="width" :y="each.y + 14" text-anchor="end" font-size="13" font-weight="700" fill="var(--ink)">
          {{ hours(each.row.hours) }} h
        </text>
      </g>
    </template>
  </ChartFrame>
</template>
