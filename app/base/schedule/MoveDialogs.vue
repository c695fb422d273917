<script setup lang="ts">
import type { LessonPlace, Moving } from '~/base/schedule/useMoving'

/** Asks where a lesson is moved to, or why it is cancelled. */
const props = defineProps<{ moving: Moving }>()
const when = useWhen()
const day = ref('')
const wallTime = ref('')
const why = ref('')
watch(props.moving.moving, place => {
  if (!place) return
  day.value = place.before?.to?.day ?? place.day
  wallTime.value = place.before?.to?.wallTime ?? place.wallTime
  why.value = place.before?.why ?? ''
})
watch(props.moving.cancelling, place => {
  if (place) why.value = place.before?.why ?? ''
})
const isOpen = (which: 'moving' | 'cancelling') =>
  computed({
    get: () => props.moving[which].value !== null,
    set: open => {
      if (!open) props.moving.letGo()
    },
  })
const [asksWhere, asksWhy] = [isOpen('moving'), isOpen('cancelling')]
const madeUp = computed(() => props.moving.moving.value?.before?.cancelled ?? false)
async function move() {
  const place = props.moving.moving.value
  if (!place || !day.value || !wallTime.value) return
  if (await props.moving.move(place, { day: day.value, wallTime: wallTime.value }, why.value.trim() || null))
    props.moving.letGo()
}
async function cancel() {
  const place = props.moving.cancelling.value
  if (place && (await props.moving.cancel(place, why.value.trim() || null))) props.moving.letGo()
}
const about = (place: LessonPlace | null) =>
  place ? `The lesson of ${place.student.name} that falls on ${when.longDay(place.day)}.` : ''
</script>

<template>
  <BaseDialog
    v-model:open="asksWhere"
    :title="madeUp ? 'Make the lesson up' : 'Move the lesson'"
    :about="`${about(moving.moving.value)} The weekly lesson stays as it is.`"
  >
    <form class="grid grid-cols-2 gap-4" @submit.prevent="move">
      <FormField v-model="day" label="Day" type="date" />
      <FormField v-model="wallTime" label="Time" type="time" />
      <FormField v-model="why" class="col-span-2" label="Why" hint="optional" />
      <DialogActions
        class="col-span-2"
        :action="madeUp ? 'Make up' : 'Move'"
        :busy="moving.busy.value"
        :disabled="!day || !wallTime"
        @cancel="asksWhere = false"
      />
    </form>
  </BaseDialog>
  <BaseDialog
    v-model:open="asksWhy"
    title="Cancel the lesson"
    :about="`${about(moving.cancelling.value)} It can be made up later; the weekly lesson stays as it is.`"
  >
    <form class="space-y-4" @submit.prevent="cancel">
      <FormField v-model="why" label="Why" hint="optional" />
      <DialogActions action="Cancel this lesson" :busy="moving.busy.value" @cancel="asksWhy = false" />
    </form>
  </BaseDialog>
</template>
