<script setup lang="ts">
import type { AssignmentDetail } from '#shared/contracts/taught/answers'
import { planBody } from '#shared/contracts/taught/assignments'
import { draftOf, planOf } from './plan-draft'

/** Another plan or day for a drill that is set; what that would do is shown before it is kept. */
const props = defineProps<{ set: AssignmentDetail; today: string }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ saved: [] }>()
const writes = useWrites()
const { values, changed, busy, refusal, errorOf, submit } = useWriteForm({
  schema: planBody,
  open,
  values: () => ({ draft: draftOf(props.set.plan), targetOn: props.set.targetOn ?? '' }),
  body: ({ draft, targetOn }) => {
    const made = planOf(draft)
    return { plan: made.ok ? made.value : props.set.plan, targetOn: targetOn || null }
  },
  send: body => writes.send('PUT /api/assignments/:id/plan', { id: props.set.id, body }),
})
const made = computed(() => planOf(values.draft))
async function save() {
  if (!made.value.ok || !(await submit())) return
  emit('saved')
  open.value = false
}
</script>

<template>
  <BaseDialog
    v-model:open="open"
    :changed="changed"
    :title="`The plan of ${set.drillName}`"
    :about="`Now at ${set.bpm}${set.path.length > 1 ? `, stage “${set.stage}”` : ''}; changing the plan keeps this tempo.`"
  >
    <form class="space-y-4" @submit.prevent="save">
      <PlanFields
        v-model="values.draft"
        :bpm="set.bpm"
        :today="today"
        :target-on="values.targetOn || null"
        :per-beat="set.spec.rhythm.perBeat"
        :present="set.plan"
        :present-on="set.targetOn"
      />
      <FormField v-model="values.targetOn" label="Target date" type="date" :error="errorOf('targetOn')" />
      <FormRefusal :refusal="refusal" :said-by-fields="['targetOn']" />
      <DialogActions action="Save plan" :busy="busy" :disabled="!made.ok" @cancel="open = false" />
    </form>
  </BaseDialog>
</template>
