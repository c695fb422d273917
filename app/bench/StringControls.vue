<script setup lang="ts">
import { FIELD_LABELS } from '#core/wording/field'

/** Which strings the drill crosses: from one to another, or a list of them. */
const props = defineProps<{ bench: Bench }>()
const order = useField<string | readonly number[]>(props.bench, 'strings.order')
const from = useField<number>(props.bench, 'strings.from')
const to = useField<number>(props.bench, 'strings.to')
const strings = computed(() =>
  Array.from({ length: props.bench.spec.value!.instrument.tuning?.length ?? 6 }, (_, i) => ({
    value: i + 1,
    label: String(i + 1),
  })),
)
const ownList = computed(() => (typeof order.value === 'string' ? null : order.value.join(' ')))
function typeList(event: Event) {
  const strings = ((event.target as HTMLInputElement).value.match(/\d/g) ?? []).map(Number)
  if (strings.length > 0) order.value = strings
}
</script>

<template>
  <div v-if="ownList === null" class="grid grid-cols-2 gap-2">
    <BaseListbox v-model="from" :label="FIELD_LABELS['strings.from']" :options="strings" />
    <BaseListbox v-model="to" :label="FIELD_LABELS['strings.to']" :options="strings" />
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
</template>
