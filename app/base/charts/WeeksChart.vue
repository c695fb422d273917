<script setup lang="ts">
import { scaleBand, scaleLinear } from 'd3-scale'
import type { WeekLoad } from '#core/practice/load'
import { dateOf, dayTick } from './day-tick'

/** Minutes of practice week by week. */
const props = defineProps<{ weeks: readonly WeekLoad[] }>()
const HEIGHT = 130
const MARGIN = { top: 10, right: 8, bottom: 24, left: 40 }
function draw(width: number) {
  const x = scaleBand(
    props.weeks.map(week => week.monday),
    [MARGIN.left, width - MARGIN.right],
  ).padding(0.3)
  const most = Math.max(30, ...props.weeks.map(week => week.minutes))
  const y = scaleLinear([0, most], [HEIGHT - MARGIN.bottom, MARGIN.top]).nice()
  const every = Math.ceil(props.weeks.length / Math.max(2, Math.floor(width / 70)))
  return {
    width,
    bars: props.weeks.map(week => ({
      ...week,
      x: x(week.monday)!,
      y: y(week.minutes),
      width: x.bandwidth(),
      height: HEIGHT - MARGIN.bottom - y(week.minutes),
    })),
    ticksX: props.weeks
      .filter((_, i) => (props.weeks.length - 1 - i) % every === 0)
      .map(week => ({ x: x(week.monday)! + x.bandwidth() / 2, text: dayTick(dateOf(week.monday)) })),
    ticksY: y.ticks(3).map(tick => ({ y: y(tick), text: String(tick) })),
  }
}
const summary = computed(() => {
  const last = props.weeks.at(-1)
  return last
    ? `${last.minutes} minutes this week; the most in a week ${Math.max(...props.weeks.map(week => week.minutes))}.`
    : ''
})
</script>

<template>
  <ChartFrame v-slot="{ width }" title="Minutes of practice by week" :summary="summary" :height="HEIGHT">
    <!-- Worked out once for all of it. -->
    <template v-for="chart in [draw(width)]" :key="chart.width">
      <ChartAxes :width="width" :height="HEIGHT" :margin="MARGIN" :ticks-x="chart.ticksX" :ticks-y="chart.ticksY" />
      <rect
        v-for="bar in chart.bars"
        :key="bar.monday"
        :x="bar.x"
        :y="bar.y"
        :width="bar.width"
        :height="bar.height"
        fill="var(--plan)"
      >
        <title>Week of {{ bar.monday }}: {{ bar.minutes }} minutes</title>
      </rect>
    </template>
  </ChartFrame>
</template>
