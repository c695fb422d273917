<script setup lang="ts">
/** A button that opens the system's choice of a file; the same file can be chosen again when it was mended. */
defineProps<{
  /** Names the choice itself. */
  label: string
  accept: string
  disabled?: boolean
}>()
const emit = defineEmits<{ chosen: [file: File] }>()
defineSlots<{ default: () => unknown }>()
const input = useTemplateRef<HTMLInputElement>('input')
function chosen() {
  const file = input.value?.files?.[0]
  if (file) emit('chosen', file)
  input.value!.value = ''
}
</script>

<template>
  <span>
    <BaseButton :disabled="disabled" @click="input?.click()"><slot /></BaseButton>
    <input ref="input" type="file" :accept="accept" class="hidden" :aria-label="label" @change="chosen" />
  </span>
</template>
