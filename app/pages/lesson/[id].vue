<script setup lang="ts">
import { barTicks } from '#core/line/ticks'
import { realise } from '#core/score/realise'
import type { DecisionKind } from '#core/spec/plan-fields'

definePageMeta({ layout: 'bare' })
const route = useRoute()
const lesson = useLesson(String(route.params.id))
await lesson.load()
const { detail, state } = lesson
const outbox = useOutbox()
const toasts = useToasts()
const when = useWhen()
useHead({ title: computed(() => `Lesson${detail.value ? ` · ${detail.value.student.name}` : ''} · Fidactyl`) })

const ended = computed(() => state.value.endedAt !== null || detail.value?.endedAt !== null)
const agenda = computed(() => detail.value?.agenda ?? [])
const current = computed(() => agenda.value.find(set => set.id === state.value.currentId) ?? agenda.value[0] ?? null)
const standing = computed(() => (current.value ? lesson.standing(current.value) : null))
const setBpm = computed(() => standing.value?.bpm ?? 60)

// The metronome follows the set tempo; the teacher may try another one in between.
const tempo = ref(setBpm.value)
watch([setBpm, current], () => {
  tempo.value = setBpm.value
})

const realised = computed(() => {
  if (!current.value || !detail.value) return null
  const result = realise({ ...current.value.spec, tempo: setBpm.value }, { hand: detail.value.student.hand, habits: detail.value.student.habits, pins: current.value.pins })
  return result.ok ? result.value : null
})
const score = computed(() => (realised.value?.kind === 'sheet' ? realised.value : null))
const plan = computed(() => (realised.value && realised.value.kind !== 'sheet' ? realised.value : null))
const source = computed(() => score.value ? { meter: score.value.meter, ticks: score.value.bars * barTicks(score.value.meter) } : null)
const metronome = useMetronome(source, tempo)
const dock = useTemplateRef<{ change: (by: number) => void, tap: () => void }>('dock')
const lanes = useLocalStorage('fidactyl-lanes', true)
const selected = ref<number | null>(null)

const passesHere = computed(() => (current.value ? lesson.passesOf(current.value).filter(pass => pass.bpm === tempo.value) : []))

// A drill counts as taken up with its first pass, so that looking at a lesson changes nothing.
function turnTo(assignmentId: string) {
  if (state.value.currentId !== assignmentId) lesson.record({ kind: 'turn', assignmentId })
}
function choose(assignmentId: string) {
  metronome.stop()
  turnTo(assignmentId)
}
function pass(clean: boolean) {
  if (!current.value || ended.value) return
  turnTo(current.value.id)
  lesson.record({ kind: 'pass', assignmentId: current.value.id, bpm: tempo.value, clean })
}
function undo() {
  const { undoable } = state.value
  if (!undoable || ended.value) return
  lesson.record({ kind: 'void', eventId: undoable.id })
  toasts.say(undoable.kind === 'pass' ? `Took back a ${undoable.clean ? 'clean pass' : 'slip'} at ${undoable.bpm}.` : 'Took back the note.')
}

function decide(choice: { decision: DecisionKind, bpm: number, reason: string | null }) {
  const set = current.value
  const now = standing.value
  if (!set || !now) return
  const made = lesson.record({
    kind: 'decision', assignmentId: set.id, revision: now.revision, ...choice,
    offered: now.offer.decision, offeredBpm: now.offer.bpm, offerReason: now.offer.reason, supersedes: null,
  })
  const said = { 'raise': `Raised to ${choice.bpm}.`, 'ease': `Eased to ${choice.bpm}.`, 'hold': `Held at ${choice.bpm}.`, 'done': 'Completed.', 'next-stage': 'Next stage.', 'vary': 'Varied.', 'rest': 'Rest.' }[choice.decision]
  toasts.say(said, { action: { label: 'Take it back', run: () => takeBack(set.id, made.id, now) } })
}
function takeBack(assignmentId: string, decisionId: string, before: NonNullable<typeof standing.value>) {
  lesson.record({
    kind: 'decision', assignmentId, revision: before.revision + 1, decision: 'hold', bpm: before.bpm,
    offered: before.offer.decision, offeredBpm: before.offer.bpm, offerReason: 'Taken back.', reason: null, supersedes: decisionId,
  })
}

const noting = ref(false)
const noteText = ref('')
const noteFor = ref<'drill' | 'lesson'>('drill')
function note() {
  const text = noteText.value.trim()
  if (!text) return
  lesson.record({ kind: 'note', assignmentId: noteFor.value === 'drill' ? current.value?.id ?? null : null, text })
  noting.value = false
  noteText.value = ''
}
const ending = ref(false)
function end() {
  metronome.stop()
  ending.value = false
  lesson.record({ kind: 'end' })
}

