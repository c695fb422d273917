<script setup lang="ts">
import { handOverBody } from '#shared/contracts/people/accounts'
import type { AccountRow } from '#shared/contracts/people/answers'

/** Gives a student of one teacher to another. */
const props = defineProps<{ from: AccountRow; accounts: readonly AccountRow[] }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ saved: [] }>()
const writes = useWrites()
const toasts = useToasts()
const { data } = useLoaded('GET /api/board', () => ({}))
const { values, changed, busy, refusal, submit } = useWriteForm({
  schema: handOverBody,
  open,
  values: () => ({ studentId: null as string | null, teacherId: null as string | null }),
  body: ({ teacherId }) => ({ teacherId: teacherId ?? '' }),
  send: (body, { studentId }) => writes.send('POST /api/students/:id/hand-over', { id: studentId ?? '', body }),
})
const theirs = computed(() => (data.value ?? []).filter(row => row.teacherName === props.from.name))
const students = computed(() => theirs.value.map(({ id, name }) => ({ value: id, label: name })))
const teachers = computed(() =>
  props.accounts
    .filter(each => each.id !== props.from.id && each.role !== 'student' && !each.suspended)
    .map(({ id, name }) => ({ value: id, label: name })),
)
async function save() {
  if (!(await submit())) return
  const name = students.value.find(each => each.value === values.studentId)?.label
  toasts.say(`${name} is taught by ${teachers.value.find(each => each.value === values.teacherId)?.label} now.`)
  emit('saved')
  open.value = false
}
</script>

<template>
  <BaseDialog
    v-model:open="open"
    :changed="changed"
    :title="`Hand over a student of ${from.name}`"
    about="Drills, lessons and notes move with the student: from now on only the new teacher can read them."
  >
    <form class="space-y-4" @submit.prevent="save">
      <p v-if="data && students.length === 0" class="text-soft">{{ from.name }} has no current students.</p>
      <BaseListbox v-model="values.studentId" label="Student" :options="students" />
      <BaseListbox v-model="values.teacherId" label="To" :options="teachers" />
      <FormRefusal :refusal="refusal" :said-by-fields="[]" />
      <DialogActions
        action="Hand over"
        :busy="busy"
        :disabled="values.studentId === null || values.teacherId === null"
        @cancel="open = false"
      />
    </form>
  </BaseDialog>
</template>
