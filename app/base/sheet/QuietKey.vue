<script setup lang="ts">
import type { QuietMark } from '#core/sheet/layout'
import { QUIET_FILLED, QUIET_SHAPES } from '#core/sheet/paths'

/** What the shapes of the quiet lane stand for; what nothing keeps quiet only where it comes up. */
const props = defineProps<{ marks: readonly QuietMark[] }>()
const WORDS: Readonly<Record<QuietMark['by'], string>> = {
  sounds: 'sounds',
  tip: 'tip of a fretting finger',
  underside: 'underside of a fretting finger',
  easing: 'a finger easing off',
  hand: 'plucking hand',
  fingers: 'its free fingers',
  nothing: 'nothing: it sounds along',
}
const shown = computed(() =>
  (Object.keys(WORDS) as QuietMark['by'][]).filter(by => props.marks.some(mark => mark.by === by)),
)
</script>

<template>
  <p class="mt-2 flex flex-wrap gap-x-5 gap-y-1 text-sm text-soft">
    <span>Quiet strings:</span>
    <span v-for="by in shown" :key="by" class="inline-flex items-center gap-1.5"
      ><svg width="14" height="14" viewBox="-7 -7 14 14" class="sheet-system" aria-hidden="true">
        <path class="quiet" :class="QUIET_FILLED.includes(by) ? 'filled' : ''" :d="QUIET_SHAPES[by](0, 0)" /></svg
      >{{ WORDS[by] }}</span
    >
  </p>
</template>
