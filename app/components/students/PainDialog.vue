<script setup lang="ts">
import { HURTS, type Hurts, type Pain } from '#core/schema/pain'
import { HURTS_WORDS } from '#core/wording/care'
import { capital } from '#core/wording/numbers'
import { painBody } from '#shared/contracts/students'

/** Puts down where a student hurts, since when and when to ask again, or that it is gone. */
const props = defineProps<{
  student: { readonly id: string; readonly name: string; readonly pain: Pain | null }
  /** The student's day, YYYY-MM-DD. */
  today: string
}>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ saved: [pain: Pain | null] }>()
const writes = useWrites()
const where = ref<Hurts>('wrist')
const since = ref('')
const reviewOn = ref('')
const { busy, refusal, clear, errorOf, write } = useWrite(painBody)
watch(open, now => {
  if (!now) return
  clear()
  const { pain } = props.student
  where.value = pain?.where ?? 'wrist'
  since.value = pain?.since ?? props.today
  reviewOn.value = pain?.reviewOn ?? ''
})
const PLACES = HURTS.map(value => ({ value, label: capital(HURTS_WORDS[value]) }))

async function put(pain: Pain | null) {
  if (!(await write({ pain }, body => writes.put(`/api/students/${props.student.id}/pain`, body)))) return
  open.value = false
  emit('saved', pain)
}
const submit = () => put({ where: where.value, since: since.value, reviewOn: reviewOn.value || null })
</script>

<template>
  <BaseDialog
    v-model:open="open"
    :title="`Where does it hurt, ${student.name}?`"
    about="Warmth and tiredness are normal, pain is not: stop and do something else today. What persists or returns is for a doctor."
  >
    <form class="space-y-4" novalidate @submit.prevent="submit">
      <BaseListbox v-model="where" label="Where" :options="PLACES" />
      <div class="grid grid-cols-1 sm:grid-cols-2 gap-4">
        <FormField v-model="since" label="Since" type="date" :error="errorOf('pain.since')" />
        <FormField v-model="reviewOn" label="Ask again on" type="date" :error="errorOf('pain.reviewOn')" />
      </div>
      <FormRefusal :refusal="refusal" :said-by-fields="['pain.since', 'pain.reviewOn']" />
      <BaseButton v-if="student.pain" :busy="busy" @click="put(null)">It is gone</BaseButton>
      <DialogActions action="Put it down" :busy="busy" @cancel="open = false" />
    </form>
  </BaseDialog>
</template>
