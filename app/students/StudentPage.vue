<script setup lang="ts">
import { Tab, TabGroup, TabList, TabPanel, TabPanels } from '@headlessui/vue'
import { heardOfLate } from '#core/practice/homework'
import { restsFor } from '#core/practice/works-hand'
import { changedSpec } from '#core/schema/change'
import type { FollowedDrill } from '#shared/contracts/taught/answers'
import type { LessonPlace } from '~/base/schedule/useMoving'

const route = useRoute()
const id = computed(() => String(route.params.id))
const { page, error, reload, student, present, unsuited, recheck, ...change } = useStudentPage(id)
const { end, planKept, movePlan, stagesKept, archive, endWeekly } = change
useHead({ title: computed(() => `${page.value?.student.name ?? 'Student'} · Fidactyl`) })
const toasts = useToasts()
const when = useWhen()
const today = computed(() => when.today().toISODate()!)
const { nameOf } = useGuitars()

const editing = ref(false)
const planning = ref(false)
const handOpen = ref(false)
const erasing = ref(false)
const hurting = ref(false)
const clearing = ref(false)
const reporting = ref(false)
const choosingSchool = ref(false)
const giving = ref(false)
/** The drill whose plan is looked at. */
const replanning = shallowRef<FollowedDrill | null>(null)
/** The drill whose stages are looked at. */
const staging = shallowRef<FollowedDrill | null>(null)
/** The drills that are worked now, with the day each was last heard and what was wrong in the last lesson. */
const open = computed(() => {
  const faults = page.value?.lessons.rows[0]?.faults ?? []
  return present.value
    .filter(set => set.waitsFor === null)
    .map(set => ({
      ...set,
      heardOn: set.lessons.at(-1)?.day ?? null,
      heard: heardOfLate(
        faults.filter(fault => fault.assignmentId === set.id),
        [],
        [],
      ),
    }))
})
/** What opens first is what a teacher looks up before a lesson; the rest is one press away. */
const TABS = [
  { key: 'now', label: 'Now' },
  { key: 'practice', label: 'Practice' },
  { key: 'hand', label: 'Hand and progress' },
  { key: 'lessons', label: 'Lessons' },
] as const
/** Which of them is shown, by its place; the address says it, so that going back comes here again. */
const tab = computed({
  get: () =>
    Math.max(
      0,
      TABS.findIndex(({ key }) => key === route.query.tab),
    ),
  set: place => void navigateTo({ query: place === 0 ? {} : { tab: TABS[place]!.key } }, { replace: true }),
})
/** Drills that are not to be played while something hurts. */
const resting = computed(
  () =>
    new Set(
      present.value
        .filter(set => restsFor(student.value.pain, changedSpec(set.spec, set.change), set.hand))
        .map(({ id: setId }) => setId),
    ),
)
/** Everything kept of the student, as a file on this device. */
const saveFile = () => keepAnswer('GET /api/students/:id/export', { id: id.value })
async function erased() {
  toasts.say(`${student.value.name} is erased.`)
  await navigateTo('/students')
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
    if (ask === 'pain') (now.student.pain ? clearing : hurting).value = true
    else if (ask === 'hand') handOpen.value = true
    else if (ask === 'plan') replanning.value = now.assignments.find(set => set.id === drill) ?? null
    else if (ask === 'weekly') planning.value = true
    void navigateTo({ query: {} }, { replace: true })
  },
  { immediate: true },
)
const { starting, start } = useLessonStart()
const build = () => navigateTo({ path: '/bench', query: { student: id.value } })
useKeys(() => [
  { key: 'l', label: 'Start a lesson now', run: () => void start(id.value, null) },
  { key: 'b', label: 'Build a drill for them', run: () => void build() },
])
</script>

