<script setup lang="ts">
import { DateTime } from 'luxon'
import { needsByStudent } from '#core/practice/attention'
import { ACT_WORDS, ATTENTION_MARKS, attentionInWords } from '#core/wording/attention'
import type { Need, TodayLesson } from '#shared/contracts/lessons/answers'
import type { RouteLocationRaw } from 'vue-router'
import type { LessonPlace } from '~/base/schedule/useMoving'

useHead({ title: 'Today · Fidactyl' })
const when = useWhen()
const offset = ref(0)
const day = computed(() => when.today().plus({ days: offset.value }).toISODate()!)
const { data, error, reload } = useLoaded('GET /api/today', () => ({ query: { day: day.value } }))
/** On a phone what hurts stands above the lessons. */
const painFirst = computed(() => data.value?.needs.some(need => need.kind === 'pain') ?? false)
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
  { key: 'l', label: 'Start or continue the next lesson', run: () => nextLesson.value && void open(nextLesson.value) },
  { key: 'ArrowLeft', label: 'The day before', run: () => offset.value-- },
  { key: 'ArrowRight', label: 'The day after', run: () => offset.value++ },
])
const ACTION = { planned: 'Start', running: 'Continue', ended: 'View', cancelled: 'Make it up' } as const
const moving = useMoving(reload)
const placeOf = ({ student, slot, moved, state, at, why }: TodayLesson): LessonPlace => ({
  student,
  slotId: slot!.id,
  day: slot!.day,
  wallTime: when.clock(at),
  before: moved
    ? { cancelled: false, to: { day: when.localDay(at), wallTime: when.clock(at) }, why }
    : state === 'cancelled'
      ? { cancelled: true, to: null, why }
      : null,
})
/** What can be done with a lesson that was not begun. */
function movesOf(lesson: TodayLesson) {
  const place = placeOf(lesson)
  const putBack = { label: 'Restore its usual time', run: () => void moving.putBack(place) }
  if (lesson.state === 'cancelled') return [putBack]
  return [
    { label: 'Move this lesson', run: () => moving.askWhere(place) },
    { label: 'Cancel this lesson', run: () => moving.askWhy(place) },
    ...(lesson.moved ? [putBack] : []),
  ]
}
const act = (lesson: TodayLesson) => (lesson.state === 'cancelled' ? moving.askWhere(placeOf(lesson)) : open(lesson))
const told = computed(() => needsByStudent(data.value?.needs ?? []))
/** Does the one obvious thing about a need. */
const doAct = (need: Need) =>
  need.kind === 'review-due' ? void start(need.student.id, null) : void navigateTo(actOf(need))
/** Where it is done. */
function actOf(need: Need): RouteLocationRaw {
  const student = `/students/${need.student.id}`
  switch (need.kind) {
    case 'unfinished':
      return `/lesson/${need.lessonId}`
    case 'nothing-set':
      return { path: '/bench', query: { student: need.student.id } }
    case 'stalled':
      return { path: '/bench', query: { set: need.assignmentId, student: need.student.id } }
    case 'due':
    case 'behind':
      return { path: student, query: { ask: 'plan', drill: need.assignmentId } }
    case 'pain':
      return { path: student, query: { ask: 'pain' } }
    case 'review':
      return { path: student, query: { ask: 'hand' } }
    case 'silent':
      return { path: student, query: { ask: 'weekly' } }
    case 'review-due':
      return student
  }
}
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
          Lessons planned on a student’s page appear here. To start an unplanned lesson, open the student’s page.
          <template #action>
            <BaseButton @click="navigateTo('/students')"> Go to the students </BaseButton>
          </template>
        </EmptyState>
        <ol v-else class="border-l-2 border-wood">
          <li
            v-for="(lesson, i) in data.lessons"
            :key="lesson.lessonId ?? `${lesson.slot?.id} ${lesson.slot?.day}`"
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
                <p
                  class="font-head font-bold text-2xl leading-tight"
                  :class="lesson.state === 'cancelled' ? 'line-through text-soft' : ''"
                >
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
                <p v-if="lesson.state === 'cancelled' || lesson.moved">
                  <b>{{ lesson.state === 'cancelled' ? 'Cancelled' : 'Moved here' }}</b><span
                    v-if="lesson.why"
                    class="text-soft"
                    >: {{ lesson.why }}</span
                  >
                </p>
                <CareNote :care="lesson.student.care" />
                <ul class="text-soft">
                  <li v-for="drill in lesson.drills" :key="drill.name" class="flex gap-3">
                    <span class="truncate">{{ drill.name }}</span><span
                      v-if="drill.toTempo"
                      class="figures whitespace-nowrap"
                      ><b class="text-ink">{{ drill.bpm }}</b> of {{ drill.targetBpm }}</span
                    >
                  </li>
                  <li v-if="lesson.drills.length === 0">No drills assigned.</li>
                </ul>
              </div>
              <div class="flex gap-2 max-sm:ml-auto">
                <BaseButton
                  v-if="lesson.lessonId || offset <= 0 || lesson.state === 'cancelled'"
                  :tone="lesson.state === 'ended' || lesson.state === 'cancelled' ? 'quiet' : 'action'"
                  :busy="starting === lesson.student.id"
                  :aria-label="`${ACTION[lesson.state]}: lesson of ${lesson.student.name}`"
                  @click="act(lesson)"
                >
                  {{ ACTION[lesson.state] }}
                </BaseButton>
                <ActionMenu
                  v-if="lesson.slot && lesson.lessonId === null"
                  :label="`More about the lesson of ${lesson.student.name}`"
                  :items="movesOf(lesson)"
                />
              </div>
            </div>
          </li>
        </ol>
      </section>
      <section aria-label="Needs attention" :class="painFirst ? 'max-lg:order-first' : ''">
        <h2 class="text-xl mb-3">Needs attention</h2>
        <p v-if="told.length === 0" class="text-soft">Nothing today.</p>
        <ul class="divide-y divide-line border-y border-line">
          <li v-for="{ student, needs } in told" :key="student.id" class="py-2.5">
            <h3 class="text-base">
              <NuxtLink :to="`/students/${student.id}`" class="hover:underline underline-offset-4">
                {{ student.name }}
              </NuxtLink>
            </h3>
            <ul class="space-y-1.5">
              <li
                v-for="(need, i) in needs"
                :key="need.kind + attentionInWords(need)"
                class="flex flex-wrap items-center gap-x-3"
              >
                <p class="flex-1 min-w-52">
                  <b :class="need.kind === 'pain' ? 'text-pain' : 'text-attention-ink'"
                    ><span aria-hidden="true">{{ ATTENTION_MARKS[need.kind].mark }}</span>
                    {{ ATTENTION_MARKS[need.kind].word }}</b
                  >{{ ' ' }}<span class="text-soft">{{ attentionInWords(need) }}</span>
                </p>
                <BaseButton
                  v-if="i === 0"
                  size="sm"
                  :aria-label="`${ACT_WORDS[need.kind]}: ${student.name}`"
                  @click="doAct(need)"
                >
                  {{ ACT_WORDS[need.kind] }}
                </BaseButton>
                <button
                  v-else
                  type="button"
                  class="min-h-9 underline underline-offset-4 text-soft hover:text-ink"
                  :aria-label="`${ACT_WORDS[need.kind]}: ${student.name}`"
                  @click="doAct(need)"
                >
                  {{ ACT_WORDS[need.kind] }}
                </button>
              </li>
            </ul>
          </li>
        </ul>
      </section>
    </div>
    <MoveDialogs :moving="moving" />
  </div>
</template>
