<script setup lang="ts">
import { FIELD_LABELS } from '#core/wording/field'

/** How long fingers and notes last, and where the accents fall. */
const props = defineProps<{ bench: Bench; holds: boolean }>()
const HOLDS = [
  { value: 'until-needed', label: 'until needed' },
  { value: 'legato-only', label: 'until the next note' },
  { value: 'lift', label: 'lift at once' },
]
const LENGTHS = [
  { value: 'legato', label: 'legato' },
  { value: 'staccato', label: 'staccato' },
  { value: 'muted', label: 'muted' },
]
const DAMPS = [
  { value: 'fretting', label: 'fretting hand' },
  { value: 'plucking', label: 'plucking hand' },
]
const SWELLS = [
  { value: 'none', label: 'none' },
  { value: 'up', label: 'louder' },
  { value: 'down', label: 'softer' },
  { value: 'both', label: 'both' },
]
const hold = useField<string>(props.bench, 'hold')
const length = useField<string>(props.bench, 'sound.length')
const damp = useField<string>(props.bench, 'sound.damp', 'fretting')
const swell = useField<string>(props.bench, 'sound.swell')
const accentEvery = computed({
  get: () => props.bench.spec.value!.sound.accentEvery ?? 0,
  set: every => props.bench.set('sound.accentEvery', every || undefined),
})
const summary = computed(() =>
  [
    props.holds ? `fingers down ${HOLDS.find(({ value }) => value === hold.value)?.label}` : '',
    LENGTHS.find(({ value }) => value === length.value)?.label,
    swell.value === 'none' ? '' : 'swell',
    accentEvery.value > 0 ? 'accents' : '',
  ]
    .filter(Boolean)
    .join(', '),
)
const accents = (every: number) => (every === 0 ? 'none' : every === 1 ? 'every note' : `${every} notes`)
</script>

<template>
  <BenchFold label="Sound" :summary="summary">
    <BaseChips v-if="holds" v-model="hold" :label="FIELD_LABELS['hold']" :options="HOLDS" />
    <BaseChips v-model="length" :label="FIELD_LABELS['sound.length']" :options="LENGTHS" />
    <BaseChips v-if="length === 'staccato'" v-model="damp" :label="FIELD_LABELS['sound.damp']" :options="DAMPS" />
    <BaseChips v-model="swell" :label="FIELD_LABELS['sound.swell']" :options="SWELLS" />
    <BaseStepper v-model="accentEvery" :label="FIELD_LABELS['sound.accentEvery']" :min="0" :max="16" :show="accents" />
  </BenchFold>
</template>
