<script setup lang="ts">
import { shapePlaces } from '#core/chords/places'
import { placeInWords } from '#core/families/shape'
import { instrumentOf } from '#core/guitar/instrument'

/** All places of an arpeggio shape on the neck, stepped through. */
const props = defineProps<{ label: string; bench: Bench }>()
const place = defineModel<number>({ required: true })
const guitar = computed(() => instrumentOf(props.bench.spec.value!.instrument))
const places = computed(() => {
  const { chord, strings, formula } = props.bench.get('shape') as {
    chord: string
    strings: number[]
    formula: number[]
  }
  try {
    return shapePlaces(chord, strings, formula, guitar.value)
  } catch {
    // What is wrong is said above the sheet, with its field.
    return []
  }
})
const current = computed(() => places.value[place.value - 1])
const from = computed(() =>
  Math.max(1, Math.min(...(current.value ?? []).map(note => note.fret).filter(fret => fret > 0))),
)
</script>

<template>
  <div class="space-y-2">
    <BaseStepper
      v-model="place"
      :label="`${label} (${places.length} in all)`"
      :min="1"
      :max="Math.max(1, places.length)"
      :show="n => `${n} · ${places[n - 1] ? placeInWords(places[n - 1]!) : 'none'}`"
    />
    <NeckPicture
      v-if="current"
      :label="`Place ${place}`"
      :strings="guitar.tuning.length"
      :from-fret="from"
      :frets="7"
      :marks="current.map(note => ({ string: note.string, fret: note.fret }))"
    />
    <p class="text-sm text-soft">The plucking hand is the same at every place.</p>
  </div>
</template>
