<script setup lang="ts">
/** A labelled text field with its hint and its error. */
defineProps<{
  label: string
  error?: string
  hint?: string
  type?: string
  autocomplete?: string
  inputmode?: 'text' | 'numeric' | 'decimal'
  multiline?: boolean
  unit?: string
}>()
const value = defineModel<string | number | null | undefined>({ required: true })
const id = useId()
</script>

<template>
  <div>
    <label :for="id" class="block text-sm font-bold text-soft mb-1">{{ label }}</label>
    <div class="flex items-center gap-2">
      <textarea
        v-if="multiline"
        :id="id"
        v-model="value"
        rows="3"
        class="w-full rounded-md border bg-card px-3 py-2"
        :class="error ? 'border-pain' : 'border-edge/70'"
        :aria-invalid="error ? true : undefined"
        :aria-describedby="error || hint ? `${id}-more` : undefined"
      />
      <input
        v-else
        :id="id"
        v-model="value"
        :type="type ?? 'text'"
        :autocomplete="autocomplete ?? 'off'"
        :inputmode="inputmode"
        class="w-full min-h-11 rounded-md border bg-card px-3"
        :class="error ? 'border-pain' : 'border-edge/70'"
        :aria-invalid="error ? true : undefined"
        :aria-describedby="error || hint ? `${id}-more` : undefined"
      />
      <span v-if="unit" class="text-soft shrink-0">{{ unit }}</span>
    </div>
    <p v-if="error || hint" :id="`${id}-more`" class="text-sm mt-1" :class="error ? 'text-pain' : 'text-soft'">
      {{ error || hint }}
    </p>
  </div>
</template>
