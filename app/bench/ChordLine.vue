<script setup lang="ts">
import { readChordLine, writeChordLine } from '#core/chords/chord-line'
import { KEYS, PROGRESSIONS, progressionIn } from '#core/chords/progressions'
import { chordsOfLine, lineOfChords, type Settling } from '#core/families/chord-list'
import type { ChordEntry } from '#core/families/chord-fields'
import type { KeptChords } from '#shared/contracts/drills/answers'

/** A progression in one typed line, or picked whole: common ones in a key, and those the teacher keeps. */
const props = defineProps<{ settling: Settling; kept: readonly KeptChords[] }>()
const chords = defineModel<readonly ChordEntry[]>({ required: true })
const emit = defineEmits<{ keep: [line: string]; putAway: [kept: KeptChords] }>()
const id = useId()

const written = computed(() => writeChordLine(lineOfChords(chords.value, props.settling), props.settling.beatsPerBar))
const typed = ref(written.value)
const RIGHT = { word: '', why: '', near: [] as readonly string[] }
const wrong = shallowRef(RIGHT)
watch(written, line => {
  typed.value = line
  wrong.value = RIGHT
})
function take(text = typed.value) {
  typed.value = text
  const line = readChordLine(text, props.settling.beatsPerBar)
  const settled = line.ok ? chordsOfLine(line.chords, props.settling) : line
  wrong.value = settled.ok ? RIGHT : { ...RIGHT, ...settled }
  if (settled.ok) chords.value = settled.chords
}
/** Puts a near name in place of the one that was not understood. */
function mend(name: string) {
  const words = typed.value.split(/([\s|,]+)/)
  const at = words.indexOf(wrong.value.word)
  take(words.map((word, i) => (i === at ? name : word)).join(''))
}

const key = ref<string>('C')
const picking = ref(false)
const keys = KEYS.map(value => ({ value: value as string, label: value }))
function pick(line: string) {
  picking.value = false
  take(line)
}
</script>

<template>
  <div class="space-y-2">
    <div>
      <label :for="id" class="block text-sm font-bold text-soft mb-1">Chords in a line</label>
      <input
        :id="id"
        v-model="typed"
        type="text"
        spellcheck="false"
        autocomplete="off"
        class="w-full min-h-11 rounded-md border bg-card px-3"
        :class="wrong.why ? 'border-pain' : 'border-edge/70'"
        :aria-invalid="wrong.why ? true : undefined"
        :aria-describedby="`${id}-more`"
        @change="take()"
        @keydown.enter="take()"
      />
      <div :id="`${id}-more`" class="text-sm mt-1">
        <p v-if="wrong.why" class="text-pain" role="alert">
          {{ sentence(wrong.why) }}
          <template v-if="wrong.near.length > 0"
            >Near it:
            <button
              v-for="name in wrong.near"
              :key="name"
              type="button"
              class="mx-0.5 px-2 min-h-8 rounded-md border border-edge/70 bg-card text-ink font-bold"
              @click="mend(name)"
            >
              {{ name }}
            </button>
          </template>
        </p>
        <p v-else class="text-soft">C Am F G, or in bars: | C / G/B / | Am | % |</p>
      </div>
    </div>
    <div class="flex flex-wrap gap-2">
      <BaseButton size="sm" :aria-expanded="picking" @click="picking = !picking"> Progressions </BaseButton>
      <BaseButton size="sm" @click="emit('keep', written)"> Save this progression </BaseButton>
    </div>
    <div v-if="picking" class="rounded-md border border-line bg-card p-2 space-y-2">
      <BaseListbox v-model="key" label="Key" :options="keys" />
      <ul aria-label="Saved progressions" class="max-h-64 overflow-y-auto">
        <li v-for="each in kept" :key="each.id" class="flex items-center gap-1">
          <button
            type="button"
            class="flex-1 min-w-0 text-left px-2 py-1.5 rounded-md hover:bg-wood/40"
            @click="pick(each.chords)"
          >
            <b>{{ each.name }}</b><span class="block text-sm text-soft truncate">{{ each.chords }}</span>
          </button>
          <BaseButton size="sm" :aria-label="`Put ${each.name} away`" @click="emit('putAway', each)">×</BaseButton>
        </li>
        <li v-for="each in PROGRESSIONS" :key="each.name">
          <button
            type="button"
            class="w-full text-left px-2 py-1.5 rounded-md hover:bg-wood/40"
            @click="pick(progressionIn(each.degrees, key))"
          >
            {{ each.name }}<span class="block text-sm text-soft truncate">{{ progressionIn(each.degrees, key) }}</span>
          </button>
        </li>
      </ul>
    </div>
  </div>
</template>
