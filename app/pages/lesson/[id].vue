<script setup lang="ts">
import { openingOf } from '#core/families/opening'
import { familyNamed } from '#core/families/registry'
import { leftOver } from '#core/fitting/fit'
import { careOf } from '#core/hand/care'
import { barTicks } from '#core/line/ticks'
import { changedSpec } from '#core/schema/change'
import { variationInWords } from '#core/wording/decision'
import type { AgendaItem, HeardFault } from '#shared/contracts/assignments'

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
/** The sheet by itself and large, to play from and to show. */
const demonstrating = ref(false)
// As large as two screens hold it: who plays from it scrolls once at most.
const { height: windowHeight } = useWindowSize()
/** The dialog that is open, if any. */
const asking = ref<'note' | 'fault' | 'pain' | 'bring' | 'home' | 'agenda' | 'homework' | 'end' | null>(null)
const isAsking = (which: NonNullable<typeof asking.value>) =>
  computed({
    get: () => asking.value === which,
    set: open => {
      asking.value = open ? which : null
    },
  })
const [noting, faulting, bringing] = [isAsking('note'), isAsking('fault'), isAsking('bring')]
const [hurting, reporting, ending] = [isAsking('pain'), isAsking('home'), isAsking('end')]
const [arranging, giving] = [isAsking('agenda'), isAsking('homework')]
/** The drills of this lesson as homework is made of them, the tempo as it was decided on here. */
const toTakeHome = computed(() =>
  agenda.value.map(set => ({
    ...set,
    bpm: lesson.standing(set).bpm,
    heardOn: lesson.passesOf(set).length > 0 ? today.value : (set.lessonLogs.at(-1)?.at.slice(0, 10) ?? null),
  })),
)
const ask = (which: NonNullable<typeof asking.value>) => () => {
  asking.value = which
}
/** A pain is a fault of this drill, and stands on the student's card wherever they are taught. */
async function heard(...[fault, fingers]: Parameters<typeof run.fault>) {
  run.fault(fault, fingers)
  if (fault !== 'pain') return
  await nextTick()
  asking.value = 'pain'
}
const stillThere = ({ fault, finger, instead }: HeardFault) =>
  run.fault(fault, { ...(finger !== undefined && { finger }), ...(instead !== undefined && { instead }) })
