<script setup lang="ts">
import type { NoteValue } from '#core/writing/lengths'

/** A note value as printed music has it. */
const props = defineProps<{ value: NoteValue }>()
const FLAGS: Readonly<Record<NoteValue, number>> = { w: 0, h: 0, q: 0, e: 1, s: 2, n: 3 }
const flags = computed(() => Array.from({ length: FLAGS[props.value] }, (_, i) => `M12 ${3 + i * 4}q1 4 5 6`).join(''))
</script>

<template>
  <svg viewBox="0 0 20 24" class="h-6 w-5" aria-hidden="true">
    <ellipse
      cx="8"
      cy="19"
      rx="4.4"
      ry="3.2"
      transform="rotate(-18 8 19)"
      :fill="value === 'w' || value === 'h' ? 'none' : 'currentColor'"
      stroke="currentColor"
      stroke-width="1.6"
    />
    <path v-if="value !== 'w'" d="M12 18V3" stroke="currentColor" stroke-width="1.6" />
    <path v-if="flags" :d="flags" fill="none" stroke="currentColor" stroke-width="1.6" />
  </svg>
</template>
