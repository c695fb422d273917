<script setup lang="ts">
/** What the bench prints: one page of a sheet, or the list of a drill without a guitar. */
const props = defineProps<{ bench: Bench; title: string; student?: string }>()
const { plan, score } = props.bench
const lines = computed(() =>
  plan.value === null
    ? []
    : plan.value.kind === 'count'
      ? plan.value.tempos.map(
          ({ bpm, bars, silentBars }) => `Count at ${bpm}: ${bars} bars, ${silentBars} of them silent`,
        )
      : plan.value.steps.map(
          ({ name, seconds, caution }) => `${name}, ${seconds} seconds${caution ? `: ${caution}` : ''}`,
        ),
)
</script>

<template>
  <PrintPage
    v-if="!plan && score"
    class="print-only"
    :score="score"
    :name="title"
    :student="student"
    :tempos="{ start: score.tempo, target: null }"
  />
  <section v-else-if="plan" class="print-only">
    <h1 class="text-2xl">
      {{ title }}
    </h1>
    <p>{{ plan.purpose }}</p>
    <ol class="list-decimal pl-6 mt-4 space-y-2">
      <li v-for="(line, i) in lines" :key="i">☐ {{ line }}</li>
    </ol>
  </section>
</template>
