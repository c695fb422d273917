<script setup lang="ts">
import { DateTime } from 'luxon'
import { attentionInWords } from '#core/wording/attention'
import type { TodayLesson, TodayPage } from '#shared/contracts/lessons'

useHead({ title: 'Today · Fidactyl' })
const when = useWhen()
const offset = ref(0)
const day = computed(() => when.today().plus({ days: offset.value }).toISODate()!)
const { data, error, reload } = useLoaded<TodayPage>(() => `/api/today?day=${day.value}`)
const { starting, start } = useLessonStart()
const open = (lesson: TodayLesson) =>
  lesson.lessonId ? navigateTo(`/lesson/${lesson.lessonId}`) : start(lesson.student.id, lesson.slot)
const now = useNow({ interval: 30_000 })
const clockNow = computed(() => when.clock(now.value.toISOString()))
/** The lesson before which the present moment falls: the first that is to come. */
const nowBefore = computed(() =>
  offset.value === 0
    ? (data.value?.lessons.findIndex(each => each.state === 'planned' && Date.parse(each.at) > now.value.getTime()) ??
      -1)
    : -1,
)
const NEEDS = {
  'pain': ['✚', 'Pain'],
  'stalled': ['■', 'Stalled'],
  'behind': ['▽', 'Behind'],
  'due': ['◆', 'Due'],
  'nothing-set': ['○', 'Nothing set'],
  'silent': ['…', 'Silent'],
  'unfinished': ['►', 'Still open'],
  'review': ['◇', 'Fingers'],
  'review-due': ['↻', 'Review'],
} as const
const heading = computed(() =>
  offset.value === 0
    ? 'Today'
    : offset.value === 1
      ? 'Tomorrow'
      : offset.value === -1
        ? 'Yesterday'
        : DateTime.fromISO(day.value).toFormat('cccc'),
)
const nextLesson = computed(
  () =>
    data.value?.lessons.find(each => each.state === 'running') ??
    data.value?.lessons.find(each => each.state === 'planned' && offset.value <= 0),
)
useKeys(() => [
  {
    key: 'l',
    label: 'Begin the next lesson, or go on with it',
    run: () => nextLesson.value && void open(nextLesson.value),
  },
  { key: 'ArrowLeft', label: 'The day before', run: () => offset.value-- },
  { key: 'ArrowRight', label: 'The day after', run: () => offset.value++ },
])
const ACTION = { planned: 'Start', running: 'Go on', ended: 'Look back' } as const
</script>

<template>
  <div class="p-5 sm:p-8 max-w-6xl">
    <div class="flex flex-wrap items-end gap-4 mb-6">
      <div class="mr-auto">
        <h1 class="text-3xl">
          {{ heading }}
        </h1>
        <p class="text-soft">
          {{ when.longDay(day) }}
        </p>
      </div>
      <div class="flex gap-2">
        <BaseButton aria-label="The day before" @click="offset--"> ← </BaseButton>
        <BaseButton :disabled="offset === 0" @click="offset = 0"> Today </BaseButton>
        <BaseButton aria-label="The day after" @click="offset++"> → </BaseButton>
      </div>
    </div>
    <SetAside />
    <LoadState v-if="!data" :error="error" @retry="reload" />
    <div v-else class="grid grid-cols-1 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)] gap-8">
      <section aria-label="Lessons">
        <EmptyState v-if="data.lessons.length === 0" title="No lessons on this day">
          A lesson planned on a student’s page appears here on its day. An unplanned one starts from the student’s page.
          <template #action>
            <BaseButton @click="navigateTo('/students')"> Go to the students </BaseButton>
          </template>
        </EmptyState>
        <ol v-else class="border-l-2 border-wood">
          <li
            v-for="(lesson, i) in data.lessons"
            :key="lesson.lessonId ?? lesson.slot?.id"
            class="relative pl-6 pb-5 last:pb-0"
          >
            <span
              class="absolute -left-[9px] top-5 size-4 rounded-full border-2 border-paper"
              :class="lesson.state === 'ended' ? 'bg-edge' : lesson.state === 'running' ? 'bg-plan' : 'bg-wood'"
              aria-hidden="true"
            />
            <p v-if="i === nowBefore" class="mb-3 font-bold text-attention-ink figures">now, {{ clockNow }}</p>
            <div class="bg-card border border-line rounded-md p-4 flex flex-wrap items-start gap-x-5 gap-y-2">
              <div class="figures w-20">
                <p class="font-head font-bold text-2xl leading-tight">
                  {{ when.clock(lesson.at) }}
                </p>
                <p class="text-soft">{{ lesson.minutes }} min</p>
              </div>
              <div class="flex-1 min-w-48 max-sm:order-last max-sm:basis-full">
                <h2 class="text-lg">
                  <NuxtLink :to="`/students/${lesson.student.id}`" class="hover:underline underline-offset-4">
                    {{ lesson.student.name }}
                  </NuxtLink>
                </h2>
                <CareNote :care="lesson.student.care" />
                <ul class="text-soft">
                  <li v-for="drill in lesson.drills" :key="drill.name" class="flex gap-3">
                    <span class="truncate">{{ drill.name }}</span><span
                      v-if="drill.toTempo"
                      class="figures whitespace-nowrap"
                      ><b class="text-ink">{{ drill.bpm }}</b> of {{ drill.targetBpm }}</span
                    >
                  </li>
                  <li v-if="lesson.drills.length === 0">No drill is set.</li>
                </ul>
              </div>
              <BaseButton
                v-if="lesson.lessonId || offset <= 0"
                class="max-sm:ml-auto"
                :tone="lesson.state === 'ended' ? 'quiet' : 'action'"
                :busy="starting === lesson.student.id"
                :aria-label="`${ACTION[lesson.state]}: lesson of ${lesson.student.name}`"
                @click="open(lesson)"
              >
                {{ ACTION[lesson.state] }}
              </BaseButton>
            </div>
          </li>
        </ol>
      </section>
      <section aria-label="Needs you">
        <h2 class="text-xl mb-3">Needs you</h2>
        <p v-if="data.needs.length === 0" class="text-soft">Nothing today.</p>
        <ul class="divide-y divide-line border-y border-line">
          <li v-for="need in data.needs" :key="need.kind + need.student.id + attentionInWords(need)">
            <NuxtLink
              :to="need.kind === 'unfinished' ? `/lesson/${need.lessonId}` : `/students/${need.student.id}`"
              class="block py-2.5 hover:bg-wood/25"
            >
              <span class="flex justify-between gap-3">
                <b>{{ need.student.name }}</b>
                <span class="whitespace-nowrap" :class="need.kind === 'pain' ? 'text-pain' : 'text-attention-ink'"
                  ><span aria-hidden="true">{{ NEEDS[need.kind][0] }}</span> {{ NEEDS[need.kind][1] }}</span
                >
              </span>
              <span class="text-soft">{{ attentionInWords(need) }}</span>
            </NuxtLink>
          </li>
        </ul>
      </section>
    </div>
  </div>
</template>
