<script setup lang="ts">
import { instrumentOf } from '#core/guitar/instrument'

/** The neck under own music: a click writes the place at the cursor and goes on, or stays for notes together. */
const props = defineProps<{ desk: WritingDesk; bench: Bench }>()
const { cursor, notes } = props.desk
const guitar = computed(() => instrumentOf(props.bench.spec.value!.instrument))
const shown = useLocalStorage('fidactyl-writing-neck', true)
const together = ref(false)
const from = ref(1)
const FRETS = 12
const most = computed(() => Math.max(1, guitar.value.lastFret - FRETS + 1))
const marks = computed(() =>
  notes.value.flatMap(({ at, string, fret, finger }) =>
    at === cursor.value.at && string !== undefined && fret !== undefined
      ? [{ string, fret, text: finger ? String(finger) : undefined }]
      : [],
  ),
)
</script>

<template>
  <section aria-label="Neck to write with">
    <div class="flex flex-wrap items-center gap-3">
      <ToggleButton v-model="shown"> Neck </ToggleButton>
      <template v-if="shown">
        <ToggleButton v-model="together"> Notes together </ToggleButton>
        <div class="flex items-center gap-1.5">
          <BaseButton size="sm" :disabled="from <= 1" aria-label="Lower frets" @click="from = Math.max(1, from - 4)"
            >‹</BaseButton
          >
          <span class="text-soft figures">frets {{ from }}–{{ Math.min(from + FRETS - 1, guitar.lastFret) }}</span>
          <BaseButton
            size="sm"
            :disabled="from >= most"
            aria-label="Higher frets"
            @click="from = Math.min(most, from + 4)"
            >›</BaseButton
          >
        </div>
      </template>
    </div>
    <NeckPicture
      v-if="shown"
      class="mt-2"
      label="Neck: a click writes at the cursor"
      :strings="guitar.tuning.length"
      :from-fret="from"
      :frets="Math.min(FRETS, guitar.lastFret - from + 1)"
      :marks="marks"
      pickable
      wide
      @pick="desk.pickPlace($event, together)"
    />
  </section>
</template>
