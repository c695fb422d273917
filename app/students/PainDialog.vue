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
const { values, changed, busy, refusal, errorOf, submit } = useWriteForm({
  schema: painBody,
  open,
  values: () => {
    const { pain } = props.student
    return {
      where: pain?.where ?? ('wrist' as Hurts),
      hand: pain?.hand ?? ('both' as PainHand),
      since: pain?.since ?? props.today,
      reviewOn: pain?.reviewOn ?? '',
      /** How the teacher found that it is gone. */
      note: '',
    }
  },
  body: ({ where, hand, since, reviewOn, note }, button: 'gone' | undefined) =>
    button === 'gone'
      ? { pain: null, note }
      : { pain: { where, hand: isOneHanded(where) ? hand : 'both', since, reviewOn: reviewOn || null } },
  send: body => writes.send('PUT /api/students/:id/pain', { id: props.student.id, body }),
})
const PLACES = HURTS.map(value => ({ value, label: capital(HURTS_WORDS[value]) }))

/** Neck and shoulders are nobody's alone. */
const isOneHanded = (where: Hurts) => where !== 'neck' && where !== 'shoulder'
const HANDS = [
  { value: 'fretting' as const, label: 'fretting hand' },
  { value: 'plucking' as const, label: 'plucking hand' },
  { value: 'both' as const, label: 'both, or not sure' },
]

async function save(button?: 'gone') {
  const saved = await submit(button)
  if (!saved) return
  open.value = false
  emit('saved', saved.answer.pain)
}
</script>

<template>
  <BaseDialog
    v-model:open="open"
    :changed="changed"
    :title="`Where does it hurt, ${student.name}?`"
    about="Warmth and tiredness are normal, pain is not: stop and do something else today. What persists or returns is for a doctor."
  >
    <form class="space-y-4" novalidate @submit.prevent="save()">
      <BaseListbox v-model="values.where" label="Where" :options="PLACES" />
      <BaseChips v-if="isOneHanded(values.where)" v-model="values.hand" label="In which hand" :options="HANDS" tall />
      <div class="grid grid-cols-1 sm:grid-cols-2 gap-4">
        <FormField v-model="values.since" label="Since" type="date" :error="errorOf('pain.since')" />
        <FormField v-model="values.reviewOn" label="Ask again on" type="date" :error="errorOf('pain.reviewOn')" />
      </div>
      <FormRefusal :refusal="refusal" :said-by-fields="['pain.since', 'pain.reviewOn', 'note']" />
      <fieldset v-if="student.pain" class="border-t border-line pt-4 space-y-2">
        <legend class="sr-only">Clearing it</legend>
        <FormField
          v-model="values.note"
          label="How you know it is gone"
          hint="saved with the date; raises are offered again from then on"
          :error="errorOf('note')"
        />
        <BaseButton :busy="busy" @click="save('gone')">Pain is gone</BaseButton>
      </fieldset>
      <DialogActions action="Record" :busy="busy" @cancel="open = false" />
    </form>
  </BaseDialog>
</template>
