<script setup lang="ts">
import type { Score } from '#core/score/score'
import { layOut } from '#core/sheet/layout'

/** The first line of a drill, small, for lists. */
const props = withDefaults(defineProps<{ score: Score; width?: number }>(), { width: 460 })
const layout = computed(() => layOut(props.score, { width: props.width, lanes: false, most: 1 }))
</script>

<template>
  <SheetSystem
    v-if="layout.systems[0]"
    :system="layout.systems[0]"
    :frame="layout.frame"
    :selected="null"
    :focusable="null"
    still
  />
</template>
