<script setup lang="ts">
import { barTicks } from '#core/line/ticks'
import type { CountPlan, StepsPlan } from '#core/score/score'

/** Runs a drill without a guitar: counting through silent bars, or the timed steps of a warm-up. */
const props = defineProps<{ plan: CountPlan | StepsPlan }>()

interface Section {
  readonly name: string
  readonly seconds: number
  readonly more: string
  readonly bpm: number | null
}
const sections = computed((): readonly Section[] =>
  props.plan.kind === 'count'
    ? props.plan.tempos.map(({ bpm, bars, silentBars, seconds }) => ({
        name: String(bpm),
        seconds,
        bpm,
        more: `${bars} bars${silentBars > 0 ? `, the last ${silentBars} silent: keep counting` : ''}`,
      }))
    : props.plan.steps.map(({ name, seconds, caution }) => ({ name, seconds, bpm: null, more: caution ?? '' })),
)

const at = ref<number | null>(null)
const done = ref(false)
const elapsed = ref(0)
let startedAt = 0

const current = computed(() => (at.value === null ? null : (sections.value[at.value] ?? null)))
const meter = computed(() => props.plan.spec.rhythm.meter)
const source = computed(() => (current.value?.bpm ? { meter: meter.value, ticks: 1e12 } : null))
const tempo = computed({ get: () => current.value?.bpm ?? 60, set: () => {} })
const heardTicks = computed(() => {
  if (props.plan.kind !== 'count' || at.value === null) return Infinity
  const { bars, silentBars } = props.plan.tempos[at.value]!
  return (bars - silentBars) * barTicks(meter.value)
})
const metronome = useMetronome(source, tempo, { countInBars: 0, silentAt: tick => tick >= heardTicks.value })

const { pause, resume } = useRafFn(
  () => {
    elapsed.value = (performance.now() - startedAt) / 1000
    if (current.value && elapsed.value >= current.value.seconds) go(at.value! + 1)
  },
  { immediate: false },
)

function go(index: number) {
  metronome.stop()
  if (index >= sections.value.length) {
    stop()
    done.value = true
    return
  }
  at.value = index
  elapsed.value = 0
  startedAt = performance.now()
  if (current.value?.bpm) void metronome.start()
}
function start() {
  done.value = false
  go(0)
  resume()
}
function stop() {
  pause()
  metronome.stop()
  at.value = null
  elapsed.value = 0
}
watch(
  () => props.plan,
  () => {
    stop()
    done.value = false
  },
)
const left = computed(() => Math.max(0, Math.ceil((current.value?.seconds ?? 0) - elapsed.value)))
const silent = computed(
  () =>
    props.plan.kind === 'count' &&
    at.value !== null &&
    elapsed.value >=
      current.value!.seconds * (1 - props.plan.tempos[at.value]!.silentBars / props.plan.tempos[at.value]!.bars),
)
/** Where the count is: the bar, and the beat as long as the click gives it. */
const count = computed(() => {
  if (props.plan.kind !== 'count' || !current.value?.bpm) return null
  const beatSeconds = ((60 / current.value.bpm) * 4) / meter.value[1]
  const beat = Math.floor(elapsed.value / beatSeconds)
  const { bars } = props.plan.tempos[at.value!]!
  return { bar: Math.min(bars, Math.floor(beat / meter.value[0]) + 1), bars, beat: (beat % meter.value[0]) + 1 }
})
const clock = (seconds: number) => `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`
</script>

<template>
  <section class="bg-card border border-line rounded-md p-5 sm:p-8" aria-label="Timed drill">
    <div class="flex flex-wrap items-center gap-6 min-h-36">
      <p v-if="count" class="figures text-center" aria-hidden="true">
        <span class="block font-head font-bold text-6xl">{{ silent ? '·' : count.beat }}</span>
        <span class="text-soft">bar {{ count.bar }} of {{ count.bars }}</span>
      </p>
      <div class="flex-1 min-w-60" aria-live="polite">
        <template v-if="current">
          <p class="text-soft">
            {{ plan.kind === 'count' ? 'Count aloud at' : `Step ${at! + 1} of ${sections.length}` }}
          </p>
          <p class="font-head font-bold text-4xl sm:text-5xl figures">
            {{ current.name }}
          </p>
          <p :class="silent ? 'font-bold' : 'text-soft'">
            {{ silent ? 'The click is silent: keep counting.' : current.more }}
          </p>
        </template>
        <template v-else>
          <p class="font-head font-bold text-3xl">
            {{ done ? 'Done' : plan.title }}
          </p>
          <p class="text-soft">
            {{ done ? 'Rest a moment before the first note.' : `${clock(plan.seconds)} in all, without the guitar.` }}
          </p>
        </template>
      </div>
      <p v-if="current" class="font-head font-bold text-6xl figures" role="timer">
        {{ clock(left) }}
      </p>
      <div class="flex gap-2">
        <BaseButton v-if="!current" tone="action" size="lg" @click="start">
          {{ done ? 'Once more' : 'Start' }}
        </BaseButton>
        <template v-else>
          <BaseButton size="lg" @click="go(at! + 1)"> Next </BaseButton>
          <BaseButton size="lg" @click="stop"> Cancel </BaseButton>
        </template>
      </div>
    </div>
    <div
      v-if="current"
      class="h-3 rounded-md bg-wood overflow-hidden"
      role="progressbar"
      aria-valuemin="0"
      :aria-valuemax="current.seconds"
      :aria-valuenow="Math.round(Math.min(elapsed, current.seconds))"
      :aria-label="`Progress of ${current.name}`"
    >
      <div class="h-full bg-plan" :style="{ width: `${Math.min(100, (100 * elapsed) / current.seconds)}%` }" />
    </div>
    <ol class="mt-5 border-t border-line">
      <li
        v-for="(section, i) in sections"
        :key="i"
        class="flex gap-4 py-2 border-b border-line"
        :class="i === at ? 'font-bold' : ''"
      >
        <span class="flex-1"
          >{{ section.name }}<span v-if="section.more" class="text-soft font-normal"> · {{ section.more }}</span></span
        >
        <span class="figures">{{ clock(section.seconds) }}</span>
      </li>
    </ol>
  </section>
</template>
