<script setup lang="ts">
import type { SlotRow } from '#shared/contracts/lessons/answers'
import { slotBody } from '#shared/contracts/lessons/slots'

/** Plans the student's recurring lesson. */
const props = defineProps<{ studentId: string; weekly: SlotRow | null }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ saved: [] }>()
const writes = useWrites()
const weekday = ref(1)
const wallTime = ref('16:00')
const minutes = ref(45)
const everyWeeks = ref(1)
const { busy, refusal, clear, errorOf, write } = useWrite(slotBody)
watch(open, now => {
  if (!now) return
  clear()
  weekday.value = props.weekly?.weekday ?? 1
  wallTime.value = props.weekly?.wallTime ?? '16:00'
  minutes.value = props.weekly?.minutes ?? 45
  everyWeeks.value = props.weekly?.everyWeeks ?? 1
})
const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'].map((label, i) => ({
  value: i + 1,
  label,
}))
async function save() {
  const fields = {
    weekday: weekday.value,
    wallTime: wallTime.value,
    minutes: minutes.value,
    everyWeeks: everyWeeks.value,
  }
  const saved = await write(fields, body => writes.send('PUT /api/students/:id/slot', { id: props.studentId, body }))
  if (!saved) return
  open.value = false
  emit('saved')
}
</script>

<template>
  <BaseDialog
    v-model:open="open"
    title="The weekly lesson"
    about="Local time of the studio; it stays the same when the clocks change."
  >
    <form class="grid grid-cols-2 gap-4" @submit.prevent="save">
      <BaseListbox v-model="weekday" label="Day" :options="DAYS" />
      <FormField v-model="wallTime" label="Time" type="time" :error="errorOf('wallTime')" />
      <BaseStepper v-model="minutes" label="Length" :min="5" :max="240" :step="5" unit="min" />
      <BaseStepper
        v-model="everyWeeks"
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
