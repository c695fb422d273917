<script setup lang="ts">
import { PRESET_NAMES, PRESETS } from '#core/fretboard/presets'

/** The guitar the drill is written for, and its capo. */
const props = defineProps<{ bench: Bench }>()
const GUITARS = PRESET_NAMES.map(name => ({ value: name, label: PRESETS[name].label, detail: `${PRESETS[name].scaleLengthMm} mm, ${PRESETS[name].frets} frets` }))
const preset = computed({ get: () => props.bench.spec.value!.instrument.preset, set: name => props.bench.set('instrument', { preset: name }) })
const capo = computed({ get: () => props.bench.spec.value!.instrument.capo ?? 0, set: fret => props.bench.set('instrument.capo', fret || undefined) })
const capoInWords = (fret: number) => fret === 0 ? 'none' : `fret ${fret}`
</script>

<template>
  <section
    class="space-y-3"
    aria-label="Guitar"
  >
    <BaseListbox
      v-model="preset"
      label="Guitar"
      :options="GUITARS"
    />
    <BaseStepper
      v-model="capo"
      label="Capo"
      :min="0"
      :max="11"
      :show="capoInWords"
    />
  </section>
</template>
