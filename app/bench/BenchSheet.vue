<script setup lang="ts">
import { familyOf, isOwnMusic } from '#core/families/registry'
import { fieldInWords } from '#core/wording/field'
import type { StudentRow } from '#shared/contracts/people/answers'
import { writingKey } from './writing/writing-keys'

/**
 * The middle of the bench: the sheet of the drill with its purpose, what is wrong with it, and the note that is picked.
 */
const props = defineProps<{
  bench: Bench
  student: StudentRow | null
  drillId: string | null
  /** The desk of own music; nothing is written while its drill is another. */
  desk: WritingDesk
  clock: { readonly tick: Readonly<Ref<number | null>> }
  lit: readonly string[] | null
}>()
const emit = defineEmits<{
  excerpt: [from: string, to: string]
  writeOut: [from: number, to: number]
  paste: [text: string]
}>()
/** Keys on the sheet, while it is written on. */
function onKey(event: KeyboardEvent) {
  const run = writes.value ? writingKey(event, props.desk) : null
  if (!run) return
  event.preventDefault()
  event.stopPropagation()
  run()
}
useClipboardOf(
  () => (writes.value ? props.desk : null),
  text => emit('paste', text),
)
const writes = computed(() => props.desk.on.value && plan.value === null)
const nothing = computed(() => isOwnMusic(props.bench.raw.value) && score.value?.notes.length === 0)
const { lanes, quiet } = useSheetRows()
const { plan, score, problem, asPlayed, engine } = props.bench
const where = computed(() => fieldInWords(problem.value?.path ?? '', familyOf(props.bench.raw.value)))

const selected = defineModel<number | null>('selected', { required: true })
const note = computed(() => (selected.value === null ? null : (score.value?.notes[selected.value] ?? null)))
/** Sets the finger of the picked note: on the drill, or in what the student plays. */
function setFinger(finger: number | null) {
  if (!note.value?.finger) return
  const { key } = note.value
  if (writes.value && !asPlayed.value) props.desk.finger(finger as 1 | null)
  else if (!asPlayed.value) props.bench.pin({ [key]: finger })
  else if (finger !== null) asPlayed.value = { ...asPlayed.value, [key]: finger }
  else asPlayed.value = Object.fromEntries(Object.entries(asPlayed.value).filter(([each]) => each !== key))
}
/** Keys go to the sheet that is written on. */
const focus = () => room.value?.querySelector<HTMLElement>('.writing-sheet')?.focus()
defineExpose({ setFinger, focus })
const writesDown = computed({
  get: () => asPlayed.value !== null,
  set: now => {
    asPlayed.value = now ? {} : null
  },
})
const waits = computed(() => engine.busy.value && props.bench.spec.value?.fingering.rule !== 'one-per-fret')
const slow = refDebounced(waits, 400)
// What is said of a note takes room from below: the note's line stays in sight above it. On narrow screens it is the
// page that scrolls, and that is the reader's own.
const room = useTemplateRef<HTMLElement>('room')
function keepInSight() {
  // While it is written on, the sheet itself keeps its cursor in sight.
  if (writes.value || selected.value === null || !room.value || room.value.scrollHeight <= room.value.clientHeight)
    return
  room.value
    .querySelector(`[data-note="${selected.value}"]`)
    ?.closest('.sheet-line')
    ?.scrollIntoView({ block: 'nearest' })
}
watch(selected, keepInSight, { flush: 'post' })
useResizeObserver(room, keepInSight)
const range = ref<readonly [number, number] | null>(null)
watch(score, () => {
  range.value = null
})
/** Where the marking ended: what can be done with it appears there. */
const marked = ref<Record<string, string>>({})
const ACTION_WIDTH = 500
watch(
  range,
  now => {
    const box = room.value
    const last = now && box?.querySelector(`[data-note="${now[1]}"]`)?.getBoundingClientRect()
    if (!box || !last) return
    const at = box.getBoundingClientRect()
    const left = Math.max(8, Math.min(last.left - at.left - ACTION_WIDTH / 2, at.width - ACTION_WIDTH - 8))
    marked.value = { left: `${left}px`, top: `${last.bottom - at.top + box.scrollTop + 10}px` }
  },
  { flush: 'post' },
)

/** The marked notes become a drill of their own. */
function takeExcerpt() {
  if (!range.value || !score.value) return
  const [from, to] = range.value.map(index => score.value!.notes[index]!.key)
  range.value = null
  selected.value = null
  emit('excerpt', from!, to!)
}
/** The marked notes become own music. */
function writeOut() {
  if (!range.value || !score.value) return
  const [from, to] = range.value.map(index => score.value!.notes[index]!.at)
  range.value = null
  selected.value = null
  emit('writeOut', from!, to! + 1)
}
</script>

