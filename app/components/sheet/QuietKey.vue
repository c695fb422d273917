<script setup lang="ts">
import { QUIETERS, type Quieter } from '#core/score/quiet'
import { QUIET_SHAPES } from './sheet-paths'

/** What the shapes of the quiet lane stand for. */
const FILLED = ['sounds', 'tip', 'underside']
const entries = [['sounds', 'the string that sounds'], ...Object.entries(QUIETERS)] as readonly (readonly ['sounds' | Quieter, string])[]
</script>

<template>
  <p class="mt-2 flex flex-wrap gap-x-5 gap-y-1 text-sm text-soft">
    <span>Quiet strings:</span>
    <span
      v-for="[by, words] in entries"
      :key="by"
      class="inline-flex items-center gap-1.5"
    ><svg
      width="14"
      height="14"
      viewBox="-7 -7 14 14"
      class="sheet-system"
      aria-hidden="true"
    ><path
      class="quiet"
      :class="FILLED.includes(by) ? 'filled' : ''"
      :d="QUIET_SHAPES[by](0, 0)"
    /></svg>{{ words }}</span>
  </p>
</template>
