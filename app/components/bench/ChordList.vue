<script setup lang="ts">
import { chordNames, chordShape, readFrets } from '#core/chords/chord'
import { SHAPES } from '#core/chords/shapes'
import type { ChordEntry } from '#core/families/chord-fields'
import { instrumentOf, midiAt, type InstrumentChoice } from '#core/guitar/instrument'
import { SpecError } from '#core/schema/spec-error'

/** The chords of a drill: from the table, typed as frets, or clicked on a small neck. */
const props = defineProps<{ label: string; instrument: InstrumentChoice; ownPatterns?: boolean }>()
const chords = defineModel<readonly ChordEntry[]>({ required: true })
const guitar = computed(() => instrumentOf(props.instrument))
const open = ref(0)

const shapes = computed(() =>
  chords.value.map(chord => {
    try {
      return { shape: chordShape(chord, guitar.value, 'chord'), problem: '' }
    } catch (error) {
      if (error instanceof SpecError) return { shape: null, problem: error.message }
      throw error
    }
  }),
)
const current = computed(() => shapes.value[open.value]?.shape ?? null)
const names = computed(() =>
  current.value
    ? chordNames(
        current.value.strings.map(({ string, fret }) => midiAt(guitar.value, string, fret)).sort((a, b) => a - b),
      )
    : [],
)
const fromFret = computed(() => {
  const fretted = current.value?.contacts.map(contact => contact.fret) ?? []
  return fretted.length > 0 && Math.max(...fretted) > 5 ? Math.min(...fretted) : 1
})
const silent = computed(() =>
  current.value
    ? Array.from({ length: guitar.value.tuning.length }, (_, i) => i + 1).filter(
        string => !current.value!.strings.some(each => each.string === string),
      )
    : [],
)

function change(i: number, chord: ChordEntry) {
  chords.value = chords.value.map((each, k) => (k === i ? chord : each))
}
const typeFrets = (i: number, frets: string) =>
  change(i, { ...chords.value[i]!, name: undefined, fingers: undefined, frets: frets.trim() })
function pick(place: { string: number; fret: number }) {
  const chord = chords.value[open.value]
  if (!chord) return
  const count = guitar.value.tuning.length
  let frets: (number | null)[]
  try {
    frets = [...readFrets(chord.frets, count, '')]
  } catch {
    frets = Array.from({ length: count }, () => null)
  }
  const index = count - place.string
  frets[index] = frets[index] === place.fret ? null : place.fret
  if (frets.every(fret => fret === null)) return
  const words = frets.map(fret => (fret === null ? 'x' : String(fret)))
  change(open.value, {
    ...chord,
    name: undefined,
    fingers: undefined,
    frets: words.some(word => word.length > 1) ? words.join('-') : words.join(''),
  })
}
function add(frets: string, name: string) {
  chords.value = [...chords.value, { name, frets }]
  open.value = chords.value.length - 1
}
function drop(i: number) {
  chords.value = chords.value.filter((_, k) => k !== i)
  open.value = Math.max(0, Math.min(open.value, chords.value.length - 2))
}
const table = SHAPES.map(({ name, frets }) => ({ label: name, frets }))
</script>

<template>
  <fieldset class="space-y-2">
    <legend class="text-sm font-bold text-soft mb-1">
      {{ label }}
    </legend>
    <ol class="flex flex-wrap gap-1.5">
      <li v-for="(chord, i) in chords" :key="i">
        <button
          type="button"
          class="rounded-md border min-h-9 px-2.5"
          :class="i === open ? 'bg-ink text-card border-ink font-bold' : 'bg-card border-line hover:border-edge'"
          :aria-pressed="i === open"
          @click="open = i"
        >
          {{ chord.name ?? shapes[i]?.shape?.name ?? chord.frets }}
        </button>
      </li>
    </ol>
    <div v-if="chords[open]" class="rounded-md border border-line bg-card p-3 space-y-2">
      <NeckPicture
        :label="`Neck of ${current?.name ?? 'the chord'}: pick places`"
        :strings="guitar.tuning.length"
        :from-fret="fromFret"
        :frets="5"
        :marks="
          (current?.strings ?? []).map(each => ({
            string: each.string,
            fret: each.fret,
            text: each.finger ? String(each.finger) : undefined,
          }))
        "
        :silent="silent"
        pickable
        @pick="pick"
      />
      <WrittenField
        label="Frets, thick string first"
        hint="x32010; with bars between above nine: x-10-12-12-11-10"
        :text="chords[open]!.frets"
        @written="typeFrets(open, $event)"
      />
      <p v-if="shapes[open]?.problem" class="text-attention-ink" role="alert">
        {{ shapes[open]!.problem }}
      </p>
      <p v-else class="text-soft">
        {{ names.length > 0 ? `Sounds as ${names.slice(0, 3).join(' or ')}.` : 'No common name.' }}
      </p>
      <WrittenField
        v-if="ownPatterns"
        label="A pattern of its own (optional)"
        :text="chords[open]!.tokens ?? ''"
        @written="change(open, { ...chords[open]!, tokens: $event.trim() || undefined })"
      />
      <BaseButton v-if="chords.length > 1" size="sm" @click="drop(open)"> Take out </BaseButton>
    </div>
    <details>
      <summary class="text-soft underline underline-offset-4 min-h-9 content-center">Add a chord</summary>
      <div class="flex flex-wrap gap-1.5 mt-1">
        <button
          v-for="entry in table"
          :key="entry.label"
          type="button"
          class="rounded-md border border-line bg-card min-h-9 px-2.5 hover:border-edge"
          @click="add(entry.frets, entry.label)"
        >
          {{ entry.label }}
        </button>
      </div>
    </details>
  </fieldset>
</template>
