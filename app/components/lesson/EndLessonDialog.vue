<script setup lang="ts">
/** Asks before a lesson is ended. */
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ end: [] }>()
</script>

<template>
  <BaseDialog
    v-model:open="open"
    title="End this lesson?"
    about="A summary follows. Notes can be added any time; today the lesson can also be taken up again."
  >
    <form class="flex flex-row-reverse justify-start gap-3" @submit.prevent="emit('end')">
      <BaseButton tone="action" type="submit">End lesson</BaseButton>
      <BaseButton @click="open = false">Keep teaching</BaseButton>
    </form>
  </BaseDialog>
</template>
