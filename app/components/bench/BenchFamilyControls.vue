<script setup lang="ts">
import type { Control, Family } from '#core/families/family'

/** The family's own parameters, drawn from the data the family describes them with. */
const props = defineProps<{ bench: Bench, family: Family }>()

const valueOf = (control: Control) => props.bench.get(control.path)
const set = (control: Control, value: unknown) => props.bench.set(control.path, value)
const crawling = computed(() => props.bench.get(`${props.family.name}.crawl`))
// A choice that hangs on another one is shown when it means something.
const shown = computed(() => props.family.controls.filter(control => !control.path.endsWith('crawlEvery') || crawling.value !== 0))
</script>

<template>
  <template
    v-for="control in shown"
    :key="control.path"
  >
    <FingerOrders
      v-if="control.kind === 'finger-orders'"
      :label="control.label"
      :model-value="(valueOf(control) as number[])"
      @update:model-value="set(control, $event)"
    />
    <BaseChips
      v-else-if="control.kind === 'choice'"
      :label="control.label"
      :options="control.options"
      :model-value="(valueOf(control) as string)"
      @update:model-value="set(control, $event)"
    />
    <BaseStepper
      v-else
      :label="control.label"
      :hint="control.hint"
      :min="control.min"
      :max="control.max"
      :unit="control.unit"
      :model-value="(valueOf(control) as number)"
      @update:model-value="set(control, $event)"
    />
  </template>
</template>
