<script setup lang="ts">
import { formOf, planSchema, SCHOOLS, type SchoolName } from '#core/schema/plan-fields'
import { planInWords, SCHOOL_LABELS } from '#core/wording/school'
import { schoolBody } from '#shared/contracts/people/students'

/** The school a student's drills are set by unless something else is said. */
const props = defineProps<{
  student: { readonly id: string; readonly name: string; readonly school: SchoolName | null }
}>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ saved: [] }>()
const writes = useWrites()
const USUAL: SchoolName = 'clean-passes'
const { values, changed, busy, refusal, submit } = useWriteForm({
  schema: schoolBody,
  open,
  values: () => ({ school: props.student.school ?? USUAL }),
  body: ({ school }) => ({ school: school === USUAL ? null : school }),
  send: body => writes.send('PUT /api/students/:id/school', { id: props.student.id, body }),
})
const OPTIONS = SCHOOLS.map(value => ({ value, label: SCHOOL_LABELS[value] }))
/** What it does with its usual numbers, from 60 to 90 or back. */
const inWords = computed(() => {
  const [startBpm, targetBpm] = formOf(values.school).falls ? [90, 45] : [60, 90]
  return planInWords(planSchema.parse({ school: values.school, startBpm, targetBpm }))
})
async function save() {
  if (!(await submit())) return
  open.value = false
  emit('saved')
}
</script>

<template>
  <BaseDialog
    v-model:open="open"
    :changed="changed"
    :title="`How ${student.name} gets faster`"
    about="New drills use it; each can have its own. Drills already assigned do not change."
  >
    <form class="space-y-4" @submit.prevent="save">
      <BaseListbox v-model="values.school" label="School" :options="OPTIONS" />
      <p class="text-soft">{{ inWords }}</p>
      <FormRefusal :refusal="refusal" :said-by-fields="[]" />
      <DialogActions action="Save" :busy="busy" @cancel="open = false" />
    </form>
  </BaseDialog>
</template>
