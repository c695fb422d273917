<script setup lang="ts">
/** The last row of a dialog, always in sight: leave, or do what the dialog is for. */
withDefaults(defineProps<{ action: string; leave?: string; busy?: boolean; disabled?: boolean }>(), { leave: 'Cancel' })
const emit = defineEmits<{ cancel: [] }>()
</script>

<template>
  <div class="sticky -bottom-6 -mx-6 -mb-6 flex justify-end gap-3 bg-card px-6 pt-3 pb-6">
    <BaseButton @click="emit('cancel')">{{ leave }}</BaseButton>
    <BaseButton tone="action" type="submit" :busy="busy" :disabled="disabled">
      {{ action }}
    </BaseButton>
  </div>
</template>
