<script setup lang="ts">
import { loadJump, weeksOf, type DayLoad } from '#core/practice/load'
import type { Pain } from '#core/schema/pain'
import { HURTS_WORDS } from '#core/wording/care'
import { capital } from '#core/wording/numbers'
import type { PainRow, PracticeRow } from '#shared/contracts/practice/answers'

/** What a student practised at home, and what hurt, as it is on record. */
const props = defineProps<{
  studentId: string
  practice: readonly PracticeRow[]
  days: readonly DayLoad[]
  pains: readonly PainRow[]
  today: string
}>()
const emit = defineEmits<{ report: []; changed: [] }>()
const writes = useWrites()
const toasts = useToasts()
const when = useWhen()
/** A pain as it is on record: what is to be done about it stands on the card. */
const hurtInWords = ({ where, hand, since }: Pain) =>
  `${capital(HURTS_WORDS[where])}${hand && hand !== 'both' ? `, ${hand} hand` : ''}, since ${when.longDay(since)}`
const WEEKS = 12
const weeks = computed(() => weeksOf(props.days, props.today, WEEKS))
const jump = computed(() => loadJump(weeks.value))
const A_FEW = 8
const all = ref(false)
const rows = computed(() => (all.value ? props.practice : props.practice.slice(0, A_FEW)))
/** One day by itself is taken back: it stays on record, and counts no more. */
async function takeBack({ id, drillName, day }: PracticeRow) {
  try {
    await writes.send('POST /api/students/:id/practice/take-back', { id: props.studentId, body: { entryIds: [id] } })
    toasts.say(`${drillName} on ${when.longDay(day)} counts no more.`)
    emit('changed')
  } catch (failure) {
    toasts.say((failure as Error).message, { tone: 'trouble' })
  }
}
</script>

<template>
  <section class="mt-8">
    <div class="flex flex-wrap items-center gap-3 mb-3">
      <h2 class="text-xl flex-1">Practice at home</h2>
      <BaseButton @click="emit('report')">Record practice</BaseButton>
    </div>
    <p v-if="practice.length === 0" class="text-soft">
      Nothing yet. Record what the student reports at the next lesson; slow soak and stalled drills depend on it.
    </p>
    <template v-else>
      <p v-if="jump" class="border-l-4 border-attention pl-3 mb-2 figures" role="status">
        {{ jump.minutes }} minutes this week, {{ jump.average }} on average in the four weeks before. Sudden increases
        cause injuries: add gradually.
      </p>
      <WeeksChart :weeks="weeks" />
      <ChartFigures
        class="mb-3"
        title="Minutes of practice by week"
        :columns="['Week of', 'Minutes']"
        :rows="weeks.map(week => [week.monday, week.minutes])"
      />
    </template>
    <ul v-if="practice.length > 0" class="divide-y divide-line border-y border-line">
      <li
        v-for="row in rows"
        :key="row.id"
        class="grid grid-cols-[minmax(0,1fr)_auto] sm:grid-cols-[14rem_minmax(0,1fr)_14rem_auto] gap-x-4 py-1.5 items-center"
      >
        <span class="font-bold">{{ when.longDay(row.day) }}</span>
        <span class="max-sm:col-start-1"
          >{{ row.drillName }}<span v-if="row.note" class="text-soft"> “{{ row.note }}”</span></span
        >
        <span class="figures text-soft max-sm:col-start-1">
          {{ row.minutes }} min at {{ row.bpm }}, {{ row.hurts ? HURTS_WORDS[row.hurts] : row.feel
          }}{{ row.clean > 0 ? `, ${row.clean} clean` : '' }}
        </span>
        <BaseButton
          size="sm"
          class="max-sm:row-start-1 max-sm:col-start-2"
          :aria-label="`Remove ${row.drillName} on ${when.longDay(row.day)}`"
          @click="takeBack(row)"
        >
          Remove
        </BaseButton>
      </li>
    </ul>
    <BaseButton v-if="practice.length > A_FEW" class="mt-3" size="sm" @click="all = !all">
      {{ all ? 'Fewer' : `All ${practice.length}` }}
    </BaseButton>
    <template v-if="pains.length > 0">
      <h3 class="text-base mt-5 mb-1">What hurt</h3>
      <ul class="space-y-1">
        <li
          v-for="told in pains"
          :key="told.at"
          class="border-l-4 pl-3"
          :class="told.pain ? 'border-pain' : 'border-line'"
        >
          <span class="text-soft">{{ when.date(told.at) }}</span>
          {{ told.pain ? hurtInWords(told.pain) : `Cleared: ${told.note}` }}
        </li>
      </ul>
    </template>
  </section>
</template>