/** The next fault of last time that nobody has answered yet. */
const unanswered = computed(
  () => current.value?.faults.find(fault => lesson.answerTo(current.value!, fault) === null) ?? null,
)
function end() {
  metronome.stop()
  asking.value = null
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
  if (!hand || careOf(hand, {}, null) === null) return new Set<string>()
  const strains = (set: AgendaItem) =>
    leftOver(changedSpec(set.spec, set.change), hand, set.pins).some(
      each => 'rule' in each && (each.rule === 'spared' || each.rule === 'excluded'),
    )
  return new Set(agenda.value.filter(strains).map(set => set.id))
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
const offer = useTemplateRef<{ take: () => void; overrule: () => void }>('offer')
const room = useTemplateRef('room')
const { height } = useElementSize(room)
const wide = useMediaQuery('(min-width: 64rem)')
const shortcuts = [
  { key: ' ', label: 'Play or stop', run: () => metronome.toggle() },
  { key: 'j', label: 'A clean pass', run: () => score.value && counting.value && run.pass(true) },
  { key: 'k', label: 'A slip', run: () => score.value && counting.value && run.pass(false) },
  { key: 'u', label: 'Take back what was done last', run: run.undo },
  { key: 'o', label: 'Take the offer', run: () => offer.value?.take() },
  { key: 'w', label: 'Decide otherwise', run: () => offer.value?.overrule() },
  { key: 'ArrowRight', label: 'Next drill', run: () => step(1) },
  { key: 'ArrowLeft', label: 'Previous drill', run: () => step(-1) },
  { key: 'f', label: 'Put down a fault', run: ask('fault') },
  { key: 'a', label: 'Arrange the lesson', run: ask('agenda') },
  { key: 'd', label: 'Demonstrate', run: () => score.value && (demonstrating.value = true) },
  { key: 'h', label: 'Put down what was practised at home', run: ask('home') },
  { key: 'g', label: 'The fault of last time is gone', run: () => unanswered.value && run.faultGone(unanswered.value) },
  { key: 's', label: 'It is still there', run: () => unanswered.value && stillThere(unanswered.value) },
  ...[1, 2, 3, 4, 5].map(quality => ({
    key: String(quality),
    label: `It sounds ${quality} of 5`,
    run: () => score.value && run.rate(quality),
  })),
  { key: 'p', label: 'Give homework', run: ask('homework') },
  { key: 'n', label: 'Write a note', run: ask('note') },
  { key: 'b', label: 'Bring in a drill', run: ask('bring') },
  { key: 'ArrowUp', label: 'Faster by 1', run: () => dock.value?.change(1) },
  { key: 'ArrowDown', label: 'Slower by 1', run: () => dock.value?.change(-1) },
  { key: 't', label: 'Tap the tempo', run: () => dock.value?.tap() },
  { key: 'e', label: 'End the lesson', run: ask('end') },
]
useFoot(useTemplateRef<HTMLElement>('foot'))
useKeys(() => (ended.value ? [] : shortcuts))
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
      @homework="asking = 'homework'"
    />
    <div v-else class="flex flex-col min-h-dvh lg:h-dvh">
      <LessonHeader :detail="detail">
        <BaseButton @click="asking = 'home'">At home <kbd class="key" aria-hidden="true">H</kbd></BaseButton>
        <BaseButton @click="asking = 'homework'">Homework <kbd class="key" aria-hidden="true">P</kbd></BaseButton>
        <BaseButton @click="asking = 'note'">Note <kbd class="key" aria-hidden="true">N</kbd></BaseButton>
        <BaseButton @click="asking = 'end'">End lesson <kbd class="key" aria-hidden="true">E</kbd></BaseButton>
      </LessonHeader>
      <div
        class="flex-1 min-h-0 grid grid-cols-1 max-lg:content-start lg:grid-cols-[14rem_minmax(0,1fr)] xl:grid-cols-[14rem_minmax(0,1fr)_14rem]"
      >
        <LessonAgenda
          :lesson="lesson"
          :detail="detail"
          :current-id="current?.id ?? null"
          :straining="straining"
          :agenda="agenda"
          :items="items"
          @choose="choose"
          @bring="asking = 'bring'"
          @arrange="asking = 'agenda'"
        />
        <div class="p-3 sm:px-5 lg:py-4 min-w-0 min-h-0 flex flex-col gap-3 lg:overflow-y-auto">
          <SetAside :lesson-id="detail.id" />
          <EmptyState v-if="!current" title="No drill is set for this student">
            Bring one in from your shelf, or build one on the bench for {{ detail.student.name }}; the lesson stays
            open.
            <template #action>
              <BaseButton tone="action" @click="asking = 'bring'">Bring in a drill</BaseButton>
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
                  <NuxtLink :to="onBench(false)" class="underline underline-offset-4">open it on the bench</NuxtLink>
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
              This drill uses a finger that is to be spared.
              <NuxtLink :to="onBench(true)" class="underline underline-offset-4">Fit it to this hand</NuxtLink>
            </p>
            <OfferStrip
              v-if="standing && score"
              ref="offer"
              :standing="standing"
              :set="current"
              :trying="trying"
              @decide="run.decide"
              @vary="vary"
              @help="openHelp"
              @pain="asking = 'pain'"
            />
            <p v-if="trying" class="border-l-4 border-attention pl-3" role="status">
              For now: {{ variationInWords(trying) }}.
              {{ counting ? 'Passes count at this tempo.' : 'Passes count again when you go back.' }}{{ ' ' }}
              <button type="button" class="underline underline-offset-4 min-h-9" @click="trying = null">
                Back to the drill as it is set
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
              <RowToggles />
              <BaseButton size="sm" @click="demonstrating = true">Demonstrate</BaseButton>
              <BaseButton size="sm" class="lg:hidden" @click="asking = 'bring'">Bring in a drill</BaseButton>
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
        class="border-t border-line bg-rail px-3 sm:px-5 py-3 flex flex-wrap items-center gap-x-5 gap-y-2 max-lg:sticky max-lg:bottom-0 z-10"
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
        <div class="min-w-40 flex-1">
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
          @fault="asking = 'fault'"
          @undo="run.undo"
        />
      </footer>
      <LessonNoteDialog v-model:open="noting" :drill-name="current?.drillName ?? null" @noted="run.note" />
      <FaultDialog v-model:open="faulting" :score="score" :habits="current?.habits ?? {}" @heard="heard" />
      <PainDialog v-model:open="hurting" :student="detail.student" :today="today" @saved="lesson.hurts" />
      <AgendaDialog
        v-model:open="arranging"
        :agenda="agenda"
        :items="items"
        :minutes="detail.minutes"
        @arrange="run.arrange"
      />
      <BaseDialog v-model:open="demonstrating" :title="current?.drillName ?? ''" :about="`At ${tempo}`" full>
        <DrillSheet
          v-if="score"
          :score="score"
          :lanes="lanes"
          :quiet="quiet"
          notation
          :clock="metronome"
          :height="2 * windowHeight"
        />
        <div class="sticky -bottom-6 -mx-6 -mb-6 flex gap-3 bg-card px-6 pt-3 pb-6">
          <BaseButton tone="action" class="min-h-14" @click="metronome.toggle()">
            {{ metronome.playing.value ? 'Stop' : 'Play' }}
          </BaseButton>
          <BaseButton class="min-h-14" @click="demonstrating = false">Back to the lesson</BaseButton>
        </div>
      </BaseDialog>
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
      <BaseDialog
        v-model:open="ending"
        title="End this lesson?"
        about="A summary follows. Notes can be added any time; today the lesson can also be taken up again."
      >
        <form class="flex flex-row-reverse justify-start gap-3" @submit.prevent="end">
          <BaseButton tone="action" type="submit">End lesson</BaseButton>
          <BaseButton @click="ending = false">Keep teaching</BaseButton>
        </form>
      </BaseDialog>
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
