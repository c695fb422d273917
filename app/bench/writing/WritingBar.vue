<script setup lang="ts">
import type { WritingVerb } from './writing-verb'
import { NOTE_VALUES, TUPLETS, type WrittenLength } from '#core/writing/lengths'

/** What is done to own music most, besides typing frets: lengths, slurs, marks; each with its key. */
const props = defineProps<{ desk: WritingDesk; bench: Bench }>()
const { length, note, over } = props.desk

const tuplets = [
  { value: 1 as WrittenLength['tuplet'], label: 'no tuplet' },
  ...TUPLETS.map(({ notes, name }) => ({ value: notes, label: name })),
]
const tuplet = computed({ get: () => length.value.tuplet, set: value => props.desk.setLength({ tuplet: value }) })
const nextTuplet = () => {
  const at = tuplets.findIndex(each => each.value === tuplet.value)
  tuplet.value = tuplets[(at + 1) % tuplets.length]!.value
}

/** How the length in hand is divided. */
const kinds = computed((): readonly WritingVerb[] => [
  {
    label: 'dotted',
    key: '.',
    run: () => props.desk.setLength({ dotted: !length.value.dotted }),
    pressed: length.value.dotted,
  },
  {
    label: tuplets.find(each => each.value === tuplet.value)!.label,
    key: 'T; pressed again quintuplet, sextuplet, septuplet',
    run: nextTuplet,
    pressed: tuplet.value > 1,
  },
])
const sounds = computed((): readonly WritingVerb[] => [
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
  { label: 'Delete', key: 'Delete', run: props.desk.takeOut },
])
</script>

<template>
  <div
    class="mb-3 space-y-2 lg:sticky lg:-top-5 lg:-mx-2 lg:px-2 lg:py-2 bg-paper z-10"
    role="group"
    aria-label="Writing"
  >
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
      <WritingVerbs :verbs="kinds" />
      <span class="w-px bg-line mx-1" aria-hidden="true" />
      <WritingVerbs :verbs="sounds" />
    </div>
    <ul v-if="over.length > 0" class="text-soft text-sm">
      <li v-for="each in over.slice(0, 3)" :key="each">{{ each }}</li>
      <li v-if="over.length > 3">and {{ over.length - 3 }} more bars</li>
    </ul>
    <p v-if="bench.score.value?.notes.length === 0" class="text-soft">
      Nothing is written yet. Click on a string and type a fret, click on the neck below, or paste tablature.
    </p>
  </div>
</template>
