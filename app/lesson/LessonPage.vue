<script setup lang="ts">
import { openingOf } from '#core/families/opening'
import { familyNamed } from '#core/families/registry'
import { usesFingerInCare } from '#core/fitting/set-drill'
import { barTicks } from '#core/line/ticks'
import { variationInWords } from '#core/wording/decision'
import type { HeardFault } from '#shared/contracts/taught/answers'

definePageMeta({ layout: 'bare' })
const route = useRoute()
const lesson = useLesson(String(route.params.id))
await lesson.load()
const { detail } = lesson
const run = useLessonRun(lesson)
const { agenda, items, canUndo, ended, current, standing, setBpm, tempo, passesHere } = run
useHead({ title: computed(() => `Lesson${detail.value ? ` · ${detail.value.student.name}` : ''} · Fidactyl`) })

const { trying, vary, counting, score, plan } = useDrillInHand(current, setBpm, tempo)
const source = computed(() =>
  score.value ? { meter: score.value.meter, ticks: score.value.bars * barTicks(score.value.meter) } : null,
)
const metronome = useMetronome(source, tempo)
const dock = useTemplateRef<{ change: (by: number) => void; tap: () => void }>('dock')
const { lanes, quiet } = useSheetRows()
const selected = ref<number | null>(null)

function choose(assignmentId: string) {
  metronome.stop()
  run.choose(assignmentId)
}
const demonstrating = ref(false)
const asking = useOneOpen('note', 'fault', 'pain', 'gone', 'bring', 'home', 'agenda', 'homework', 'end')
const { note: noting, fault: faulting, bring: bringing, pain: hurting, gone: clearing } = asking.is
const { home: reporting, end: ending, agenda: arranging, homework: giving } = asking.is
/** The drills of this lesson as homework is made of them, the tempo as it was decided on here. */
const toTakeHome = computed(() =>
  agenda.value.map(set => ({
    ...set,
    bpm: lesson.standing(set).bpm,
    heard: lesson.faultsOfLate(set),
    heardOn: lesson.passesOf(set).length > 0 ? today.value : (set.lessonLogs.at(-1)?.at.slice(0, 10) ?? null),
  })),
)
/** A pain is a fault of this drill, and stands on the student's card wherever they are taught. */
async function heard(...[fault, fingers]: Parameters<typeof run.fault>) {
  run.fault(fault, fingers)
  if (fault !== 'pain') return
  await nextTick()
  asking.open('pain')
}
const stillThere = ({ fault, finger, instead }: HeardFault) =>
  run.fault(fault, { ...(finger !== undefined && { finger }), ...(instead !== undefined && { instead }) })
/** The next fault of last time that nobody has answered yet. */
const unanswered = computed(
  () => current.value?.faults.find(fault => lesson.answerTo(current.value!, fault) === null) ?? null,
)
function end() {
  metronome.stop()
  asking.close()
  run.end()
}
function step(by: 1 | -1) {
  metronome.stop()
  run.step(by)
}
const place = computed(() => agenda.value.findIndex(set => set.id === current.value?.id))

/** Drills of the agenda that use a finger this hand is to be spared. */
const straining = computed(() => {
  const { hand } = detail.value?.student ?? {}
  return new Set(agenda.value.filter(set => hand && usesFingerInCare(set, hand)).map(set => set.id))
})
/** The drill on the bench, with the way back to this lesson; fitted to the hand when it is asked for anew. */
const onBench = (fitted: boolean) => ({
  path: '/bench',
  query: {
    ...(fitted ? { drill: current.value?.drillId } : { set: current.value?.id }),
    student: detail.value?.student.id,
    lesson: detail.value?.id,
  },
})

/** A drill made against one fault, on the bench, with the way back. */
const openHelp = (family: string) =>
  navigateTo({
    path: '/bench',
    query: {
      spec: JSON.stringify(openingOf(familyNamed(family))),
      student: detail.value?.student.id,
      lesson: detail.value?.id,
    },
  })

const when = useWhen()
const today = computed(() => when.today().toISODate()!)
const demonstrate = () => {
  demonstrating.value = score.value !== null
}
const offer = useTemplateRef<{ take: () => void; overrule: () => void; help: () => void }>('offer')
const room = useTemplateRef('room')
const { height } = useElementSize(room)
const wide = useMediaQuery('(min-width: 64rem)')
useFoot(useTemplateRef<HTMLElement>('foot'))
useLessonKeys({ run, asking, metronome, dock, offer, score, counting, unanswered, step, stillThere, demonstrate })
</script>

