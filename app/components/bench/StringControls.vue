<script setup lang="ts">
/** Which strings, in which order, and whether the drill comes back. */
const props = defineProps<{ bench: Bench }>()
const ORDERS = [
  { value: 'adjacent', label: 'neighbours' },
  { value: 'skip', label: 'skip one' },
  { value: 'list', label: 'own list' },
]
const order = useField<string | readonly number[]>(props.bench, 'strings.order')
const travel = useField<string>(props.bench, 'strings.travel')
const repeatTurn = useField<boolean>(props.bench, 'strings.repeatTurn')
const from = useField<number>(props.bench, 'strings.from')
const to = useField<number>(props.bench, 'strings.to')
const stringCount = computed(() => props.bench.spec.value!.instrument.tuning?.length ?? 6)
const orderKind = computed({
  get: () => (typeof order.value === 'string' ? order.value : 'list'),
  set: kind => {
    order.value = kind === 'list' ? [6, 4, 2] : kind
  },
})
const ownList = computed(() => (typeof order.value === 'string' ? '' : order.value.join(' ')))
function typeList(event: Event) {
  const strings = ((event.target as HTMLInputElement).value.match(/\d/g) ?? []).map(Number)
  if (strings.length > 0) order.value = strings
}
</script>

<template>
  <section class="space-y-3" aria-label="Strings">
    <BaseChips v-model="orderKind" label="Strings" :options="ORDERS" />
    <div v-if="orderKind !== 'list'" class="grid grid-cols-2 gap-2">
      <BaseStepper v-model="from" label="From string" :min="1" :max="stringCount" />
      <BaseStepper v-model="to" label="To string" :min="1" :max="stringCount" />
    </div>
    <label v-else class="block text-sm font-bold text-soft"
      >Strings in order
      <input
        class="mt-1 w-full min-h-11 rounded-md border border-edge/70 bg-card px-3 text-ink text-base figures"
        inputmode="numeric"
        :value="ownList"
        @change="typeList"
      />
    </label>
    <TravelChips :bench="bench" />
    <label v-if="travel === 'there-and-back'" class="flex items-center gap-2 min-h-9">
      <input v-model="repeatTurn" type="checkbox" class="size-5 accent-(--action)" />
      play the turning string twice
    </label>
  </section>
</template>
