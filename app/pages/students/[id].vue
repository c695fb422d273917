<script setup lang="ts">
import { changedSpec } from '#core/schema/change'
import { leftOver } from '#core/fitting/fit'
import { careOf } from '#core/hand/care'
import { isUnderAge } from '#core/wording/notice'
import type { FollowedDrill, PastDrill } from '#shared/contracts/assignments'
import type { LessonRow } from '#shared/contracts/lessons'
import type { StudentPage } from '#shared/contracts/students'
import type { LessonPlace } from '~/composables/useMoving'

const route = useRoute()
const id = computed(() => String(route.params.id))
const { data: page, error, reload } = useLoaded<StudentPage>(() => `/api/students/${id.value}`)
useHead({ title: computed(() => `${page.value?.student.name ?? 'Student'} · Fidactyl`) })
const writes = useWrites()
const toasts = useToasts()
const when = useWhen()
const today = computed(() => when.today().toISODate()!)

const editing = ref(false)
const planning = ref(false)
const student = computed(() => page.value!.student)
const handOpen = ref(false)
const { nameOf } = useGuitars()
const present = computed(() => page.value!.assignments)
const past = usePages<PastDrill>(
  () => page.value?.past,
  () => `/api/students/${id.value}/past-drills`,
)
const lessons = usePages<LessonRow>(
  () => page.value?.lessons,
  () => `/api/students/${id.value}/lessons`,
)
const erasing = ref(false)
const hurting = ref(false)
const reporting = ref(false)
/** The drill whose plan is looked at. */
const replanning = shallowRef<FollowedDrill | null>(null)
/** The drill whose stages are looked at. */
const staging = shallowRef<FollowedDrill | null>(null)
const choosingSchool = ref(false)
const giving = ref(false)
/** The drills that are worked now, with the day each was last heard. */
const open = computed(() =>
  present.value.filter(set => set.waitsFor === null).map(set => ({ ...set, heardOn: set.lessons.at(-1)?.day ?? null })),
)
/** Everything kept of the student, as a file on this device. */
const saveFile = () => keepAnswer(`/api/students/${id.value}/export`)
async function erased() {
  toasts.say(`${student.value.name} is erased.`)
  await navigateTo('/students')
}
/** What no longer suits the hand in the drills that are set, by drill. */
const unsuited = computed(
  () =>
    new Map(
      present.value.map(set => [
        set.id,
        leftOver(
          { ...changedSpec(set.spec, set.change), instrument: student.value.instrument },
          student.value.hand,
          set.pins,
        ),
      ]),
    ),
)
async function recheck() {
  await reload()
  const worse = present.value.filter(set => unsuited.value.get(set.id)!.length > 0)
  toasts.say(
    worse.length === 0
      ? `All ${present.value.length} set drills suit the hand.`
      : `${worse.length} of ${present.value.length} set drills do not suit the hand as it is now: ${worse.map(set => set.drillName).join(', ')}.`,
  )
}
const WEEKDAYS = ['Mondays', 'Tuesdays', 'Wednesdays', 'Thursdays', 'Fridays', 'Saturdays', 'Sundays']

