<script setup lang="ts">
import { barTicks } from '#core/line/ticks'
import { realise } from '#core/score/realise'

definePageMeta({ layout: 'bare' })
const route = useRoute()
const lesson = useLesson(String(route.params.id))
await lesson.load()
const { detail, state } = lesson
const run = useLessonRun(lesson)
const { ended, current, standing, setBpm, tempo, passesHere } = run
useHead({ title: computed(() => `Lesson${detail.value ? ` · ${detail.value.student.name}` : ''} · Fidactyl`) })

const realised = computed(() => {
  if (!current.value || !detail.value) return null
  const result = realise(
    { ...current.value.spec, tempo: setBpm.value },
    { hand: current.value.hand, habits: current.value.habits, pins: current.value.pins },
  )
  return result.ok ? result.value : null
})
const score = computed(() => (realised.value?.kind === 'sheet' ? realised.value : null))
const plan = computed(() => (realised.value && realised.value.kind !== 'sheet' ? realised.value : null))
const source = computed(() =>
  score.value ? { meter: score.value.meter, ticks: score.value.bars * barTicks(score.value.meter) } : null,
)
const metronome = useMetronome(source, tempo)
const dock = useTemplateRef<{ change: (by: number) => void; tap: () => void }>('dock')
const { lanes, quiet } = useSheetRows()
const selected = ref<number | null>(null)

function choose(assignmentId: string) {
  metronome.stop()
  run.turnTo(assignmentId)
}
const noting = ref(false)
const ending = ref(false)
function end() {
  metronome.stop()
  ending.value = false
  run.end()
}

const keysOpen = ref(false)
const shortcuts = [
  { key: ' ', label: 'Play or stop', run: () => metronome.toggle() },
  { key: 'j', label: 'A clean pass', run: () => run.pass(true) },
  { key: 'k', label: 'A slip', run: () => run.pass(false) },
  { key: 'u', label: 'Take back the last pass or note', run: run.undo },
  {
    key: 'n',
    label: 'Write a note',
    run: () => {
      noting.value = true
    },
  },
  { key: 'ArrowUp', label: 'Faster by 1', run: () => dock.value?.change(1) },
  { key: 'ArrowDown', label: 'Slower by 1', run: () => dock.value?.change(-1) },
  { key: 't', label: 'Tap the tempo', run: () => dock.value?.tap() },
  {
    key: '?',
    label: 'These keys',
    run: () => {
      keysOpen.value = true
    },
  },
]
useKeys(() => (ended.value ? [] : shortcuts))
</script>

<template>
  <div v-if="!detail" class="max-w-xl mx-auto p-8 pt-24">
    <LoadState :error="lesson.error.value" @retry="lesson.load" />
  </div>
  <LessonSummary v-else-if="ended" :lesson="lesson" @reopen="run.reopen" @noted="run.note" />
  <div v-else class="flex flex-col min-h-dvh lg:h-dvh">
    <LessonHeader :detail="detail">
      <BaseButton @click="noting = true"> Note </BaseButton>
      <BaseButton @click="ending = true"> End lesson </BaseButton>
    </LessonHeader>
    <div class="flex-1 min-h-0 grid grid-cols-1 max-lg:content-start lg:grid-cols-[15rem_minmax(0,1fr)]">
      <LessonAgenda :lesson="lesson" :detail="detail" :current-id="current?.id ?? null" @choose="choose" />
      <div class="p-3 sm:p-5 lg:overflow-y-auto min-w-0 space-y-4">
        <SetAside :lesson-id="detail.id" />
        <EmptyState v-if="!current" title="No drill is set for this student">
          Build one on the bench for {{ detail.student.name }} and set it; the lesson stays open.
          <template #action>
            <BaseButton tone="action" @click="navigateTo({ path: '/bench', query: { student: detail.student.id } })">
              Go to the bench
            </BaseButton>
          </template>
        </EmptyState>
        <template v-else>
          <OfferStrip v-if="standing" :standing="standing" :plan="current.plan" @decide="run.decide" />
          <TimedRunner v-if="plan" :key="current.id" :plan="plan" />
          <div v-if="score" class="bg-card border border-line rounded-md px-2 py-3">
            <DrillSheet v-model:selected="selected" :score="score" :lanes="lanes" :quiet="quiet" :clock="metronome" />
          </div>
          <NoteCard v-if="score && selected !== null" :score="score" :selected="selected" />
          <div v-if="score" class="flex flex-wrap gap-2">
            <RowToggles />
          </div>
        </template>
      </div>
    </div>
    <footer
      v-if="current"
      class="border-t border-line bg-rail px-3 sm:px-5 py-3 flex flex-wrap items-center gap-x-5 gap-y-2 max-lg:sticky max-lg:bottom-0 z-10"
    >
      <SoundDock
        v-if="score"
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
      <PassKeys class="max-sm:w-full" :undoable="state.undoable !== null" @pass="run.pass" @undo="run.undo" />
    </footer>
    <LessonNoteDialog v-model:open="noting" :drill-name="current?.drillName ?? null" @noted="run.note" />
    <BaseDialog
      v-model:open="ending"
      title="End this lesson?"
      about="A summary follows. Notes can be added any time; today the lesson can also be taken up again."
    >
      <div class="flex justify-end gap-3">
        <BaseButton @click="ending = false"> Keep teaching </BaseButton>
        <BaseButton tone="action" @click="end"> End lesson </BaseButton>
      </div>
    </BaseDialog>
    <ShortcutsDialog v-model:open="keysOpen" :shortcuts="shortcuts" />
  </div>
</template>
