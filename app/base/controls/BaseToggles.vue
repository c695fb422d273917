<script setup lang="ts" generic="T extends string | number">
/** Any number of choices out of a few, all in sight. */
defineProps<{
  label: string
  options: readonly { readonly value: T; readonly label: string }[]
  hint?: string
  tall?: boolean
}>()
const value = defineModel<readonly T[]>({ required: true })
const toggle = (option: T) => {
  value.value = value.value.includes(option)
    ? value.value.filter(each => each !== option)
    : [...value.value, option].sort((a, b) => (a < b ? -1 : 1))
}
</script>

<template>
  <fieldset>
    <legend class="text-sm font-bold text-soft mb-1">
      {{ label }}
    </legend>
    <div class="flex flex-wrap gap-1.5">
      <button
        v-for="option in options"
        :key="option.value"
        type="button"
        :aria-pressed="value.includes(option.value)"
        class="rounded-md border min-w-9 px-2.5 figures"
        :class="[
          tall ? 'min-h-11' : 'min-h-9',
          value.includes(option.value)
            ? 'bg-ink text-card border-ink font-bold'
            : 'bg-card text-ink border-line hover:border-edge',
        ]"
        @click="toggle(option.value)"
      >
        {{ choiceLabel(option.label) }}
      </button>
    </div>
    <p v-if="hint" class="text-sm text-soft mt-1">
      {{ hint }}
    </p>
  </fieldset>
</template>