<template>
  <div>
    <div v-if="!detail" class="max-w-xl mx-auto p-8 pt-24">
      <LoadState :error="lesson.error.value" @retry="lesson.load" />
    </div>
    <LessonSummary
      v-else-if="ended"
      :lesson="lesson"
      @reopen="run.reopen"
      @noted="run.note"
      @homework="asking.open('homework')"
    />
    <div v-else class="flex flex-col min-h-dvh lg:h-dvh">
      <LessonHeader :detail="detail">
        <BaseButton @click="asking.open('home')">At home <kbd class="key" aria-hidden="true">H</kbd></BaseButton>
        <BaseButton @click="asking.open('homework')">Homework <kbd class="key" aria-hidden="true">P</kbd></BaseButton>
        <BaseButton @click="asking.open('note')">Note <kbd class="key" aria-hidden="true">N</kbd></BaseButton>
        <BaseButton @click="asking.open('end')">End lesson <kbd class="key" aria-hidden="true">E</kbd></BaseButton>
      </LessonHeader>
      <div
        class="flex-1 min-h-0 grid grid-cols-1 max-lg:content-start lg:grid-cols-[14rem_minmax(0,1fr)] xl:grid-cols-[14rem_minmax(0,1fr)_14rem]"
      >
        <LessonAgenda
          class="short:max-lg:hidden"
          :lesson="lesson"
          :detail="detail"
          :current-id="current?.id ?? null"
          :straining="straining"
          :agenda="agenda"
          :items="items"
          @choose="choose"
          @bring="asking.open('bring')"
          @arrange="asking.open('agenda')"
        />
        <div class="p-3 sm:px-5 lg:py-4 min-w-0 min-h-0 flex flex-col gap-3 lg:overflow-y-auto">
          <SetAside :lesson-id="detail.id" />
          <EmptyState v-if="!current" title="No drills assigned to this student">
            Add one from your shelf, or build one on the bench for {{ detail.student.name }}; the lesson stays open.
            <template #action>
              <BaseButton tone="action" @click="asking.open('bring')">Add a drill</BaseButton>
            </template>
          </EmptyState>
          <template v-else>
            <div class="flex items-center gap-2">
              <BaseButton
                class="min-h-12 min-w-12"
                aria-label="Previous drill"
                :disabled="place <= 0"
                @click="step(-1)"
              >
                ←
              </BaseButton>
              <div class="min-w-0 flex-1">
                <h2 class="text-xl leading-tight line-clamp-2">{{ current.drillName }}</h2>
                <div class="text-soft flex flex-wrap gap-x-3">
                  <StageLine :set="current" />
                  <NuxtLink :to="onBench(false)" class="underline underline-offset-4 short:max-lg:hidden"
                    >open it on the bench</NuxtLink
                  >
                </div>
              </div>
              <BaseButton
                class="min-h-12 min-w-12"
                aria-label="Next drill"
                :disabled="place >= agenda.length - 1"
                @click="step(1)"
              >
                →
              </BaseButton>
            </div>
            <p v-if="straining.has(current.id)" class="border-l-4 border-attention pl-3" role="status">
              This drill uses a spared finger.
              <NuxtLink :to="onBench(true)" class="underline underline-offset-4">Fit it to this hand</NuxtLink>
            </p>
            <OfferStrip
              v-if="standing && score"
              ref="offer"
              :standing="standing"
              :set="current"
              :trying="trying"
              class="short:max-lg:py-1 short:max-lg:[&_button]:min-h-9!"
              @decide="run.decide"
              @vary="vary"
              @help="openHelp"
              @pain="asking.open(detail.student.pain ? 'gone' : 'pain')"
            />
            <p v-if="trying" class="border-l-4 border-attention pl-3" role="status">
              For now: {{ variationInWords(trying) }}.
              {{ counting ? 'Passes count at this tempo.' : 'Passes count again when you go back.' }}{{ ' ' }}
              <button type="button" class="underline underline-offset-4 min-h-9" @click="trying = null">
                Back to the assigned drill
              </button>
            </p>
            <TimedRunner v-if="plan" :key="current.id" :plan="plan" />
            <div v-if="score" ref="room" class="lg:flex-1 lg:min-h-56 lg:overflow-y-auto">
              <div class="bg-card border border-line rounded-md px-2 py-3">
                <DrillSheet
                  v-model:selected="selected"
                  :score="score"
                  :lanes="lanes"
                  :quiet="quiet"
                  notation
                  :height="wide ? height - 26 : undefined"
                  :clock="metronome"
                />
              </div>
            </div>
            <NoteCard v-if="score && selected !== null" :score="score" :selected="selected" />
            <div v-if="score" class="flex flex-wrap gap-2">
              <RowToggles up />
              <BaseButton size="sm" @click="demonstrate">Demonstrate</BaseButton>
              <BaseButton size="sm" class="lg:hidden" @click="asking.open('bring')">Add a drill</BaseButton>
            </div>
            <LessonBeside
              class="xl:hidden"
              :score="score"
              :set="current"
              :lesson="lesson"
              @gone="run.faultGone"
              @still="stillThere"
              @rate="run.rate"
            />
          </template>
        </div>
        <LessonBeside
          v-if="current"
          class="max-xl:hidden border-l border-line p-4 overflow-y-auto"
          :score="score"
          :set="current"
          :lesson="lesson"
          @gone="run.faultGone"
          @still="stillThere"
          @rate="run.rate"
        />
      </div>
      <footer
        v-if="current && score"
        ref="foot"
        class="border-t border-line bg-rail px-3 sm:px-5 py-3 flex flex-wrap items-center gap-x-5 gap-y-2 max-lg:sticky max-lg:bottom-0 z-10 short:max-lg:flex-nowrap short:max-lg:gap-x-2 short:max-lg:py-1 short:max-lg:[&_button]:min-h-10! short:max-lg:[&_button]:px-3! short:max-lg:[&_button]:text-base!"
      >
        <SoundDock
          ref="dock"
          v-model:tempo="tempo"
          class="max-sm:w-full"
          compact
          :metronome="metronome"
          :per-beat="score.spec.rhythm.perBeat"
          :meter="score.meter"
        />
        <div class="min-w-40 flex-1 short:max-lg:hidden">
          <PassTally :passes="passesHere" :bpm="tempo" />
          <p v-if="tempo !== setBpm" class="text-sm">
            Set tempo is {{ setBpm }}.
            <button type="button" class="underline underline-offset-4" @click="tempo = setBpm">Back to it</button>
          </p>
        </div>
        <PassKeys
          v-if="counting"
          class="max-sm:w-full"
          :undoable="canUndo"
          @pass="run.pass"
          @fault="asking.open('fault')"
          @undo="run.undo"
        />
      </footer>
      <LessonNoteDialog v-model:open="noting" :drill-name="current?.drillName ?? null" @noted="run.note" />
      <FaultDialog v-model:open="faulting" :score="score" :habits="current?.habits ?? {}" @heard="heard" />
      <PainDialog
        v-model:open="hurting"
        :student="detail.student"
        :today="today"
        :drills="detail.agenda"
        @saved="lesson.hurts"
      />
      <PainGoneDialog
        v-model:open="clearing"
        :student="detail.student"
        @saved="lesson.hurts"
        @else="asking.open('pain')"
      />
      <AgendaDialog
        v-model:open="arranging"
        :agenda="agenda"
        :items="items"
        :minutes="detail.minutes"
        @arrange="run.arrange"
      />
      <DemonstrateDialog
        v-if="score"
        v-model:open="demonstrating"
        :title="current?.drillName ?? ''"
        :tempo="tempo"
        :score="score"
        :metronome="metronome"
      />
      <PracticeDialog
        v-model:open="reporting"
        :student="detail.student"
        :drills="agenda"
        :chosen-id="current?.id ?? null"
        :today="today"
        :since="detail.lastTime ? when.localDay(detail.lastTime.at) : null"
        @saved="lesson.load"
      />
      <BringInDialog v-model:open="bringing" :lesson="lesson" @choose="run.choose" />
      <EndLessonDialog v-model:open="ending" @end="end" />
    </div>
    <HomeworkDialog
      v-if="detail"
      v-model:open="giving"
      :student="detail.student"
      :sets="toTakeHome"
      :lesson-id="detail.id"
      :today="today"
      @given="lesson.load"
    />
  </div>
</template>

<style scoped>
.key {
  font-family: inherit;
  color: var(--soft);
}
@media (width < 40rem) {
  .key {
    display: none;
  }
}
</style>
