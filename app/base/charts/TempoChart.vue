<script setup lang="ts">
import { scaleLinear, scaleUtc } from 'd3-scale'
import { curveStepAfter, line } from 'd3-shape'
import type { FollowedDrill } from '#shared/contracts/taught/answers'
import { dateOf, dayTick } from './day-tick'
import { tempoSeries } from './tempo-series'

/** Tempo of a drill over the lessons, against its plan. */
const props = defineProps<{ set: FollowedDrill; today: string }>()
const series = computed(() => tempoSeries(props.set, props.today))
const HEIGHT = 190
const MARGIN = { top: 12, right: 12, bottom: 26, left: 34 }
/** Below the tempos stand the decisions, in a row of their own. */
const DECISIONS = 12

function draw(width: number) {
  const data = series.value
  const x = scaleUtc([dateOf(data.from), dateOf(data.to)], [MARGIN.left, width - MARGIN.right])
  const y = scaleLinear([data.lowest - 4, data.highest + 4], [HEIGHT - MARGIN.bottom - DECISIONS, MARGIN.top])
  const at = (point: { day: string; bpm: number }): [number, number] => [x(dateOf(point.day)), y(point.bpm)]
  return {
    width,
    x,
    y,
    plan: line()(data.plan.map(at)),
    steps: line().curve(curveStepAfter)(data.steps.map(at)),
    ticksX: x.ticks(Math.max(2, Math.floor(width / 110))).map(tick => ({ x: x(tick), text: dayTick(tick) })),
    ticksY: y.ticks(5).map(tick => ({ y: y(tick), text: String(tick) })),
  }
}
const summary = computed(() => {
  const { lessons } = series.value
  const clean = lessons.flatMap(lesson => lesson.bestClean ?? [])
  if (lessons.length === 0) return 'Not played in a lesson yet.'
  return `${lessons.length} ${lessons.length === 1 ? 'lesson' : 'lessons'}; best clean tempo ${clean.length > 0 ? `from ${clean[0]} to ${Math.max(...clean)}` : 'none yet'}; target ${props.set.plan.targetBpm}${props.set.targetOn ? ` by ${props.set.targetOn}` : ''}.`
})
const figures = computed(() =>
  props.set.lessons.map(({ day, passes, clean, bestCleanBpm, triedBpm }) => [
    day,
    passes,
    clean,
    bestCleanBpm,
    triedBpm,
  ]),
)
const MARKS = { up: 'M-5 4L0 -4L5 4Z', down: 'M-5 -4L0 4L5 -4Z', same: 'M-4 -4H4V4H-4Z' }
</script>

<template>
  <div class="min-w-0">
    <ChartFrame v-slot="{ width }" :title="`Tempo of ${set.drillName}`" :summary="summary" :height="HEIGHT">
      <!-- Worked out once for all of it. -->
      <template v-for="chart in [draw(width)]" :key="chart.width">
        <ChartAxes :width="width" :height="HEIGHT" :margin="MARGIN" :ticks-x="chart.ticksX" :ticks-y="chart.ticksY" />
        <path
          v-if="chart.plan"
          :d="chart.plan!"
          fill="none"
          stroke="var(--plan)"
          stroke-width="2"
          stroke-dasharray="6 4"
        />
        <g v-for="stage in series.stages" :key="`stage ${stage.day}`">
          <line
            :x1="chart.x(dateOf(stage.day))"
            :x2="chart.x(dateOf(stage.day))"
            :y1="MARGIN.top"
            :y2="HEIGHT - MARGIN.bottom"
            stroke="var(--edge)"
          />
          <text :x="chart.x(dateOf(stage.day)) + 4" :y="MARGIN.top + 8" font-size="11" fill="var(--soft)">
            {{ stage.name }}
          </text>
        </g>
        <path :d="chart.steps!" fill="none" stroke="var(--ink)" stroke-width="2" />
        <circle
          v-for="(lesson, i) in series.lessons"
          :key="`lesson ${i}`"
          :cx="chart.x(dateOf(lesson.day))"
          :cy="chart.y(lesson.bestClean ?? lesson.tried)"
          r="4"
          :fill="lesson.bestClean === null ? 'var(--card)' : 'var(--plan)'"
          :stroke="lesson.bestClean === null ? 'var(--attention)' : 'var(--card)'"
          stroke-width="1.5"
        >
          <title>
            {{ lesson.day }}:
            {{ lesson.bestClean === null ? `nothing clean, tried ${lesson.tried}` : `clean at ${lesson.bestClean}` }},
            {{ lesson.passes }} passes
          </title>
        </circle>
        <path
          v-for="(decision, i) in series.decisions"
          :key="`decision ${i}`"
          :d="MARKS[decision.kind]"
          :transform="`translate(${chart.x(dateOf(decision.day))} ${HEIGHT - MARGIN.bottom - 5})`"
          :fill="decision.overruled ? 'var(--card)' : 'var(--ink)'"
          stroke="var(--ink)"
        >
          <title>
            {{ decision.day }}: {{ { up: 'raised', down: 'eased', same: 'held' }[decision.kind] }} at {{ decision.bpm
            }}{{ decision.overruled ? ', overruled' : '' }}
          </title>
        </path>
      </template>
    </ChartFrame>
    <ChartFigures
      v-if="figures.length > 0"
      :title="`Tempo of ${set.drillName}`"
      :columns="['Day', 'Passes', 'Clean', 'Best clean', 'Fastest tried']"
      :rows="figures"
    />
  </div>
</template>
