<script setup lang="ts">
import { HURTS, type Hurts, type Pain, type PainHand } from '#core/schema/pain'
import { HURTS_WORDS } from '#core/wording/care'
import { capital } from '#core/wording/numbers'
import { painBody } from '#shared/contracts/practice/pain'

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
const hand = ref<PainHand>('both')
const since = ref('')
/** How the teacher found that it is gone. */
const note = ref('')
const reviewOn = ref('')
const { busy, refusal, clear, errorOf, write } = useWrite(painBody)
watch(open, now => {
  if (!now) return
  clear()
  const { pain } = props.student
  where.value = pain?.where ?? 'wrist'
  hand.value = pain?.hand ?? 'both'
  note.value = ''
  since.value = pain?.since ?? props.today
  reviewOn.value = pain?.reviewOn ?? ''
})
const PLACES = HURTS.map(value => ({ value, label: capital(HURTS_WORDS[value]) }))

/** Neck and shoulders are nobody's alone. */
const oneHanded = computed(() => where.value !== 'neck' && where.value !== 'shoulder')
const HANDS = [
  { value: 'fretting' as const, label: 'fretting hand' },
  { value: 'plucking' as const, label: 'plucking hand' },
  { value: 'both' as const, label: 'both, or not sure' },
]

async function put(pain: Pain | null) {
  const more = pain === null ? { note: note.value } : {}
  if (
    !(await write({ pain, ...more }, body => writes.send('PUT /api/students/:id/pain', { id: props.student.id, body })))
  )
    return
  open.value = false
  emit('saved', pain)
}
const submit = () =>
  put({
    where: where.value,
    hand: oneHanded.value ? hand.value : 'both',
    since: since.value,
    reviewOn: reviewOn.value || null,
  })
</script>

<template>
  <BaseDialog
    v-model:open="open"
    :title="`Where does it hurt, ${student.name}?`"
    about="Warmth and tiredness are normal, pain is not: stop and do something else today. What persists or returns is for a doctor."
  >
    <form class="space-y-4" novalidate @submit.prevent="submit">
      <BaseListbox v-model="where" label="Where" :options="PLACES" />
      <BaseChips v-if="oneHanded" v-model="hand" label="In which hand" :options="HANDS" tall />
      <div class="grid grid-cols-1 sm:grid-cols-2 gap-4">
        <FormField v-model="since" label="Since" type="date" :error="errorOf('pain.since')" />
        <FormField v-model="reviewOn" label="Ask again on" type="date" :error="errorOf('pain.reviewOn')" />
      </div>
      <FormRefusal :refusal="refusal" :said-by-fields="['pain.since', 'pain.reviewOn', 'note']" />
      <fieldset v-if="student.pain" class="border-t border-line pt-4 space-y-2">
        <legend class="sr-only">Clearing it</legend>
        <FormField
          v-model="note"
          label="How you know it is gone"
          hint="saved with the date; raises are offered again from then on"
          :error="errorOf('note')"
        />
        <BaseButton :busy="busy" @click="put(null)">Pain is gone</BaseButton>
      </fieldset>
      <DialogActions action="Record" :busy="busy" @cancel="open = false" />
    </form>
  </BaseDialog>
</template>
