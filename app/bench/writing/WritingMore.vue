<script setup lang="ts">
import { WRITING_KEYS } from './writing-keys'
import type { WritingVerb } from './writing-verb'

/** What is done to own music more seldom: strokes, moves, bars; and the keys of it all. */
const props = defineProps<{ desk: WritingDesk }>()
const { note, stretch } = props.desk
const more = useLocalStorage('fidactyl-writing-more', false)
const keys = ref(false)

const strokes = computed((): readonly WritingVerb[] => [
  ...(['p', 'i', 'm', 'a', 'c'] as const).map(pluck => ({
    label: pluck,
    key: pluck.toUpperCase(),
    run: () => props.desk.pluck(pluck),
    pressed: note.value?.pluck === pluck,
  })),
  { label: 'down-stroke', key: 'D', run: () => props.desk.pluck('D'), pressed: note.value?.pluck === 'D' },
  { label: 'up-stroke', key: 'U', run: () => props.desk.pluck('U'), pressed: note.value?.pluck === 'U' },
  { label: 'by the system', key: '', run: () => props.desk.pluck(null) },
])
const moves: readonly WritingVerb[] = [
  { label: 'Thinner string', key: 'Alt ↑', run: () => props.desk.moveString(-1) },
  { label: 'Thicker string', key: 'Alt ↓', run: () => props.desk.moveString(1) },
  { label: 'Fret up', key: 'Ctrl ↑', run: () => props.desk.moveFret(1) },
  { label: 'Fret down', key: 'Ctrl ↓', run: () => props.desk.moveFret(-1) },
  { label: 'Octave up', key: 'Alt PgUp', run: () => props.desk.moveOctave(1) },
  { label: 'Octave down', key: 'Alt PgDn', run: () => props.desk.moveOctave(-1) },
  { label: 'Earlier', key: 'Alt ←', run: () => props.desk.moveTime(-1) },
  { label: 'Later', key: 'Alt →', run: () => props.desk.moveTime(1) },
]
const time = computed((): readonly WritingVerb[] => [
  { label: stretch.value ? 'Repeat the selection' : 'Repeat the bar', key: 'Ctrl D', run: props.desk.repeat },
  { label: 'Insert space', key: 'Insert', run: props.desk.openGap },
  { label: 'Close the gap', key: 'Shift Delete', run: props.desk.closeGap },
  { label: 'Copy', key: 'Ctrl C', run: () => void props.desk.copy() },
  { label: 'Cut', key: 'Ctrl X', run: props.desk.cut },
  { label: 'Paste', key: 'Ctrl V', run: () => props.desk.paste() },
  { label: 'Select all', key: 'Ctrl A', run: props.desk.markAll },
  { label: 'Clear the sheet', key: '', run: props.desk.clear },
])
const groups = computed(() => [
  { name: 'Plucked by', verbs: strokes.value },
  { name: 'Move', verbs: moves },
  { name: 'Time', verbs: time.value },
])
</script>

<template>
  <section aria-label="More to write with">
    <div class="flex flex-wrap items-center gap-3">
      <ToggleButton v-model="more"> Strokes, moves and bars </ToggleButton>
      <ToggleButton v-model="keys"> Keys </ToggleButton>
    </div>
    <div v-if="more" class="mt-2 space-y-1.5">
      <div v-for="group in groups" :key="group.name" class="flex flex-wrap items-center gap-1">
        <span class="w-20 text-sm font-bold text-soft">{{ group.name }}</span>
        <WritingVerbs :verbs="group.verbs" />
      </div>
    </div>
    <dl v-if="keys" class="mt-2 grid grid-cols-1 md:grid-cols-2 gap-x-6 gap-y-0.5 text-sm">
      <div v-for="each in WRITING_KEYS" :key="each.keys" class="flex gap-3">
        <dt class="w-36 shrink-0 font-bold figures">{{ each.keys }}</dt>
        <dd class="text-soft">{{ each.label }}</dd>
      </div>
    </dl>
  </section>
</template>
