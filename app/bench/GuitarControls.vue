<script setup lang="ts">
import { guitarInWords, tuningInWords } from '#core/wording/guitar'
import { FIELD_LABELS } from '#core/wording/field'

/** The guitar the drill is written for, ready-made or the teacher's own, and its capo. */
const props = defineProps<{ bench: Bench }>()
const { options, own, guitarOf } = useGuitars()
const instrument = computed(() => props.bench.spec.value!.instrument)
/** Figures without the capo, which is set here and belongs to no guitar. */
const figures = ({ capo: _capo, ...rest }: object & { capo?: number }) =>
  JSON.stringify(
    Object.entries(rest)
      .filter(([, value]) => value !== undefined)
      .sort(),
  )
const guitar = computed({
  get: () => own.value.find(each => figures(each.choice) === figures(instrument.value))?.id ?? instrument.value.preset,
  set: value => props.bench.set('instrument', guitarOf(value).instrument),
})
const capo = computed({
  get: () => instrument.value.capo ?? 0,
  set: fret => props.bench.set('instrument.capo', fret || undefined),
})
const capoInWords = (fret: number) => (fret === 0 ? 'none' : `fret ${fret}`)
</script>

<template>
  <BenchFold label="Guitar" :summary="guitarInWords(instrument)">
    <BaseListbox v-model="guitar" label="Guitar" :options="options" />
    <p class="text-soft figures">{{ guitarInWords(instrument) }}, {{ tuningInWords(instrument) }}</p>
    <BaseStepper v-model="capo" :label="FIELD_LABELS['instrument.capo']" :min="0" :max="11" :show="capoInWords" />
  </BenchFold>
</template>
