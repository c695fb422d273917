<script setup lang="ts">
/** Notes per beat, meter and how often the drill is played through. */
const props = defineProps<{ bench: Bench; divides: boolean; repeats: boolean }>()
const PER_BEAT = [1, 2, 3, 4, 5, 6, 7, 8].map(value => ({ value, label: String(value) }))
const METERS = ['2/4', '3/4', '4/4', '5/4', '6/8', '9/8', '12/8'].map(value => ({ value, label: value }))
const perBeat = useField<number>(props.bench, 'rhythm.perBeat')
const times = useField<number>(props.bench, 'times')
const meter = computed({
  get: () => props.bench.spec.value!.rhythm.meter.join('/'),
  set: text => props.bench.set('rhythm.meter', text.split('/').map(Number)),
})
</script>

<template>
  <section class="space-y-3" aria-label="Time">
    <BaseChips v-if="divides" v-model="perBeat" label="Notes per beat" :columns="8" figures :options="PER_BEAT" />
    <div class="grid grid-cols-2 gap-2">
      <BaseListbox v-model="meter" label="Meter" :options="METERS" />
      <BaseStepper v-if="repeats" v-model="times" label="Repeats" :min="1" :max="40" />
    </div>
  </section>
</template>
