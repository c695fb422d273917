<script setup lang="ts">
import { v4 as uuid } from 'uuid'
import type { SlotRow } from '#shared/contracts/students'

/** Plans the student's recurring lesson. */
const props = defineProps<{ studentId: string, weekly: SlotRow | null }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ saved: [] }>()
const api = useApi()
const weekday = ref(1)
const wallTime = ref('16:00')
const minutes = ref(45)
const everyWeeks = ref(1)
const busy = ref(false)
const refusal = ref('')
watch(open, (now) => {
  if (!now) return
  refusal.value = ''
  weekday.value = props.weekly?.weekday ?? 1
  wallTime.value = props.weekly?.wallTime ?? '16:00'
  minutes.value = props.weekly?.minutes ?? 45
  everyWeeks.value = props.weekly?.everyWeeks ?? 1
})
const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'].map((label, i) => ({ value: i + 1, label }))
async function save() {
  busy.value = true
  try {
    await api.put(`/api/students/${props.studentId}/slot`, { id: uuid(), weekday: weekday.value, wallTime: wallTime.value, minutes: minutes.value, everyWeeks: everyWeeks.value })
    open.value = false
    emit('saved')
  }
  catch (error) {
    refusal.value = (error as Error).message
  }
  finally {
    busy.value = false
  }
}
</script>

<template>
  <BaseDialog
    v-model:open="open"
    title="The weekly lesson"
    about="Local time of the studio; it stays the same when the clocks change."
  >
    <form
      class="grid grid-cols-2 gap-4"
      @submit.prevent="save"
    >
      <BaseListbox
        v-model="weekday"
        label="Day"
        :options="DAYS"
      />
      <FormField
        v-model="wallTime"
        label="Time"
        type="time"
      />
      <BaseStepper
        v-model="minutes"
        label="Length"
        :min="5"
        :max="240"
        :step="5"
        unit="min"
      />
      <BaseStepper
        v-model="everyWeeks"
        label="Every"
        :min="1"
        :max="8"
        :show="weeks => weeks === 1 ? 'week' : `${weeks} weeks`"
      />
      <p
        v-if="refusal"
        role="alert"
        class="text-pain col-span-2"
      >
        {{ refusal }}
      </p>
      <DialogActions
        class="col-span-2"
        action="Plan it"
        :busy="busy"
        @cancel="open = false"
      />
    </form>
  </BaseDialog>
</template>
