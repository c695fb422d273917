<script setup lang="ts">
/** Whether the drill goes there, back, or both. */
const props = defineProps<{ bench: Bench }>()
const TRAVEL = [
  { value: 'there-and-back', label: 'there and back' },
  { value: 'there', label: 'there' },
  { value: 'back', label: 'back' },
]
const travel = useField<string>(props.bench, 'strings.travel')
</script>

<template>
  <BaseChips v-model="travel" label="Travel" :options="TRAVEL" />
</template>
