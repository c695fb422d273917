<script setup lang="ts">
import type { Family } from '#core/families/family'

/** The family's own parameters: those that mean something as the others stand. */
const props = defineProps<{ bench: Bench; family: Family }>()

const shown = computed(() =>
  props.family.controls.filter(
    ({ when }) =>
      !when ||
      (when.is !== undefined
        ? saysTheSame(props.bench.get(when.path), when.is)
        : !saysTheSame(props.bench.get(when.path), when.not)),
  ),
)
const ownPatterns = computed(() => props.family.controls.some(each => each.kind === 'tokens'))
</script>

<template>
  <FamilyControl
    v-for="control in shown"
    :key="control.path"
    :bench="bench"
    :control="control"
    :own-patterns="ownPatterns"
  />
</template>