<template>
  <div class="p-5 sm:p-8 max-w-6xl">
    <LoadState v-if="!page" :error="error" @retry="reload" />
    <template v-else>
      <StudentHeader
        :page="page"
        @make-up="moving.askWhere(placeOf($event))"
        @put-back="moving.putBack(placeOf($event))"
        @measure="handOpen = true"
      >
        <BaseButton tone="action" :busy="starting !== null" @click="start(id, null)"> Start a lesson now </BaseButton>
        <BaseButton @click="build"> Build a drill for them </BaseButton>
        <ActionMenu
          label="More"
          :items="[
            { label: 'Edit student', run: () => (editing = true) },
            { label: 'Change the hand card', run: () => (handOpen = true) },
            { label: 'Their school', run: () => (choosingSchool = true) },
            ...(student.pain ? [{ label: 'Is the pain gone?', run: () => (clearing = true) }] : []),
            { label: student.pain ? 'Something else hurts' : 'Something hurts', run: () => (hurting = true) },
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
      </StudentHeader>

      <TabGroup :selected-index="tab" class="mt-5" as="div" @change="tab = $event">
        <TabList class="flex flex-wrap gap-x-1 border-b border-line" aria-label="Parts of the page">
          <Tab v-for="each in TABS" :key="each.key" v-slot="{ selected }" as="template">
            <button
              type="button"
              class="min-h-11 px-4 -mb-px border-b-2"
              :class="selected ? 'border-ink font-bold' : 'border-transparent text-soft hover:text-ink'"
            >
              {{ each.label }}
            </button>
          </Tab>
        </TabList>
        <TabPanels class="mt-5">
          <TabPanel class="space-y-5" tabindex="-1">
            <LastLesson :page="page" :today="today" @report="reporting = true" @homework="giving = true" />
            <section aria-label="Drills">
              <h2 class="text-xl mb-2">Drills</h2>
              <EmptyState v-if="present.length === 0" title="No drills assigned">
                Build one for this hand, or open one from the shelf and choose “Assign to a student”.
                <template #action>
                  <BaseButton tone="action" @click="build"> Go to the bench </BaseButton>
                </template>
              </EmptyState>
              <ul class="space-y-2">
                <StudentDrill
                  v-for="set in present"
                  :key="set.id"
                  :set="set"
                  :student-id="student.id"
                  :unsuited="unsuited.get(set.id)!"
                  :rests="resting.has(set.id)"
                  :today="today"
                  @plan="replanning = set"
                  @stages="staging = set"
                  @end="end(set, true)"
                  @move="movePlan(set, $event)"
                />
              </ul>
            </section>
          </TabPanel>
          <TabPanel tabindex="-1">
            <StudentPractice
              :student-id="student.id"
              :practice="page.practice"
              :days="page.practiceDays"
              :today="today"
              :pains="page.pains"
              @report="reporting = true"
              @changed="reload"
            />
            <section class="mt-8">
              <div class="flex flex-wrap items-center gap-3 mb-3">
                <h2 class="text-xl flex-1">Homework</h2>
                <BaseButton :disabled="open.length === 0" @click="giving = true">Assign homework</BaseButton>
              </div>
              <p v-if="page.homework.length === 0" class="text-soft">
                No homework yet. A homework sheet shows each drill with both hands, its tempos, minutes and what to
                watch for.
              </p>
              <HomeworkGivenList v-else :homework="page.homework" />
            </section>
          </TabPanel>
          <TabPanel tabindex="-1">
            <HandCard
              :student="student"
              :guitar-name="nameOf(student.instrumentId)"
              :today="today"
              @change="handOpen = true"
            />
            <StudentCoverage :key="page.assignments.length" :student-id="student.id" :hand="student.hand" />
            <StudentProgress :key="`progress ${student.id}`" :student-id="student.id" />
          </TabPanel>
          <TabPanel tabindex="-1">
            <StudentLessons :student-id="student.id" :first="page.lessons" />
            <PastDrills :student-id="student.id" :first="page.past" @back="end($event, false)" />
            <section class="mt-8">
              <h2 class="text-xl mb-1">For a spreadsheet</h2>
              <p class="text-soft">Everything recorded with {{ student.name }}, as CSV.</p>
              <RecordsLinks :student-id="student.id" :of="['practice', 'passes', 'decisions']" />
            </section>
          </TabPanel>
        </TabPanels>
      </TabGroup>
      <StudentDialog v-model:open="editing" :student="student" @saved="recheck" />
      <PainDialog v-model:open="hurting" :student="student" :today="today" :drills="present" @saved="reload" />
      <PainGoneDialog v-model:open="clearing" :student="student" @saved="reload" @else="hurting = true" />
      <PracticeDialog
        v-model:open="reporting"
        :student="student"
        :drills="present"
        :chosen-id="null"
        :today="today"
        :since="page.lessons.rows[0] ? when.localDay(page.lessons.rows[0].startedAt) : null"
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
