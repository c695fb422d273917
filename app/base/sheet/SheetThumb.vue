<script setup lang="ts">
import type { Score } from '#core/score/score'
import { layOut } from '#core/sheet/layout'

/** One line of a drill, small, for lists: its first, or the first in which some notes are lit. */
const props = withDefaults(defineProps<{ score: Score; width?: number; lit?: readonly string[] }>(), {
  width: 460,
  lit: () => [],
})
/** As many lines are looked through for one that is lit. */
const MOST_LINES = 8
const keys = computed(() => new Set(props.lit))
const layout = computed(() =>
  layOut(props.score, { width: props.width, lanes: false, most: keys.value.size > 0 ? MOST_LINES : 1 }),
)
const system = computed(
  () =>
    layout.value.systems.find(each => each.notes.some(({ note }) => keys.value.has(note.key))) ??
    layout.value.systems[0],
)
</script>

<template>
  <SheetSystem
    v-if="system"
    :system="system"
    :lit="keys.size > 0 ? keys : null"
    :frame="layout.frame"
    :selected="null"
    :focusable="null"
    still
  />
</template>
