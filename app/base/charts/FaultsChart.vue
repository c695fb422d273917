<script setup lang="ts">
import { scalePoint, scaleSqrt } from 'd3-scale'
import type { FaultRow } from '#core/practice/progress/faults'
import { capital } from '#core/wording/numbers'
import { faultInWords } from '#core/wording/fault'

/** Faults over the lessons: a row for each, a dot for each lesson it was put down in, as large as it came often. */
const props = defineProps<{ rows: readonly FaultRow[]; days: readonly string[] }>()
const MARGIN = { left: 210, right: 44, top: 8, bottom: 24 }
const when = useWhen()
const labelled = (width: number) => width > 520
/** On a narrow page the names stand above their rows' dots, the largest included. */
const rowHeight = (width: number) => (labelled(width) ? 26 : 40)
const height = (width: number) => MARGIN.top + props.rows.length * rowHeight(width) + MARGIN.bottom
const left = (width: number) => (labelled(width) ? MARGIN.left : 8)
const most = computed(() => Math.max(1, ...props.rows.flatMap(row => row.counts)))
function draw(width: number) {
  const x = scalePoint(
    props.days.map((_, i) => i),
    [left(width) + 8, width - MARGIN.right],
  )
  const r = scaleSqrt([0, most.value], [0, 9])
  const apart = rowHeight(width)
  return {
    width,
    height: height(width),
    rows: props.rows.map((row, k) => ({
      row,
      y: MARGIN.top + (k + 1) * apart - 13,
      dots: row.counts.flatMap((count, i) => (count > 0 ? [{ x: x(i)!, r: Math.max(3, r(count)), count, i }] : [])),
    })),
  }
}
const summary = computed(() =>
  props.rows
    .map(
      row =>
        `${faultInWords(row)} ${row.total} times, ${row.lessonsSince === 0 ? 'also in the latest lesson' : `not for ${row.lessonsSince} lessons`}`,
    )
    .join('; '),
)
</script>

<template>
  <ChartFrame v-slot="{ width }" title="Faults over lessons" :summary="summary" :height="height">
    <template v-for="chart in [draw(width)]" :key="chart.width">
      <g v-for="{ row, y, dots } in chart.rows" :key="row.fault">
        <line :x1="left(width)" :x2="width - MARGIN.right" :y1="y" :y2="y" stroke="var(--line)" />
        <text v-if="labelled(width)" :x="0" :y="y + 4" font-size="13" fill="var(--ink)">
          {{ capital(faultInWords(row)) }}
        </text>
        <text :x="width" :y="y + 4" text-anchor="end" font-size="13" fill="var(--ink)">{{ row.total }}</text>
        <circle v-for="dot in dots" :key="dot.i" :cx="dot.x" :cy="y" :r="dot.r" fill="var(--attention)">
          <title>{{ when.longDay(days[dot.i]!) }}: {{ dot.count }}</title>
        </circle>
        <text v-if="!labelled(width)" :x="left(width)" :y="y - 13" font-size="12" fill="var(--soft)">
          {{ capital(faultInWords(row)) }}
        </text>
      </g>
      <text :x="left(width)" :y="chart.height - 6" font-size="12" fill="var(--soft)">{{ when.date(days[0]!) }}</text>
      <text :x="width - MARGIN.right" :y="chart.height - 6" text-anchor="end" font-size="12" fill="var(--soft)">
        latest lesson
      </text>
    </template>
  </ChartFrame>
</template>