<template>
  <section class="min-w-0 min-h-0 flex flex-col" aria-label="Sheet">
    <div ref="room" class="relative flex-1 min-h-0 lg:overflow-y-auto p-3 sm:p-5">
      <div
        v-if="problem && !nothing"
        role="alert"
        class="mb-3 border-l-4 border-attention bg-card rounded-r-md px-4 py-2.5"
      >
        <p class="font-bold">This cannot be played: {{ problem.message }}</p>
        <p class="text-soft">
          {{ where ? `At “${where}”. ` : '' }}The sheet shows the last playable version: undo, or change the setting.
        </p>
      </div>
      <p class="text-soft mb-2">
        {{ plan?.purpose ?? score!.purpose }}
      </p>
      <div v-if="!plan" class="flex flex-wrap gap-2 mb-2">
        <RowToggles />
        <ToggleButton v-model="writesDown"> What the student plays </ToggleButton>
      </div>
      <AsPlayed
        v-if="asPlayed && !plan"
        :bench="bench"
        :student="student"
        :drill-id="drillId"
        @done="asPlayed = null"
      />
      <div v-if="slow && !plan" class="mb-3 flex flex-wrap items-center gap-3" role="status">
        <p class="flex-1">
          Working out the fingers of {{ score!.notes.length }} notes. Until then the sheet shows the previous ones.
        </p>
        <BaseButton size="sm" @click="engine.stop()"> Stop </BaseButton>
      </div>
      <div v-else-if="engine.stopped.value && !plan" class="mb-3 flex flex-wrap items-center gap-3" role="status">
        <p class="flex-1">Stopped. The fingers shown are from before.</p>
        <BaseButton size="sm" @click="engine.ask()"> Work out fingers </BaseButton>
      </div>
      <WritingBar v-if="writes" :desk="desk" :bench="bench" />
      <TimedRunner v-if="plan" :plan="plan" />
      <div v-else class="bg-card border border-line rounded-md px-2 py-3">
        <DrillSheet
          v-model:selected="selected"
          v-model:range="range"
          :score="score!"
          :lanes="lanes"
          :quiet="quiet"
          notation
          :clock="clock"
          :lit="lit"
          :writing="writes ? desk.surface : undefined"
          @keydown="onKey"
        />
      </div>
      <template v-if="writes">
        <WritingNeck :desk="desk" :bench="bench" class="mt-3" />
        <WritingMore :desk="desk" class="mt-3" />
      </template>
      <p v-if="!plan && !note && !writes" class="mt-2 text-soft">
        Select a note to see its finger, what stays down and what to mute. Use the arrow keys to move between notes.
      </p>
      <ChordChanges v-if="!plan" :score="bench.settled.value ?? score!" />
      <div
        v-if="range && !plan"
        class="absolute z-10 flex flex-wrap items-center gap-2 border border-edge rounded-md bg-card shadow-md px-3 py-2"
        :style="marked"
      >
        <p>Notes {{ range[0] + 1 }} to {{ range[1] + 1 }}</p>
        <BaseButton tone="action" size="sm" @click="takeExcerpt">Make a drill from them</BaseButton>
        <BaseButton size="sm" @click="writeOut">Write them out</BaseButton>
        <BaseButton size="sm" @click="range = null">Clear selection</BaseButton>
      </div>
    </div>
    <div
      v-if="!plan"
      class="lg:max-h-[45%] lg:overflow-y-auto"
      :class="[
        note || writes ? 'px-3 sm:px-5 py-2 lg:border-t border-line' : '',
        // As high with a note as without: the sheet stays where it is while the cursor goes on.
        writes ? 'lg:h-36' : '',
      ]"
      tabindex="-1"
    >
      <p v-if="writes" class="figures" role="status">
        {{ desk.where.value
        }}<span v-if="desk.said.value" class="text-attention-ink font-bold"> · {{ desk.said.value }}</span>
      </p>
      <NoteCard :score="score!" :selected="selected" :judged="bench.fingering.value !== null" />
      <FingerChoice
        v-if="note && note.finger"
        class="mt-1.5 pl-5"
        :note="note"
        :notes="score!.notes"
        :pin="writes && !asPlayed ? desk.note.value?.finger : (asPlayed ?? bench.pins.value)[note.key]"
        :verdict="bench.fingering.value"
        :busy="engine.busy.value"
        @pin="setFinger"
        @mend="bench.take($event, note.key)"
      />
    </div>
  </section>
</template>