async function write(path: string, body: object, way: 'post' | 'put' = 'post') {
  try {
    await writes[way](path, body)
    await reload()
    return true
  } catch (refusal) {
    toasts.say((refusal as Error).message, { tone: 'trouble' })
    return false
  }
}
async function end(set: Pick<PastDrill, 'id' | 'drillName'>, ended: boolean) {
  if ((await write(`/api/assignments/${set.id}/end`, { ended })) && ended) {
    toasts.say(`${set.drillName} is off the list. Its history is kept.`, {
      action: { label: 'Put it back', run: () => void end(set, false) },
    })
  }
}
/** Says that a plan has changed; one press gives the drill back the one it had. */
function planChanged({ id: setId, plan, targetOn, drillName }: FollowedDrill) {
  toasts.say(`The plan of ${drillName} is changed.`, {
    action: { label: 'Take back', run: () => void write(`/api/assignments/${setId}/plan`, { plan, targetOn }, 'put') },
  })
}
async function planKept(before: FollowedDrill) {
  await reload()
  planChanged(before)
}
/** Says that the stages have changed; one press gives the drill back those it had. */
async function stagesKept(before: FollowedDrill) {
  await reload()
  const now = present.value.find(set => set.id === before.id)
  const numberNow = now?.stageNumber
  toasts.say(`The stages of ${before.drillName} are changed.`, {
    action: {
      label: 'Take back',
      run: () =>
        void write(
          `/api/assignments/${before.id}/path`,
          {
            // The stage it is at may have become another: it goes back under its number of now.
            stages: before.path.map(stage =>
              stage.number === before.stageNumber ? { ...stage, number: numberNow } : stage,
            ),
          },
          'put',
        ),
    },
  })
}
async function movePlan(set: FollowedDrill, change: { readonly targetBpm?: number; readonly targetOn?: string }) {
  const plan = { ...set.plan, targetBpm: change.targetBpm ?? set.plan.targetBpm }
  const now = { plan, targetOn: change.targetOn ?? set.targetOn }
  if (await write(`/api/assignments/${set.id}/plan`, now, 'put')) planChanged(set)
}
const moving = useMoving(reload)
const placeOf = (day: string): LessonPlace => ({
  student: student.value,
  slotId: page.value!.slot!.id,
  day,
  wallTime: page.value!.slot!.wallTime,
  before: page.value!.exceptions.find(each => each.day === day) ?? null,
})
const nextPlace = computed(() =>
  page.value?.slot && student.value.nextLesson ? placeOf(student.value.nextLesson.day) : null,
)
// A page that sends here for one thing asks for it: its dialog opens at once.
watch(
  page,
  now => {
    const { ask, drill } = route.query
    if (!now || !ask) return
    if (ask === 'pain') hurting.value = true
    else if (ask === 'hand') handOpen.value = true
    else if (ask === 'plan') replanning.value = now.assignments.find(set => set.id === drill) ?? null
    else if (ask === 'weekly') planning.value = true
    void navigateTo({ query: {} }, { replace: true })
  },
  { immediate: true },
)
async function archive(archived: boolean) {
  if ((await write(`/api/students/${id.value}/archive`, { archived })) && archived) {
    toasts.say(`${student.value.name} is archived. Nothing is lost.`, {
      action: { label: 'Restore', run: () => void archive(false) },
    })
  }
}
const { starting, start } = useLessonStart()
const build = () => navigateTo({ path: '/bench', query: { student: id.value } })
useKeys(() => [
  { key: 'l', label: 'Start a lesson now', run: () => void start(id.value, null) },
  { key: 'b', label: 'Build a drill for them', run: () => void build() },
])
async function endWeekly() {
  const { id: _id, ...weekly } = page.value!.slot!
  if (await write(`/api/students/${id.value}/slot/end`, {})) {
    toasts.say('No weekly lesson any more. Lessons already given stay.', {
      action: { label: 'Plan it again', run: () => void write(`/api/students/${id.value}/slot`, weekly, 'put') },
    })
  }
}
</script>

