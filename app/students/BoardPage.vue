<script setup lang="ts">
import { PRESSING, urgencyOf, type AttentionKind } from '#core/practice/attention'
import { ATTENTION_MARKS } from '#core/wording/attention'
import type { BoardRow } from '#shared/contracts/studio/answers'

/** Every student at a glance: who is on plan, who stands still, who is missed, and how much they work. */
useHead({ title: 'Studio board · Fidactyl' })
const { data, error, reload } = useLoaded('GET /api/board', () => ({}))
const session = useSession()
const when = useWhen()
const wanted = ref<'all' | 'wanting' | 'on-plan'>('all')
const wantsSomething = (row: BoardRow) => row.needs.length > 0
const SHOWN = [
  { value: 'all', label: 'everyone' },
  { value: 'wanting', label: 'needs attention' },
  { value: 'on-plan', label: 'on plan' },
] as const
const search = ref('')
const rows = computed(() => {
  const text = search.value.trim().toLowerCase()
  return (data.value ?? [])
    .filter(row => wanted.value === 'all' || wantsSomething(row) === (wanted.value === 'wanting'))
    .filter(row => !text || `${row.name} ${row.teacherName}`.toLowerCase().includes(text))
})
const hours = (minutes: number) => Math.round(minutes / 6) / 10
const several = computed(() => new Set(data.value?.map(row => row.teacherName)).size > 1)
const columns = computed(() => [
  { id: 'name', header: 'Student', value: (row: BoardRow) => row.name },
  ...(several.value
    ? [{ id: 'teacher', header: 'Teacher', value: (row: BoardRow) => row.teacherName, wideOnly: true }]
    : []),
  { id: 'needs', header: 'Needs', value: (row: BoardRow) => urgencyOf(row.needs) },
  { id: 'onPlan', header: 'On plan', value: (row: BoardRow) => row.drills.onPlan, numeric: true },
  { id: 'stalled', header: 'Stalled', value: (row: BoardRow) => row.drills.stalled, numeric: true },
  { id: 'lesson', header: 'Last lesson', value: (row: BoardRow) => row.lastLessonOn ?? '' },
  {
    id: 'lessons',
    header: 'Lessons, h',
    value: (row: BoardRow) => hours(row.lessonMinutes),
    numeric: true,
    wideOnly: true,
  },
  { id: 'home', header: 'At home, h', value: (row: BoardRow) => hours(row.homeMinutes), numeric: true, wideOnly: true },
])
const figures = computed(() =>
  rows.value.map(row => [
    row.name,
    row.teacherName,
    row.needs.map(kind => ATTENTION_MARKS[kind].word).join(', '),
    row.drills.all,
    row.drills.onPlan,
    row.drills.behind,
    row.drills.stalled,
    row.lastLessonOn,
    row.lastPracticeOn,
    row.lessonMinutes,
    row.homeMinutes,
  ]),
)
/** What is told even when there is none of it: that is news too. */
const ALWAYS_TOLD: readonly AttentionKind[] = ['pain', 'stalled', 'behind', 'silent']
const summary = computed(() => {
  const all = data.value ?? []
  const wanting = PRESSING.map(kind => ({
    kind,
    ...ATTENTION_MARKS[kind],
    count: all.filter(row => row.needs.includes(kind)).length,
  }))
  return [
    { kind: 'nothing', mark: '●', word: 'On track', count: all.filter(row => !wantsSomething(row)).length },
    ...wanting.filter(({ kind, count }) => count > 0 || ALWAYS_TOLD.includes(kind)),
  ]
})
</script>

<template>
  <div class="p-5 sm:p-8 max-w-6xl">
    <header class="flex flex-wrap items-end gap-4 mb-4">
      <div class="mr-auto">
        <h1 class="text-3xl">Studio board</h1>
        <p class="text-soft">
          {{ session.me?.role === 'owner' ? 'Every student of the studio' : 'Your students' }}; hours of the last four
          weeks.
        </p>
      </div>
      <NuxtLink to="/students" class="inline-flex items-center min-h-11 underline underline-offset-4">
        Student cards
      </NuxtLink>
    </header>
    <LoadState v-if="!data" :error="error" @retry="reload" />
    <EmptyState v-else-if="data.length === 0" title="No students yet">
      Students you add appear here with the state of their drills and their last lesson.
    </EmptyState>
    <template v-else>
      <dl class="flex flex-wrap gap-x-8 gap-y-2 mb-5">
        <div v-for="{ kind, mark, word, count } in summary" :key="kind">
          <dt class="text-soft">
            <span aria-hidden="true">{{ mark }}</span> {{ word }}
          </dt>
          <dd class="font-head font-bold text-3xl figures">{{ count }}</dd>
        </div>
      </dl>
      <div class="flex flex-wrap items-end gap-x-6 gap-y-3 mb-3">
        <BaseChips v-model="wanted" label="Show" :options="SHOWN" />
        <FormField v-model="search" class="w-60" label="Find" />
      </div>
      <p v-if="rows.length === 0" class="text-soft">No students match.</p>
      <div v-else class="overflow-x-auto" tabindex="0" role="region" aria-label="Studio board">
        <DataTable :key="String(several)" caption="Students at a glance" :rows="rows" :columns="columns">
          <template #name="{ row }">
            <NuxtLink v-if="row.mine" :to="`/students/${row.id}`" class="font-bold hover:underline underline-offset-4">
              {{ row.name }}
            </NuxtLink>
            <span v-else>{{ row.name }}</span>
          </template>
          <template #needs="{ row }">
            <span v-if="row.needs.length === 0" class="text-plan">● On track</span>
            <span
              v-for="kind in row.needs"
              :key="kind"
              class="mr-3 inline-block"
              :class="kind === 'pain' ? 'text-pain' : 'text-attention-ink'"
              ><span aria-hidden="true">{{ ATTENTION_MARKS[kind].mark }}</span> {{ ATTENTION_MARKS[kind].word }}</span
            >
          </template>
          <template #onPlan="{ row }">
            <span class="figures"
              >{{ row.drills.onPlan }}<span class="text-soft"> of {{ row.drills.all }}</span></span
            >
          </template>
          <template #stalled="{ row }"
            ><span class="figures">{{ row.drills.stalled || '–' }}</span></template
          >
          <template #lesson="{ row }"
            ><span class="whitespace-nowrap">{{
              row.lastLessonOn ? when.date(row.lastLessonOn) : 'never'
            }}</span></template
          >
        </DataTable>
      </div>
      <ChartFigures
        class="mt-3"
        title="Studio board"
        :columns="[
          'Student',
          'Teacher',
          'Needs',
          'Drills',
          'On plan',
          'Behind',
          'Stalled',
          'Last lesson',
          'Last practice',
          'Lessons, min',
          'At home, min',
        ]"
        :rows="figures"
      />
    </template>
  </div>
</template>
