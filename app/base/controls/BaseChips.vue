<script setup lang="ts" generic="T extends string | number | boolean">
import { RadioGroup, RadioGroupLabel, RadioGroupOption } from '@headlessui/vue'

/** One choice out of a few, all in sight. */
defineProps<{
  label: string
  options: readonly { readonly value: T; readonly label: string; readonly spoken?: string }[]
  figures?: boolean
  columns?: number
  tall?: boolean
}>()
const value = defineModel<T>({ required: true })
</script>

<template>
  <RadioGroup v-model="value">
    <RadioGroupLabel class="block text-sm font-bold text-soft mb-1">
      {{ label }}
    </RadioGroupLabel>
    <div
      class="gap-1.5"
      :class="columns ? 'grid' : 'flex flex-wrap'"
      :style="columns ? { gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))` } : undefined"
    >
      <RadioGroupOption
        v-for="option in options"
        :key="String(option.value)"
        v-slot="{ checked }"
        :value="option.value"
        as="template"
      >
        <button
          type="button"
          :aria-label="option.spoken"
          :title="option.spoken"
          class="rounded-md border px-2.5 text-[0.9375rem] transition-colors"
          :class="[
            checked ? 'bg-ink text-card border-ink font-bold' : 'bg-card text-ink border-line hover:border-edge',
            figures ? 'figures text-center px-0!' : '',
            tall ? 'min-h-11' : 'min-h-9',
          ]"
        >
          {{ choiceLabel(option.label) }}
        </button>
      </RadioGroupOption>
    </div>
  </RadioGroup>
</template>
