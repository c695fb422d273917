<script setup lang="ts">
import { FIELD_LABELS } from '#core/wording/field'

/** Whether the drill goes there, back, or both, and for drills that cross strings, in which order it takes them. */
const props = defineProps<{ bench: Bench; strings: boolean }>()
const TRAVEL = [
  { value: 'there-and-back', label: 'there and back' },
  { value: 'there', label: 'there' },
  { value: 'back', label: 'back' },
]
const ORDERS = [
  { value: 'adjacent', label: 'neighbours' },
  { value: 'skip', label: 'skip one' },
  { value: 'list', label: 'own list' },
]
const travel = useField<string>(props.bench, 'strings.travel')
const repeatTurn = useField<boolean>(props.bench, 'strings.repeatTurn')
const order = useField<string | readonly number[]>(props.bench, 'strings.order')
const orderKind = computed({
  get: () => (typeof order.value === 'string' ? order.value : 'list'),
  set: kind => {
    order.value = kind === 'list' ? [6, 4, 2] : kind
  },
})
const named = (options: readonly { value: string; label: string }[], value: string) =>
  options.find(each => each.value === value)?.label
const summary = computed(() =>
  [props.strings ? named(ORDERS, orderKind.value) : '', named(TRAVEL, travel.value)].filter(Boolean).join(', '),
)
</script>

<template>
  <BenchFold label="Travel" :summary="summary">
    <BaseChips v-if="strings" v-model="orderKind" label="From string to string" :options="ORDERS" />
    <BaseChips v-model="travel" :label="FIELD_LABELS['strings.travel']" :options="TRAVEL" />
    <label v-if="strings && travel === 'there-and-back'" class="flex items-center gap-2 min-h-9">
      <input v-model="repeatTurn" type="checkbox" class="size-5 accent-(--action)" />
      play the turning string twice
    </label>
  </BenchFold>
</template>
