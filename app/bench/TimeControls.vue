<script setup lang="ts">
import { FIELD_LABELS } from '#core/wording/field'

/** The meter and how often the drill is played through. */
const props = defineProps<{ bench: Bench; repeats: boolean }>()
const METERS = ['2/4', '3/4', '4/4', '5/4', '6/8', '9/8', '12/8'].map(value => ({ value, label: value }))
const times = useField<number>(props.bench, 'times')
const meter = computed({
  get: () => props.bench.spec.value!.rhythm.meter.join('/'),
  set: text => props.bench.set('rhythm.meter', text.split('/').map(Number)),
})
const summary = computed(() => (times.value > 1 ? `${meter.value}, ${times.value} times` : meter.value))
</script>

<template>
  <BenchFold :label="repeats ? 'Meter and repeats' : 'Meter'" :summary="summary">
    <div class="grid grid-cols-2 gap-2">
      <BaseListbox v-model="meter" :label="FIELD_LABELS['rhythm.meter']" :options="METERS" />
      <BaseStepper v-if="repeats" v-model="times" :label="FIELD_LABELS['times']" :min="1" :max="40" />
    </div>
  </BenchFold>
</template>
