<script setup lang="ts">
import { placesOf, withoutPlaces, type Pain } from '#core/schema/pain'
import { placeInWords } from '#core/wording/care'
import { capital } from '#core/wording/numbers'
import { painBody } from '#shared/contracts/practice/pain'

/** Clears a pain: which of what hurt is gone, and how the teacher knows. */
const props = defineProps<{ student: { readonly id: string; readonly name: string; readonly pain: Pain | null } }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ saved: [pain: Pain | null]; else: [] }>()
const writes = useWrites()
const places = computed(() => (props.student.pain ? placesOf(props.student.pain) : []))
const options = computed(() => places.value.map((place, value) => ({ value, label: capital(placeInWords(place)) })))
const { values, changed, busy, refusal, errorOf, submit } = useWriteForm({
  schema: painBody,
  open,
  values: () => ({ gone: places.value.map((_, i) => i) as readonly number[], note: '' }),
  body: ({ gone, note }): { pain: Pain | null; note: string } => ({
    pain:
      props.student.pain &&
      withoutPlaces(
        props.student.pain,
        gone.map(i => places.value[i]!),
      ),
    note,
  }),
  send: body => writes.send('PUT /api/students/:id/pain', { id: props.student.id, body }),
})
async function save() {
  const saved = await submit()
  if (!saved) return
  open.value = false
  emit('saved', saved.answer.pain)
}
function somethingElse() {
  open.value = false
  emit('else')
}
</script>

<template>
  <BaseDialog
    v-model:open="open"
    :changed="changed"
    :title="`Is the pain gone, ${student.name}?`"
    about="Raises are offered again from then on. What was played while it hurt counts for nothing."
  >
    <form class="space-y-4" novalidate @submit.prevent="save">
      <BaseToggles v-if="options.length > 1" v-model="values.gone" label="What is gone" :options="options" tall />
      <p v-else-if="options[0]">{{ options[0].label }}.</p>
      <FormField
        v-model="values.note"
        label="How you know it is gone"
        hint="saved with the date"
        :error="errorOf('note')"
      />
      <button
        type="button"
        class="min-h-9 underline underline-offset-4 text-soft hover:text-ink"
        @click="somethingElse"
      >
        No, and something else hurts
      </button>
      <FormRefusal :refusal="refusal" :said-by-fields="['note']" />
      <DialogActions action="It is gone" :busy="busy" :disabled="values.gone.length === 0" @cancel="open = false" />
    </form>
  </BaseDialog>
</template>
