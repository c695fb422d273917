<script setup lang="ts">
/** Asks before a lesson is ended. */
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ end: [] }>()
</script>

<template>
  <BaseDialog
    v-model:open="open"
    title="End this lesson?"
    about="You will see a summary. You can add notes any time, and reopen the lesson today."
  >
    <form class="flex flex-row-reverse justify-start gap-3" @submit.prevent="emit('end')">
      <BaseButton tone="action" type="submit">End lesson</BaseButton>
      <BaseButton @click="open = false">Keep teaching</BaseButton>
    </form>
  </BaseDialog>
</template>
