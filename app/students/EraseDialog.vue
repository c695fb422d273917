<script setup lang="ts">
import { eraseStudentBody } from '#shared/contracts/people/students'

/** Erases a student for good: asked by typing the name, for nothing brings them back. */
const props = defineProps<{ student: { readonly id: string; readonly name: string } }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ erased: [] }>()
const writes = useWrites()
const { values, changed, busy, refusal, errorOf, submit } = useWriteForm({
  schema: eraseStudentBody,
  open,
  values: () => ({ name: '' }),
  body: typed => typed,
  send: body => writes.send('POST /api/students/:id/erase', { id: props.student.id, body }),
})
async function erase() {
  if (!(await submit())) return
  open.value = false
  emit('erased')
}
</script>

<template>
  <BaseDialog
    v-model:open="open"
    :changed="changed"
    :title="`Erase ${student.name} for good?`"
    about="The hand card, every lesson, every note and decision go, and nothing brings them back. Save them as a file first if anybody may want them."
  >
    <form class="space-y-4" @submit.prevent="erase">
      <FormField v-model="values.name" :label="`Type the name: ${student.name}`" :error="errorOf('name')" />
      <FormRefusal :refusal="refusal" :said-by-fields="['name']" />
      <DialogActions
        action="Erase for good"
        :busy="busy"
        :disabled="values.name.trim() !== student.name.trim()"
        @cancel="open = false"
      />
    </form>
  </BaseDialog>
</template>
