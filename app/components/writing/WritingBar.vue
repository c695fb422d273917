<script setup lang="ts">
import { NOTE_VALUES, TUPLETS, type WrittenLength } from '#core/writing/lengths'

/** What can be done to own music besides typing frets: lengths, slurs, marks, moves; each with its key. */
const props = defineProps<{ desk: WritingDesk; bench: Bench }>()
const { length, note, said, where, over, stretch } = props.desk
const more = useLocalStorage('fidactyl-writing-more', false)
const keys = ref(false)

const tuplets = [
  { value: 1 as WrittenLength['tuplet'], label: 'no tuplet' },
  ...TUPLETS.map(({ notes, name }) => ({ value: notes, label: name })),
]
const tuplet = computed({ get: () => length.value.tuplet, set: value => props.desk.setLength({ tuplet: value }) })
const nextTuplet = () => {
  const at = tuplets.findIndex(each => each.value === tuplet.value)
  tuplet.value = tuplets[(at + 1) % tuplets.length]!.value
}

interface Verb {
  readonly label: string
  readonly key: string
  readonly run: () => void
  readonly pressed?: boolean | undefined
}
const sounds = computed((): readonly Verb[] => [
  { label: 'Tie', key: '=', run: props.desk.tie },
  { label: 'Rest', key: 'R', run: props.desk.rest },
  {
    label: 'Slur',
    key: 'L',
    run: props.desk.slur,
    pressed: note.value?.via === 'hammer' || note.value?.via === 'pull',
  },
  { label: 'Slide', key: '/', run: props.desk.slide, pressed: note.value?.via === 'slide' },
  { label: 'Tap', key: 'K', run: props.desk.tap, pressed: note.value?.via === 'tap' },
  {
    label: 'Accent',
    key: '>',
    run: () => props.desk.mark('accent'),
    pressed: note.value?.marks?.includes('accent') ?? false,
  },
  {
    label: 'Staccato',
    key: '’',
    run: () => props.desk.mark('staccato'),
    pressed: note.value?.marks?.includes('staccato') ?? false,
  },
  { label: 'Take out', key: 'Delete', run: props.desk.takeOut },
])
const strokes = computed((): readonly Verb[] => [
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
const moves: readonly Verb[] = [
  { label: 'Thinner string', key: 'Alt ↑', run: () => props.desk.moveString(-1) },
  { label: 'Thicker string', key: 'Alt ↓', run: () => props.desk.moveString(1) },
  { label: 'Fret up', key: 'Ctrl ↑', run: () => props.desk.moveFret(1) },
  { label: 'Fret down', key: 'Ctrl ↓', run: () => props.desk.moveFret(-1) },
  { label: 'Octave up', key: 'Alt PgUp', run: () => props.desk.moveOctave(1) },
  { label: 'Octave down', key: 'Alt PgDn', run: () => props.desk.moveOctave(-1) },
  { label: 'Earlier', key: 'Alt ←', run: () => props.desk.moveTime(-1) },
  { label: 'Later', key: 'Alt →', run: () => props.desk.moveTime(1) },
]
const time = computed((): readonly Verb[] => [
  { label: stretch.value ? 'Repeat what is marked' : 'Repeat the bar', key: 'Ctrl D', run: props.desk.repeat },
  { label: 'Make room', key: 'Insert', run: props.desk.openGap },
  { label: 'Close the gap', key: 'Shift Delete', run: props.desk.closeGap },
  { label: 'Copy', key: 'Ctrl C', run: () => void props.desk.copy() },
  { label: 'Cut', key: 'Ctrl X', run: props.desk.cut },
  { label: 'Put in the copy', key: 'Ctrl V', run: () => props.desk.paste() },
  { label: 'Mark all', key: 'Ctrl A', run: props.desk.markAll },
  { label: 'Clear the sheet', key: '', run: props.desk.clear },
])
const groups = computed(() => [
  { name: 'Plucked by', verbs: strokes.value },
  { name: 'Move', verbs: moves },
  { name: 'Time', verbs: time.value },
])
</script>

<template>
  <div class="mb-3 space-y-2" role="group" aria-label="Writing">
    <div class="flex flex-wrap items-stretch gap-1">
      <button
        v-for="each in NOTE_VALUES"
        :key="each.value"
        type="button"
        class="rounded-md border min-h-10 min-w-10 inline-flex items-center justify-center"
        :class="length.value === each.value ? 'bg-ink text-card border-ink' : 'bg-card border-line hover:border-edge'"
        :aria-pressed="length.value === each.value"
        :aria-label="each.name"
        :title="`${each.name} (${each.value.toUpperCase()})`"
        @click="desk.setLength({ value: each.value })"
      >
        <NoteGlyph :value="each.value" />
      </button>
      <button
        type="button"
        class="rounded-md border min-h-10 px-2.5"
        :class="length.dotted ? 'bg-ink text-card border-ink' : 'bg-card border-line hover:border-edge'"
        :aria-pressed="length.dotted"
        title="Dotted (.)"
        @click="desk.setLength({ dotted: !length.dotted })"
      >
        dotted
      </button>
      <button
        type="button"
        class="rounded-md border min-h-10 px-2.5"
        :class="tuplet > 1 ? 'bg-ink text-card border-ink' : 'bg-card border-line hover:border-edge'"
        :aria-pressed="tuplet > 1"
        title="Triplet (T); pressed again quintuplet, sextuplet, septuplet"
        @click="nextTuplet"
      >
        {{ tuplets.find(each => each.value === tuplet)?.label }}
      </button>
      <span class="w-px bg-line mx-1" aria-hidden="true" />
      <button
        v-for="verb in sounds"
        :key="verb.label"
        type="button"
        class="rounded-md border min-h-10 px-2.5"
        :class="verb.pressed ? 'bg-ink text-card border-ink' : 'bg-card border-line hover:border-edge'"
        :aria-pressed="verb.pressed"
        :title="`${verb.label} (${verb.key})`"
        @click="verb.run()"
      >
        {{ verb.label }}
      </button>
      <button
        type="button"
        class="min-h-10 px-2 underline underline-offset-4 text-soft"
        :aria-expanded="more"
        aria-controls="writing-more"
        @click="more = !more"
      >
        {{ more ? 'Less' : 'More' }}
      </button>
    </div>
    <div v-show="more" id="writing-more" class="space-y-1.5">
      <div v-for="group in groups" :key="group.name" class="flex flex-wrap items-center gap-1">
        <span class="w-20 text-sm font-bold text-soft">{{ group.name }}</span>
        <button
          v-for="verb in group.verbs"
          :key="verb.label"
          type="button"
          class="rounded-md border min-h-9 px-2"
          :class="verb.pressed ? 'bg-ink text-card border-ink' : 'bg-card border-line hover:border-edge'"
          :aria-pressed="verb.pressed"
          :title="verb.key ? `${verb.label} (${verb.key})` : verb.label"
          @click="verb.run()"
        >
          {{ verb.label }}
        </button>
      </div>
      <button
        type="button"
        class="min-h-9 underline underline-offset-4 text-soft"
        :aria-expanded="keys"
        aria-controls="writing-keys"
        @click="keys = !keys"
      >
        {{ keys ? 'Hide the keys' : 'All keys of the sheet' }}
      </button>
      <dl v-show="keys" id="writing-keys" class="grid grid-cols-1 md:grid-cols-2 gap-x-6 gap-y-0.5 text-sm">
        <div v-for="each in WRITING_KEYS" :key="each.keys" class="flex gap-3">
          <dt class="w-36 shrink-0 font-bold figures">{{ each.keys }}</dt>
          <dd class="text-soft">{{ each.label }}</dd>
        </div>
      </dl>
    </div>
    <p class="figures" role="status">
      {{ where }}<span v-if="said" class="text-attention-ink font-bold"> · {{ said }}</span>
    </p>
    <ul v-if="over.length > 0" class="text-soft text-sm">
      <li v-for="each in over.slice(0, 3)" :key="each">{{ each }}</li>
      <li v-if="over.length > 3">and {{ over.length - 3 }} more bars</li>
    </ul>
    <p v-if="bench.score.value?.notes.length === 0" class="text-soft">
      Nothing is written yet. Click on a string and type a fret, click on the neck below, or paste tablature.
    </p>
  </div>
</template>
