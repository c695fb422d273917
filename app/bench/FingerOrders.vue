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
/** As many orders as are in sight at once: the chosen one with its neighbours. */
const AT_ONCE = 8
const all = ref(false)
const shown = computed(() => {
  if (all.value || orders.value.length <= AT_ONCE) return orders.value
  const at = orders.value.findIndex(order => order.value === chosen.value)
  const from = Math.max(0, Math.min(at - AT_ONCE / 2 + 1, orders.value.length - AT_ONCE))
  return orders.value.slice(from, from + AT_ONCE)
})
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
    <BaseChips
      v-model="chosen"
      :label="`${label} (${orders.length} ${orders.length === 1 ? 'way' : 'ways'})`"
      :options="shown"
      :columns="4"
      figures
    />
    <BaseButton v-if="orders.length > AT_ONCE" size="sm" :aria-expanded="all" @click="all = !all">
      {{ all ? 'Fewer orders' : `All ${orders.length} orders` }}
    </BaseButton>
  </div>
</template>
