<script setup lang="ts">
import type { Pace } from '#core/practice/tempo/pace'

/** How a drill does against its plan, by word and shape. */
defineProps<{ pace: Pace }>()
const WORDS: Record<Pace, string> = {
  'at-target': 'at target',
  'on-plan': 'on plan',
  'behind': 'behind',
  'stalled': 'stalled',
  'open': 'no date',
}
const SHAPES: Record<Pace, string> = { 'at-target': '●', 'on-plan': '▲', 'behind': '▽', 'stalled': '■', 'open': '○' }
</script>

<template>
  <span
    class="inline-flex items-center gap-1.5 whitespace-nowrap"
    :class="
      {
        'at-target': 'text-plan',
        'on-plan': 'text-plan',
        'behind': 'text-attention-ink',
        'stalled': 'text-attention-ink font-bold',
        'open': 'text-soft',
      }[pace]
    "
    ><span aria-hidden="true">{{ SHAPES[pace] }}</span
    >{{ WORDS[pace] }}</span
  >
</template>
