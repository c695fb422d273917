<script setup lang="ts">
import type { DrillState } from '#core/practice/tempo/drill-state'
import { DRILL_STATE_MARKS, drillStateInWords } from '#core/wording/drill-state'

/** How a set drill stands, by word and shape. */
defineProps<{ state: DrillState; today: string }>()
const TONES: Readonly<Partial<Record<DrillState['kind'], string>>> = {
  'completed': 'text-plan',
  'at-target': 'text-plan',
  'on-plan': 'text-plan',
  'behind': 'text-attention-ink',
  'due': 'text-attention-ink',
  'review-due': 'text-attention-ink',
  'stalled': 'text-attention-ink font-bold',
}
</script>

<template>
  <span class="inline-flex items-baseline gap-1.5" :class="TONES[state.kind] ?? 'text-soft'"
    ><span aria-hidden="true">{{ DRILL_STATE_MARKS[state.kind] }}</span
    >{{ drillStateInWords(state, today) }}</span
  >
</template>
