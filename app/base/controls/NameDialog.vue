<script setup lang="ts">
/** Asks for a name. */
const props = defineProps<{ title: string; action: string; initial: string; busy?: boolean; error?: string }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ named: [name: string] }>()
const name = ref('')
watch(open, now => {
  if (now) name.value = props.initial
})
</script>

<template>
  <BaseDialog v-model:open="open" :title="title" :changed="name !== initial">
    <form class="space-y-4" @submit.prevent="name.trim() && emit('named', name.trim())">
      <FormField v-model="name" label="Name" :error="error || (name.trim() ? '' : 'a name is needed')" />
      <DialogActions :action="action" :busy="busy" :disabled="!name.trim()" @cancel="open = false" />
    </form>
  </BaseDialog>
</template>
