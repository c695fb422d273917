<script setup lang="ts">
/** The last row of a dialog: leave, or do what the dialog is for. */
defineProps<{ action: string; busy?: boolean; disabled?: boolean }>()
const emit = defineEmits<{ cancel: [] }>()
</script>

<template>
  <div class="flex justify-end gap-3">
    <BaseButton @click="emit('cancel')"> Cancel </BaseButton>
    <BaseButton tone="action" type="submit" :busy="busy" :disabled="disabled">
      {{ action }}
    </BaseButton>
  </div>
</template>
