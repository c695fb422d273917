<script setup lang="ts">
import { faultInWords } from '#core/wording/fault'
import { capital } from '#core/wording/numbers'
import type { StudentPage } from '#shared/contracts/people/answers'

/** What a teacher looks up before a lesson: what was said and heard in the last one, and what was practised since. */
const props = defineProps<{ page: StudentPage; today: string }>()
const emit = defineEmits<{ report: []; homework: [] }>()
const when = useWhen()
const last = computed(() => props.page.lessons.rows[0] ?? null)
const names = computed(() => new Map(props.page.assignments.map(({ id, drillName }) => [id, drillName])))
const faults = computed(() =>
  (last.value?.faults ?? []).map(fault => ({
    words: faultInWords(fault),
    drill: names.value.get(fault.assignmentId) ?? null,
  })),
)
const since = computed(() => (last.value ? when.localDay(last.value.startedAt) : null))
/** By drill, the most practised first. */
const practised = computed(() => {
  const minutes = new Map<string, number>()
  for (const row of props.page.practice)
    if (since.value === null || row.day >= since.value)
      minutes.set(row.drillName, (minutes.get(row.drillName) ?? 0) + row.minutes)
  return [...minutes].sort(([, a], [, b]) => b - a)
})
const days = computed(
  () =>
    new Set(props.page.practice.filter(row => since.value === null || row.day >= since.value).map(({ day }) => day))
      .size,
)
const total = computed(() => practised.value.reduce((sum, [, minutes]) => sum + minutes, 0))
const given = computed(() => props.page.homework[0] ?? null)
</script>

<template>
  <div class="grid gap-4 lg:grid-cols-2">
    <section class="bg-card border border-line rounded-md p-4" aria-label="Last lesson">
      <h2 class="text-lg">
        Last lesson<span v-if="last" class="text-soft font-sans text-base font-normal"
          >, {{ when.day(last.startedAt) }}</span
        >
      </h2>
      <p v-if="!last" class="text-soft">None yet.</p>
      <template v-else>
        <p v-for="note in last.notes" :key="note" class="mt-1">“{{ note }}”</p>
        <ul v-if="faults.length > 0" class="mt-1">
          <li v-for="(fault, i) in faults" :key="i" class="border-l-4 border-attention pl-3">
            {{ capital(fault.words) }}<span v-if="fault.drill" class="text-soft"> · {{ fault.drill }}</span>
          </li>
        </ul>
        <p v-if="last.notes.length === 0 && faults.length === 0" class="text-soft">No notes, no faults.</p>
        <p class="text-soft figures mt-1">
          <NuxtLink :to="`/lesson/${last.id}`" class="underline underline-offset-4">{{
            last.endedAt === null ? 'Still open' : `${last.clean} of ${last.passes} passes clean`
          }}</NuxtLink>
        </p>
      </template>
    </section>
    <section class="bg-card border border-line rounded-md p-4" aria-label="Practised since">
      <h2 class="text-lg">Practised since</h2>
      <p v-if="practised.length === 0" class="text-soft">Nothing reported.</p>
      <template v-else>
        <p class="figures">{{ total }} minutes on {{ days }} {{ days === 1 ? 'day' : 'days' }}</p>
        <ul class="text-soft figures">
          <li v-for="[name, minutes] in practised.slice(0, 4)" :key="name">{{ name }}: {{ minutes }} min</li>
        </ul>
      </template>
      <p v-if="given" class="text-soft figures mt-1">
        Homework of {{ when.date(given.at) }}: {{ given.given.minutesADay }} min a day, {{ given.given.drills.length }}
        {{ given.given.drills.length === 1 ? 'drill' : 'drills' }}
      </p>
      <div class="flex flex-wrap gap-2 mt-2">
        <BaseButton size="sm" @click="emit('report')">Record practice</BaseButton>
        <BaseButton size="sm" :disabled="page.assignments.length === 0" @click="emit('homework')">
          Assign homework
        </BaseButton>
      </div>
    </section>
  </div>
</template>