<template>
  <div class="p-5 sm:p-8 max-w-6xl">
    <LoadState v-if="!page" :error="error" @retry="reload" />
    <template v-else>
      <header class="flex flex-wrap items-start gap-4">
        <div class="flex-1 min-w-64">
          <h1 class="text-3xl">
            {{ student.name }}
          </h1>
          <CareNote :care="careOf(student.hand, student.habits, student.pain)" class="mt-1" />
          <p class="text-soft">
            {{ student.age === null ? '' : `${student.age} years · `
            }}{{
              page.slot
                ? `${WEEKDAYS[page.slot.weekday - 1]} ${page.slot.wallTime}, ${page.slot.minutes} min${page.slot.everyWeeks > 1 ? `, every ${page.slot.everyWeeks} weeks` : ''}`
                : 'No weekly lesson planned'
            }}<template v-if="student.nextLesson">
              · next {{ when.day(student.nextLesson.at) }}{{ student.nextLesson.moved ? ', moved' : '' }}
            </template>
          </p>
          <p v-if="isUnderAge(student.age)" class="text-soft">
            Under age:
            <NuxtLink to="/studio#notice" class="underline underline-offset-4">the studio’s notice</NuxtLink> goes to
            who looks after them.
          </p>
          <ExceptionList
            :exceptions="page.exceptions"
            :changing="page.slot !== null"
            @make-up="moving.askWhere(placeOf($event))"
            @put-back="moving.putBack(placeOf($event))"
          />
          <p v-if="student.about" class="mt-2 max-w-prose">
            {{ student.about }}
          </p>
        </div>
        <div class="flex flex-wrap gap-2">
          <BaseButton tone="action" :busy="starting !== null" @click="start(id, null)"> Start a lesson now </BaseButton>
          <BaseButton @click="build"> Build a drill for them </BaseButton>
          <ActionMenu
            label="More"
            :items="[
              { label: 'Edit student', run: () => (editing = true) },
              { label: 'Change the hand card', run: () => (handOpen = true) },
              { label: 'Their school', run: () => (choosingSchool = true) },
              { label: student.pain ? 'The pain' : 'Something hurts', run: () => (hurting = true) },
              { label: page.slot ? 'Change the weekly lesson' : 'Plan a weekly lesson', run: () => (planning = true) },
              ...(nextPlace
                ? [
                    { label: 'Move the next lesson', run: () => moving.askWhere(nextPlace!) },
                    { label: 'Cancel the next lesson', run: () => moving.askWhy(nextPlace!) },
                  ]
                : []),
              ...(page.slot ? [{ label: 'End the weekly lesson', run: () => void endWeekly() }] : []),
              { label: student.archived ? 'Restore' : 'Archive', run: () => void archive(!student.archived) },
              { label: 'Save everything as a file', run: saveFile },
              { label: 'Erase for good', run: () => (erasing = true) },
            ]"
          />
        </div>
      </header>

      <section class="mt-8">
        <h2 class="text-xl mb-3">Drills</h2>
        <EmptyState v-if="present.length === 0" title="No drill is set">
          Build one for this hand, or open one from the shelf and choose “Set for a student”.
          <template #action>
            <BaseButton tone="action" @click="build"> Go to the bench </BaseButton>
          </template>
        </EmptyState>
        <p v-else class="text-soft mb-3 flex flex-wrap gap-x-5 gap-y-1">
          <span
            ><span class="inline-block w-6 border-t-2 border-ink align-middle mr-1.5" aria-hidden="true" />set
            tempo</span
          >
          <span
            ><span
              class="inline-block w-6 border-t-2 border-dashed border-plan align-middle mr-1.5"
              aria-hidden="true"
            />plan</span
          >
          <span><span class="text-plan mr-1" aria-hidden="true">●</span>best clean tempo of a lesson</span>
          <span><span class="text-attention-ink mr-1" aria-hidden="true">○</span>nothing clean</span>
          <span>▲ raised ▼ eased ■ held, hollow when overruled</span>
        </p>
        <ul class="space-y-4">
          <StudentDrill
            v-for="set in present"
            :key="set.id"
            :set="set"
            :student-id="student.id"
            :unsuited="unsuited.get(set.id)!"
            :today="today"
            @plan="replanning = set"
            @stages="staging = set"
            @end="end(set, true)"
            @move="movePlan(set, $event)"
          />
        </ul>
      </section>

      <HandCard
        :student="student"
        :guitar-name="nameOf(student.instrumentId)"
        :today="today"
        @change="handOpen = true"
      />

      <StudentCoverage :key="page!.assignments.length" :student-id="student.id" :hand="student.hand" />

      <StudentProgress :key="`progress ${student.id}`" :student-id="student.id" />

      <StudentPractice
        :student-id="student.id"
        :practice="page!.practice"
        :days="page!.practiceDays"
        :today="today"
        :pains="page!.pains"
        @report="reporting = true"
        @changed="reload"
      />

      <section class="mt-8">
        <div class="flex flex-wrap items-center gap-3 mb-3">
          <h2 class="text-xl flex-1">Homework</h2>
          <BaseButton :disabled="open.length === 0" @click="giving = true">Give homework</BaseButton>
        </div>
        <p v-if="page!.homework.length === 0" class="text-soft">
          Nothing was given yet. A sheet holds the drills with both hands, their tempos, minutes and what to watch for.
        </p>
        <HomeworkGivenList v-else :homework="page!.homework" />
      </section>

      <section class="mt-8">
        <h2 class="text-xl mb-3">Lessons</h2>
        <p v-if="lessons.rows.value.length === 0" class="text-soft">None yet.</p>
        <ul class="divide-y divide-line border-y border-line">
          <li v-for="lesson in lessons.rows.value" :key="lesson.id">
            <NuxtLink
              :to="`/lesson/${lesson.id}`"
              class="grid sm:grid-cols-[14rem_12rem_minmax(0,1fr)] gap-x-4 py-2.5 hover:bg-wood/25"
            >
              <span class="font-bold">{{ when.day(lesson.startedAt) }}, {{ when.clock(lesson.startedAt) }}</span>
              <span class="figures text-soft">{{
                lesson.endedAt === null ? 'still open' : `${lesson.clean} of ${lesson.passes} passes clean`
              }}</span>
              <span>{{ lesson.notes.join(' ') }}</span>
            </NuxtLink>
          </li>
        </ul>
        <BaseButton
          v-if="lessons.hasMore.value"
          class="mt-3"
          size="sm"
          :busy="lessons.busy.value"
          @click="lessons.more"
        >
          Earlier lessons
        </BaseButton>
      </section>

      <section v-if="past.rows.value.length > 0" class="mt-8">
        <h2 class="text-xl mb-3">Earlier drills</h2>
        <ul class="space-y-1">
          <li v-for="set in past.rows.value" :key="set.id" class="flex flex-wrap gap-x-4 items-center">
            <span>{{ set.drillName }}</span><span class="text-soft figures"
              >ended at {{ set.bpm }} of {{ set.targetBpm }}</span
            >
            <BaseButton size="sm" @click="end(set, false)"> Put back on the list </BaseButton>
          </li>
        </ul>
        <BaseButton v-if="past.hasMore.value" class="mt-3" size="sm" :busy="past.busy.value" @click="past.more">
          Drills before these
        </BaseButton>
      </section>
      <section class="mt-8">
        <h2 class="text-xl mb-1">For a spreadsheet</h2>
        <p class="text-soft">Everything put down with {{ student.name }}, as CSV.</p>
        <RecordsLinks :student-id="student.id" :of="['practice', 'passes', 'decisions']" />
      </section>
      <StudentDialog v-model:open="editing" :student="student" @saved="recheck" />
      <PainDialog v-model:open="hurting" :student="student" :today="today" @saved="reload" />
      <PracticeDialog
        v-model:open="reporting"
        :student="student"
        :drills="present"
        :chosen-id="null"
        :today="today"
        :since="lessons.rows.value[0] ? when.localDay(lessons.rows.value[0].startedAt) : null"
        @saved="reload"
      />
      <PlanDialog
        v-if="replanning"
        :key="replanning.id"
        :open="true"
        :set="replanning"
        :today="today"
        @update:open="replanning = null"
        @saved="planKept(replanning)"
      />
      <PathDialog
        v-if="staging"
        :key="staging.id"
        :open="true"
        :set="staging"
        @update:open="staging = null"
        @saved="stagesKept(staging)"
      />
      <SchoolDialog v-model:open="choosingSchool" :student="student" @saved="reload" />
      <HandDialog v-model:open="handOpen" :student="student" @saved="recheck" />
      <EraseDialog v-model:open="erasing" :student="student" @erased="erased" />
      <HomeworkDialog
        v-model:open="giving"
        :student="student"
        :sets="open"
        :lesson-id="null"
        :today="today"
        @given="reload"
      />
      <MoveDialogs :moving="moving" />
      <SlotDialog v-model:open="planning" :weekly="page.slot" :student-id="student.id" @saved="reload" />
    </template>
  </div>
</template>
