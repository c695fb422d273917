<script setup lang="ts">
import { scaleLinear, scaleUtc } from 'd3-scale'
import { curveStepAfter, line } from 'd3-shape'
import type { Staircase } from '#core/practice/tempo/staircase'
import { dateOf, dayTick } from './day-tick'

/** The tempos from now to the target, a stair each, with their days; dashed beside it the way it was before. */
const props = defineProps<{ bpm: number; today: string; stairs: Staircase; before?: Staircase | null }>()
const HEIGHT = 150
const MARGIN = { top: 16, right: 16, bottom: 24, left: 34 }
const when = useWhen()

const points = (way: Staircase) => [
  { bpm: props.bpm, on: props.today },
  ...way.stairs.map(({ bpm, on }) => ({ bpm, on })),
]
function draw(width: number) {
  const all = [...points(props.stairs), ...(props.before ? points(props.before) : [])]
  const days = all.map(point => point.on).sort()
  const tempos = all.map(point => point.bpm)
  const x = scaleUtc([dateOf(days[0]!), dateOf(days.at(-1)!)], [MARGIN.left, width - MARGIN.right])
  const y = scaleLinear([Math.min(...tempos) - 2, Math.max(...tempos) + 2], [HEIGHT - MARGIN.bottom, MARGIN.top])
  const path = (way: Staircase) =>
    line().curve(curveStepAfter)(points(way).map(({ bpm, on }): [number, number] => [x(dateOf(on)), y(bpm)]))
  return {
    width,
    now: path(props.stairs),
    before: props.before ? path(props.before) : null,
    marks: props.stairs.stairs.map(stair => ({ ...stair, x: x(dateOf(stair.on)), y: y(stair.bpm) })),
    ticksX: x.ticks(Math.max(2, Math.floor(width / 120))).map(tick => ({ x: x(tick), text: dayTick(tick) })),
    ticksY: y.ticks(4).map(tick => ({ y: y(tick), text: String(tick) })),
  }
}
const summary = computed(() => {
  const { stairs } = props.stairs
  const last = stairs.at(-1)
  return last ? `From ${props.bpm} in ${stairs.length} steps to ${last.bpm} on ${when.date(last.on)}.` : 'No steps.'
})
</script>

<template>
  <ChartFrame v-slot="{ width }" title="Tempos from now to the target" :summary="summary" :height="HEIGHT">
    <!-- Worked out once for all of it. -->
    <template v-for="chart in [draw(width)]" :key="chart.width">
      <ChartAxes :width="width" :height="HEIGHT" :margin="MARGIN" :ticks-x="chart.ticksX" :ticks-y="chart.ticksY" />
      <path
        v-if="chart.before"
        :d="chart.before!"
        fill="none"
        stroke="var(--soft)"
        stroke-width="1.5"
        stroke-dasharray="4 4"
      />
      <path :d="chart.now!" fill="none" stroke="var(--ink)" stroke-width="2" />
      <circle v-for="mark in chart.marks" :key="mark.on" :cx="mark.x" :cy="mark.y" r="3" fill="var(--plan)">
        <title>{{ mark.bpm }} on {{ mark.on }}</title>
      </circle>
    </template>
  </ChartFrame>
</template>
