<script setup lang="ts">
import { faultsOverLessons } from '#core/practice/progress/faults'
import { hoursByTechnique } from '#core/practice/progress/hours'
import { faultInWords } from '#core/wording/fault'
import { capital } from '#core/wording/numbers'
import type { StudentProgress } from '#shared/contracts/taught/answers'

/** How a student got on over their lessons: faults, hours, and what of their drills was changed. */
const props = defineProps<{ studentId: string }>()
const place = useTemplateRef<HTMLElement>('place')
const seen = useWhenSeen(place)
const api = useApi()
const data = shallowRef<StudentProgress | null>(null)
const error = shallowRef<ApiError | null>(null)
async function load() {
  try {
    data.value = await api.call('GET /api/students/:id/progress', { id: props.studentId })
    error.value = null
  } catch (failure) {
    error.value = failure as ApiError
  }
}
watch(seen, now => now && void load())
const when = useWhen()
// The latest lessons, so that a dot is a dot; all of them are in the table.
const DRAWN = 40
const lessons = computed(() => data.value?.lessons ?? [])
const drawn = computed(() => lessons.value.slice(-DRAWN))
const faults = computed(() => faultsOverLessons(drawn.value))
const allFaults = computed(() => faultsOverLessons(lessons.value))
const techniqueOf = computed(
  () => new Map(data.value?.drills.map(drill => [drill.id, drill.technique ?? 'Other work'])),
)
const hours = computed(() =>
  hoursByTechnique([
    ...(data.value?.drills ?? []).map(drill => ({
      technique: techniqueOf.value.get(drill.id)!,
      inLessons: 0,
      atHome: drill.homeMinutes,
    })),
    ...lessons.value.flatMap(lesson =>
      lesson.minutes.map(({ assignmentId, minutes }) => ({
        technique: techniqueOf.value.get(assignmentId) ?? 'Other work',
        inLessons: minutes,
        atHome: 0,
      })),
    ),
  ]),
)
const A_FEW = 6
const all = ref(false)
const changes = computed(() => (all.value ? data.value!.changes : data.value!.changes.slice(0, A_FEW)))
const round = (minutes: number) => Math.round(minutes)
</script>

<template>
  <section ref="place" class="mt-8 min-h-40" aria-label="Progress">
    <h2 class="text-xl mb-3">Over the lessons</h2>
    <LoadState v-if="!data" :error="error" @retry="load" />
    <div v-else class="grid lg:grid-cols-2 gap-x-12 gap-y-6">
      <div class="min-w-0">
        <h3 class="text-base mb-2">Faults</h3>
        <p v-if="allFaults.length === 0" class="text-soft">None recorded yet.</p>
        <template v-else>
          <FaultsChart v-if="faults.length > 0" :rows="faults" :days="drawn.map(lesson => lesson.day)" />
          <p v-else class="text-soft">None in the last {{ DRAWN }} lessons.</p>
          <ChartFigures
            title="Faults by lesson"
            :columns="['Day', ...allFaults.map(row => capital(faultInWords(row)))]"
            :rows="lessons.map((lesson, i) => [lesson.day, ...allFaults.map(row => row.counts[i]!)])"
          />
        </template>
      </div>
      <div class="min-w-0">
        <h3 class="text-base mb-2">Hours</h3>
        <p v-if="hours.length === 0" class="text-soft">No time recorded yet.</p>
        <template v-else>
          <p class="text-soft text-sm mb-1">
            <span class="inline-block w-5 h-2.5 bg-ink align-middle mr-1.5" aria-hidden="true" />in lessons
            <span class="inline-block w-5 h-2.5 bg-plan align-middle mr-1.5 ml-3" aria-hidden="true" />at home
            <span class="ml-3">│ next milestone</span>
          </p>
          <HoursChart :rows="hours" />
          <ChartFigures
            title="Minutes by technique"
            :columns="['Technique', 'In lessons, min', 'At home, min', 'Next mark, h']"
            :rows="hours.map(row => [row.technique, round(row.inLessons), round(row.atHome), row.next])"
          />
        </template>
      </div>
      <div class="lg:col-span-2">
        <h3 class="text-base mb-2">Changes</h3>
        <p v-if="data.changes.length === 0" class="text-soft">
          No changes yet. Changes to assigned drills appear here with their earlier values.
        </p>
        <ul v-else class="divide-y divide-line border-y border-line">
          <li v-for="(change, i) in changes" :key="i" class="grid sm:grid-cols-[9rem_minmax(0,1fr)] gap-x-4 py-1.5">
            <span class="text-soft">{{ when.date(change.at) }}</span>
            <span
              ><b>{{ change.drillName }}</b
              >, {{ change.what }}: <s class="text-soft">{{ change.from }}</s>{{ ' ' }}{{ change.to }}</span
            >
          </li>
        </ul>
        <ChartFigures
          v-if="data.changes.length > 0"
          title="Changes"
          :columns="['At', 'Drill', 'What', 'From', 'To']"
          :rows="data.changes.map(change => [change.at, change.drillName, change.what, change.from, change.to])"
        />
        <BaseButton v-if="data.changes.length > A_FEW" class="mt-3" size="sm" @click="all = !all">
          {{ all ? 'Fewer' : `All ${data.changes.length}` }}
        </BaseButton>
      </div>
    </div>
  </section>
</template>
