<script setup lang="ts">
import { fingerOrders } from '#core/families/order'

/** Picks which fingers play and in which of their orders. */
defineProps<{ label: string }>()
const fingers = defineModel<readonly number[]>({ required: true })

const FINGERS = [1, 2, 3, 4].map(value => ({ value, label: String(value) }))
const used = computed(() => [...fingers.value].sort())
const orders = computed(() =>
  fingerOrders(used.value).map(order => ({ value: order.join(' '), label: order.join('') })),
)
const chosen = computed({
  get: () => fingers.value.join(' '),
  set: (text: string) => {
    fingers.value = text.split(' ').map(Number)
  },
})

function useFingers(next: readonly number[]) {
  if (next.length === 0) return
  // The order of those that stay is kept; a new one is added at the end.
  fingers.value = [
    ...fingers.value.filter(finger => next.includes(finger)),
    ...next.filter(finger => !fingers.value.includes(finger)),
  ]
}
</script>

<template>
  <div class="space-y-3">
    <BaseToggles :model-value="used" label="Fingers" :options="FINGERS" @update:model-value="useFingers" />
    <BaseListbox
      v-model="chosen"
      :label="`${label} (${orders.length} ${orders.length === 1 ? 'way' : 'ways'})`"
      :options="orders"
    />
  </div>
</template>
