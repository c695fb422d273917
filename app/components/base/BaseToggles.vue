<script setup lang="ts">
/** Any number of choices out of a few, all in sight. */
defineProps<{ label: string; options: readonly { readonly value: number; readonly label: string }[]; hint?: string }>()
const value = defineModel<readonly number[]>({ required: true })
const toggle = (option: number) => {
  value.value = value.value.includes(option)
    ? value.value.filter(each => each !== option)
    : [...value.value, option].sort((a, b) => a - b)
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
        class="rounded-md border min-h-9 min-w-9 px-2.5 figures"
        :class="
          value.includes(option.value)
            ? 'bg-ink text-card border-ink font-bold'
            : 'bg-card text-ink border-line hover:border-edge'
        "
        @click="toggle(option.value)"
      >
        {{ option.label }}
      </button>
    </div>
    <p v-if="hint" class="text-sm text-soft mt-1">
      {{ hint }}
    </p>
  </fieldset>
</template>
