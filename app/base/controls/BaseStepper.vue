<script setup lang="ts">
/** A number with a step down and a step up; the figure can be typed. */
const props = withDefaults(
  defineProps<{
    label: string
    min: number
    max: number
    step?: number
    unit?: string
    hint?: string
    show?: (value: number) => string
    hideLabel?: boolean
  }>(),
  { step: 1, unit: undefined, hint: undefined, show: undefined },
)
const value = defineModel<number>({ required: true })
const id = useId()
const clamp = (next: number) => Math.min(props.max, Math.max(props.min, next))
function type(event: Event) {
  const input = event.target as HTMLInputElement
  const next = Number(input.value)
  if (input.value.trim() !== '' && Number.isFinite(next)) value.value = clamp(next)
  input.value = String(value.value)
}
</script>

<template>
  <!-- Holds the figure that only screen readers see: outside a scrolling column it would lengthen the page. -->
  <div class="relative">
    <label :for="id" :class="hideLabel ? 'sr-only' : 'block text-sm font-bold text-soft mb-1'">{{ label }}</label>
    <div class="flex items-stretch rounded-md border border-edge/70 bg-card overflow-hidden focus-within:border-ink">
      <button
        type="button"
        class="w-11 min-h-11 text-xl font-bold text-action dark:text-ink hover:bg-wood/50 disabled:opacity-30"
        :aria-label="`${label}: less`"
        :disabled="value <= min"
        @click="value = clamp(value - step)"
      >
        −
      </button>
      <div class="flex-1 flex items-center justify-center gap-1.5 min-w-0 figures">
        <span v-if="show" class="font-bold truncate" aria-hidden="true">{{ show(value) }}</span>
        <input
          :id="id"
          :class="show ? 'sr-only' : 'w-14 text-center font-bold bg-transparent'"
          type="text"
          inputmode="decimal"
          :value="value"
          :aria-describedby="hint ? `${id}-hint` : undefined"
          @change="type"
          @keydown.up.prevent="value = clamp(value + step)"
          @keydown.down.prevent="value = clamp(value - step)"
        />
        <span v-if="unit && !show" class="text-soft text-sm">{{ unit }}</span>
      </div>
      <button
        type="button"
        class="w-11 min-h-11 text-xl font-bold text-action dark:text-ink hover:bg-wood/50 disabled:opacity-30"
        :aria-label="`${label}: more`"
        :disabled="value >= max"
        @click="value = clamp(value + step)"
      >
        +
      </button>
    </div>
    <p v-if="hint" :id="`${id}-hint`" class="text-sm text-soft mt-1">
      {{ hint }}
    </p>
  </div>
</template>
