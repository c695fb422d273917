<script setup lang="ts">
import type { Sign, System } from '#core/sheet/layout'
import { SIGN_FILLED, SIGN_SHAPES } from '#core/sheet/paths'

/** What the signs of the plucking hand stand for, only those that come up; accents and dots every player reads. */
const props = defineProps<{ systems: readonly System[] }>()
const WORDS: readonly (readonly [Sign['kind'], string])[] = [
  ['rest', 'rest stroke'],
  ['planted', 'set on its string before it plays, here and from here on'],
  ['tap', 'tapped by the plucking hand'],
]
const shown = computed(() =>
  WORDS.filter(([kind]) => props.systems.some(({ signs }) => signs.some(sign => sign.kind === kind))),
)
</script>

<template>
  <p v-if="shown.length > 0" class="mt-2 flex flex-wrap gap-x-5 gap-y-1 text-sm text-soft">
    <span v-for="[kind, words] in shown" :key="kind" class="inline-flex items-center gap-1.5"
      ><svg width="14" height="14" viewBox="-7 -7 14 14" class="sheet-system" aria-hidden="true">
        <text v-if="kind === 'tap'" y="4" class="tap">T</text>
        <path v-else class="sign" :class="{ filled: SIGN_FILLED.includes(kind) }" :d="SIGN_SHAPES[kind](0, 2)" /></svg
      >{{ words }}</span
    >
  </p>
</template>
