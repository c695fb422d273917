<script setup lang="ts">
import type { SlotRow } from '#shared/contracts/lessons/answers'
import { slotBody } from '#shared/contracts/lessons/slots'

/** Plans the student's recurring lesson. */
const props = defineProps<{ studentId: string; weekly: SlotRow | null }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ saved: [] }>()
const writes = useWrites()
const { values, changed, busy, refusal, errorOf, submit } = useWriteForm({
  schema: slotBody,
  open,
  values: () => ({
    weekday: props.weekly?.weekday ?? 1,
    wallTime: props.weekly?.wallTime ?? '16:00',
    minutes: props.weekly?.minutes ?? 45,
    everyWeeks: props.weekly?.everyWeeks ?? 1,
  }),
  body: plan => plan,
  send: body => writes.send('PUT /api/students/:id/slot', { id: props.studentId, body }),
})
const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'].map((label, i) => ({
  value: i + 1,
  label,
}))
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
    title="The weekly lesson"
    about="Local time of the studio; it stays the same when the clocks change."
  >
    <form class="grid grid-cols-2 gap-4" @submit.prevent="save">
      <BaseListbox v-model="values.weekday" label="Day" :options="DAYS" />
      <FormField v-model="values.wallTime" label="Time" type="time" :error="errorOf('wallTime')" />
      <BaseStepper v-model="values.minutes" label="Length" :min="5" :max="240" :step="5" unit="min" />
      <BaseStepper
        v-model="values.everyWeeks"
        label="Every"
        :min="1"
        :max="8"
        :show="weeks => (weeks === 1 ? 'week' : `${weeks} weeks`)"
      />
      <FormRefusal class="col-span-2" :refusal="refusal" :said-by-fields="['wallTime']" />
      <DialogActions class="col-span-2" action="Save" :busy="busy" @cancel="open = false" />
    </form>
  </BaseDialog>
</template>
