<script setup lang="ts">
import type { Transform } from '#core/schema/fields'
import { transformsInWords } from '#core/transforms/registry'

/** What is varied on the drill, folded; and the way to see variations side by side. */
const props = defineProps<{ bench: Bench; moves: boolean; divides: boolean }>()
const emit = defineEmits<{ sideBySide: [] }>()
const then = useField<readonly Transform[]>(props.bench, 'then')
</script>

<template>
  <BenchFold label="Vary" :summary="transformsInWords(then).join(', ') || 'nothing yet'">
    <BaseButton class="w-full" @click="emit('sideBySide')"> See variations side by side </BaseButton>
    <VaryChoices :bench="bench" :moves="moves" :divides="divides" />
  </BenchFold>
</template>
