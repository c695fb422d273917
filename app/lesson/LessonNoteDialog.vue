<script setup lang="ts">
/** Something to remember, about the drill in hand or the lesson. */
const props = defineProps<{ drillName: string | null }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ noted: [text: string, about: 'drill' | 'lesson'] }>()
const text = ref('')
const about = ref<'drill' | 'lesson'>('drill')
function keep() {
  const trimmed = text.value.trim()
  if (!trimmed) return
  emit('noted', trimmed, props.drillName === null ? 'lesson' : about.value)
  open.value = false
  text.value = ''
}
</script>

<template>
  <BaseDialog v-model:open="open" title="Note">
    <form
      class="space-y-4"
      @submit.prevent="keep"
      @keydown.ctrl.enter.prevent="keep"
      @keydown.meta.enter.prevent="keep"
    >
      <FormField v-model="text" label="Note text" hint="Ctrl Enter keeps it" multiline />
      <BaseChips
        v-if="drillName !== null"
        v-model="about"
        label="About"
        :options="[
          { value: 'drill', label: drillName },
          { value: 'lesson', label: 'the lesson' },
        ]"
      />
      <DialogActions action="Save" :disabled="!text.trim()" @cancel="open = false" />
    </form>
  </BaseDialog>
</template>
