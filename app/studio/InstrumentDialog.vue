<script setup lang="ts">
import { guitarInWords } from '#core/wording/guitar'
import { fretDistanceMm } from '#core/guitar/geometry'
import { instrumentOf } from '#core/guitar/instrument'
import { PRESET_NAMES, PRESETS } from '#core/guitar/presets'
import { TUNINGS } from '#core/guitar/tunings'
import { readTuning, writeTuning } from '#core/pitch/tuning'
import type { InstrumentRow } from '#shared/contracts/people/answers'
import { saveInstrumentBody } from '#shared/contracts/people/instruments'

/** Adds a guitar of the teacher's own, or changes one. */
const props = defineProps<{ instrument: InstrumentRow | null }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ saved: [] }>()
const writes = useWrites()

/** A guitar as the form shows it. */
function shown(choice: Parameters<typeof instrumentOf>[0]) {
  const { scaleLengthMm, frets, bodyFret, capo, tuning, nutSpacingMm, bridgeSpacingMm } = instrumentOf(choice)
  const written = writeTuning(tuning)
  const { preset } = choice
  return { preset, scaleLengthMm, frets, bodyFret, capo, tuning: written, nutSpacingMm, bridgeSpacingMm }
}
function readStrings(typed: string) {
  try {
    return { midis: readTuning(typed), problem: '' }
  } catch (error) {
    return { midis: null, problem: (error as Error).message }
  }
}
const { values, fields, changed, busy, refusal, errorOf, submit } = useWriteForm({
  schema: saveInstrumentBody,
  open,
  values: () => ({ name: props.instrument?.name ?? '', ...shown(props.instrument?.choice ?? { preset: 'classical' }) }),
  body: ({ name: named, tuning: typed, ...choice }) => ({
    name: named,
    choice: { ...choice, tuning: [...(readStrings(typed).midis ?? [])] },
  }),
  send: body =>
    props.instrument
      ? writes.send('PUT /api/instruments/:id', { id: props.instrument.id, body })
      : writes.send('POST /api/instruments', { body }),
})
const { name, preset, scaleLengthMm, frets, bodyFret, capo, tuning, nutSpacingMm, bridgeSpacingMm } = fields
const show = (choice: Parameters<typeof instrumentOf>[0]) => Object.assign(values, shown(choice))

const TUNING_OPTIONS = [
  ...TUNINGS.map(({ name: label, notes }) => ({
    value: writeTuning(readTuning(notes)),
    label: label as string,
    detail: notes as string,
  })),
]
const options = computed(() =>
  TUNING_OPTIONS.some(each => each.value === tuning.value)
    ? TUNING_OPTIONS
    : [...TUNING_OPTIONS, { value: tuning.value, label: 'Own tuning', detail: tuning.value }],
)
const read = computed(() => readStrings(tuning.value))
const places = computed(() =>
  [1, 5, 7, 12].map(fret => `fret ${fret} ${fretDistanceMm(scaleLengthMm.value, fret).toFixed(1)}`).join(' · '),
)

async function save() {
  if (!read.value.midis || !(await submit())) return
  open.value = false
  emit('saved')
}
</script>

<template>
  <BaseDialog
    v-model:open="open"
    :changed="changed"
    :title="instrument ? 'Change the guitar' : 'Add a guitar'"
    :about="
      instrument && instrument.students > 0
        ? `${instrument.students} ${instrument.students === 1 ? 'student plays' : 'students play'} it: their hand cards follow.`
        : 'Measure from nut to saddle; everything in mm is worked out from that.'
    "
    wide
  >
    <form class="grid sm:grid-cols-2 gap-4" novalidate @submit.prevent="save">
      <FormField v-model="name" label="Name" :error="errorOf('name')" />
      <BaseListbox
        :model-value="preset"
        label="Start with"
        :options="
          PRESET_NAMES.map(value => ({ value, label: PRESETS[value].label, detail: guitarInWords({ preset: value }) }))
        "
        @update:model-value="show({ preset: $event })"
      />
      <BaseStepper
        v-model="scaleLengthMm"
        label="Scale length"
        :min="300"
        :max="900"
        unit="mm"
        :hint="`From the nut, mm: ${places}`"
      />
      <div class="grid grid-cols-2 gap-4">
        <BaseStepper v-model="frets" label="Frets" :min="12" :max="36" />
        <BaseStepper v-model="bodyFret" label="Body at fret" :min="8" :max="30" />
      </div>
      <BaseListbox v-model="tuning" label="Tuning" :options="options" />
      <FormField
        v-model="tuning"
        label="Open strings, thickest first"
        :error="read.problem"
        hint="Six to eight notes with their octave: D2 A2 D3 G3 B3 E4"
      />
      <BaseStepper
        v-model="capo"
        label="Capo"
        :min="0"
        :max="11"
        :show="fret => (fret === 0 ? 'none' : `fret ${fret}`)"
      />
      <div class="grid grid-cols-2 gap-4">
        <BaseStepper
          v-model="nutSpacingMm"
          label="String spacing at the nut"
          :min="4"
          :max="15"
          :step="0.1"
          :show="mm => `${mm.toFixed(1)} mm`"
        />
        <BaseStepper
          v-model="bridgeSpacingMm"
          label="At the bridge"
          :min="5"
          :max="20"
          :step="0.1"
          :show="mm => `${mm.toFixed(1)} mm`"
        />
      </div>
      <FormRefusal class="sm:col-span-2" :refusal="refusal" :said-by-fields="['name']" />
      <DialogActions
        class="sm:col-span-2"
        :action="instrument ? 'Save the guitar' : 'Add'"
        :busy="busy"
        :disabled="read.midis === null"
        @cancel="open = false"
      />
    </form>
  </BaseDialog>
</template>