const now = useNow({ interval: 1000 })
const gone = computed(() => {
  const seconds = Math.max(0, Math.floor((now.value.getTime() - Date.parse(detail.value?.startedAt ?? now.value.toISOString())) / 1000))
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`
})

const keysOpen = ref(false)
const shortcuts = computed(() => [
  { key: ' ', label: 'Play or stop', run: () => metronome.toggle() },
  { key: 'j', label: 'A clean pass', run: () => pass(true) },
  { key: 'k', label: 'A slip', run: () => pass(false) },
  { key: 'u', label: 'Take back the last pass or note', run: () => undo() },
  { key: 'n', label: 'Write a note', run: () => { noting.value = true } },
  { key: 'ArrowUp', label: 'Faster by 1', run: () => dock.value?.change(1) },
  { key: 'ArrowDown', label: 'Slower by 1', run: () => dock.value?.change(-1) },
  { key: 't', label: 'Tap the tempo', run: () => dock.value?.tap() },
  { key: '?', label: 'These keys', run: () => { keysOpen.value = true } },
])
useKeys(() => (ended.value ? [] : shortcuts.value))
</script>

<template>
  <div
    v-if="!detail"
    class="max-w-xl mx-auto p-8 pt-24"
  >
    <LoadState
      :error="lesson.error.value"
      @retry="lesson.load"
    />
  </div>
  <LessonSummary
    v-else-if="ended"
    :lesson="lesson"
  />
  <div
    v-else
    class="flex flex-col min-h-dvh lg:h-dvh"
  >
    <header class="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-line px-3 sm:px-5 py-2 sm:py-3">
      <h1 class="text-xl">
        {{ detail.student.name }}
      </h1>
      <p class="text-soft figures max-sm:order-last">
        {{ when.clock(detail.startedAt) }} · {{ detail.minutes }} minutes · {{ gone }} gone
      </p>
      <p
        class="text-sm max-sm:order-last"
        :class="outbox.stuck ? 'text-attention-ink font-bold' : 'text-soft'"
        role="status"
      >
        {{ outbox.waiting === 0 ? 'all saved' : outbox.stuck ? `${outbox.waiting} kept on this device, waiting for the server` : `saving ${outbox.waiting}` }}
      </p>
      <div class="ml-auto flex gap-2">
        <BaseButton @click="noting = true">
          Note
        </BaseButton>
        <BaseButton @click="ending = true">
          End lesson
        </BaseButton>
      </div>
    </header>
    <div class="flex-1 min-h-0 grid grid-cols-1 max-lg:content-start lg:grid-cols-[15rem_minmax(0,1fr)]">
      <aside
        class="bg-rail lg:border-r border-line p-4 lg:overflow-y-auto max-lg:border-b"
        aria-label="Agenda"
      >
        <ul class="max-lg:flex max-lg:gap-2 max-lg:overflow-x-auto lg:space-y-1">
          <li
            v-for="set in agenda"
            :key="set.id"
            class="max-lg:shrink-0 max-lg:max-w-56"
          >
            <button
              type="button"
              class="w-full text-left rounded-md border px-3 py-2"
              :class="set.id === current?.id ? 'bg-card border-edge' : 'border-transparent hover:border-line'"
              :aria-pressed="set.id === current?.id"
              @click="choose(set.id)"
            >
              <span class="block font-bold leading-snug max-lg:truncate">{{ set.drillName }}</span>
              <span class="block text-soft figures">{{ set.stage }}, {{ lesson.standing(set).bpm }} → {{ set.plan.targetBpm }}</span>
            </button>
          </li>
        </ul>
        <p
          v-if="agenda.length === 0"
          class="text-soft"
        >
          No drill is set.
        </p>
        <section
          v-if="detail.lastTime && detail.lastTime.notes.length > 0"
          class="max-lg:hidden mt-6"
        >
          <h2 class="text-sm font-sans text-soft">
            Last time, {{ when.day(detail.lastTime.at) }}
          </h2>
          <p
            v-for="text in detail.lastTime.notes"
            :key="text"
            class="mt-1"
          >
            {{ text }}
          </p>
        </section>
        <section
          v-if="state.notes.length > 0"
          class="max-lg:hidden mt-6"
        >
          <h2 class="text-sm font-sans text-soft">
            Today
          </h2>
          <p
            v-for="each in state.notes"
            :key="each.id"
            class="mt-1"
          >
            {{ each.text }}
          </p>
        </section>
      </aside>
      <div class="p-3 sm:p-5 lg:overflow-y-auto min-w-0 space-y-4">
        <EmptyState
          v-if="!current"
          title="No drill is set for this student"
        >
          Build one on the bench for {{ detail.student.name }} and set it; the lesson stays open.
          <template #action>
            <BaseButton
              tone="action"
              @click="navigateTo({ path: '/bench', query: { student: detail.student.id } })"
            >
              Go to the bench
            </BaseButton>
          </template>
        </EmptyState>
        <template v-else>
          <div
            v-for="entry in lesson.refused.value"
            :key="entry.seq"
            class="border-l-4 border-attention bg-card rounded-r-md px-4 py-2.5 flex flex-wrap gap-3 items-center"
            role="alert"
          >
            <p class="flex-1">
              Not taken: {{ entry.event.kind === 'decision' ? `${entry.event.decision} at ${entry.event.bpm}` : entry.event.kind }} — {{ entry.refused }}.
            </p>
            <BaseButton
              size="sm"
              @click="outbox.drop(entry.seq!)"
            >
              Put aside
            </BaseButton>
          </div>
          <OfferStrip
            v-if="standing"
            :standing="standing"
            :plan="current.plan"
            @decide="decide"
          />
          <TimedRunner
            v-if="plan"
            :key="current.id"
            :plan="plan"
          />
          <div
            v-if="score"
            class="bg-card border border-line rounded-md px-2 py-3"
          >
            <DrillSheet
              v-model:selected="selected"
              :score="score"
              :lanes="lanes"
              :clock="metronome"
            />
          </div>
          <NoteCard
            v-if="score && selected !== null"
            :score="score"
            :selected="selected"
          />
          <button
            v-if="score"
            type="button"
            class="text-soft underline underline-offset-4 min-h-9"
            @click="lanes = !lanes"
          >
            {{ lanes ? 'Fold the lanes' : 'Show the lanes' }}
          </button>
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
      />
      <div class="min-w-40 flex-1">
        <PassTally
          :passes="passesHere"
          :bpm="tempo"
        />
        <p
          v-if="tempo !== setBpm"
          class="text-sm"
        >
          Set tempo is {{ setBpm }}. <button
            type="button"
            class="underline underline-offset-4"
            @click="tempo = setBpm"
          >
            Back to it
          </button>
        </p>
      </div>
      <div class="flex gap-3 max-sm:w-full">
        <BaseButton
          :disabled="!state.undoable"
          class="min-h-16"
          @click="undo"
        >
          Undo
        </BaseButton>
        <button
          type="button"
          class="rounded-md bg-plan text-on-plan min-h-16 sm:min-w-36 flex-1 font-head font-bold text-2xl"
          @click="pass(true)"
        >
          Clean <kbd
            class="max-sm:hidden ml-1 text-base font-sans opacity-90"
            aria-hidden="true"
          >J</kbd>
        </button>
        <button
          type="button"
          class="rounded-md bg-card border border-edge min-h-16 sm:min-w-36 flex-1 font-head font-bold text-2xl"
          @click="pass(false)"
        >
          Slip <kbd
            class="max-sm:hidden ml-1 text-base font-sans text-soft"
            aria-hidden="true"
          >K</kbd>
        </button>
      </div>
    </footer>
    <BaseDialog
      v-model:open="noting"
      title="Note"
    >
      <form
        class="space-y-4"
        @submit.prevent="note"
      >
        <FormField
          v-model="noteText"
          label="What to remember"
          multiline
        />
        <BaseChips
          v-if="current"
          v-model="noteFor"
          label="About"
          :options="[{ value: 'drill', label: current.drillName }, { value: 'lesson', label: 'the lesson' }]"
        />
        <div class="flex justify-end gap-3">
          <BaseButton @click="noting = false">
            Cancel
          </BaseButton>
          <BaseButton
            tone="action"
            type="submit"
            :disabled="!noteText.trim()"
          >
            Keep it
          </BaseButton>
        </div>
      </form>
    </BaseDialog>
    <BaseDialog
      v-model:open="ending"
      title="End this lesson?"
      about="A summary follows. What was put down stays; nothing can be added after."
    >
      <div class="flex justify-end gap-3">
        <BaseButton @click="ending = false">
          Go on
        </BaseButton>
        <BaseButton
          tone="action"
          @click="end"
        >
          End lesson
        </BaseButton>
      </div>
    </BaseDialog>
    <ShortcutsDialog
      v-model:open="keysOpen"
      :shortcuts="shortcuts"
    />
  </div>
</template>
