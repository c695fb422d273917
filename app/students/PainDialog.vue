<script setup lang="ts">
import { restsFor } from '#core/practice/works-hand'
import { changedSpec, type SpecChange } from '#core/schema/change'
import type { HandInput } from '#core/schema/fields'
import { HURTS, withPain, type Hurts, type Pain, type PainHand } from '#core/schema/pain'
import { HURTS_WORDS, placeInWords } from '#core/wording/care'
import { capital } from '#core/wording/numbers'
import { painBody } from '#shared/contracts/practice/pain'

/** Records where a student hurts, since when and when to ask again; says at once what rests because of it. */
const props = defineProps<{
  student: { readonly id: string; readonly name: string; readonly pain: Pain | null }
  /** The student's day, YYYY-MM-DD. */
  today: string
  /** The drills they are on. */
  drills: readonly {
    readonly drillName: string
    readonly spec: Record<string, unknown>
    readonly change: SpecChange | null
    readonly hand: HandInput
  }[]
}>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ saved: [pain: Pain | null] }>()
const writes = useWrites()
/** What hurts with what was chosen here; null while no place was chosen. */
const painOf = ({ where, hand, since, reviewOn }: typeof values) =>
  where === ''
    ? null
    : withPain(props.student.pain, {
        where,
        hand: isOneHanded(where) ? hand : 'both',
        since,
        reviewOn: reviewOn || null,
      })
const { values, changed, busy, refusal, errorOf, submit } = useWriteForm({
  schema: painBody,
  open,
  values: () => ({
    where: '' as Hurts | '',
    hand: 'both' as PainHand,
    since: props.today,
    reviewOn: props.student.pain?.reviewOn ?? '',
  }),
  body: (said): { pain: Pain | null } => ({ pain: painOf(said) }),
  send: body => writes.send('PUT /api/students/:id/pain', { id: props.student.id, body }),
})
const PLACES = [
  { value: '' as const, label: 'Choose' },
  ...HURTS.map(value => ({ value, label: capital(HURTS_WORDS[value]) })),
]
/** Neck and shoulders are nobody's alone. */
const isOneHanded = (where: Hurts) => where !== 'neck' && where !== 'shoulder'
const HANDS = [
  { value: 'fretting' as const, label: 'fretting hand' },
  { value: 'plucking' as const, label: 'plucking hand' },
  { value: 'both' as const, label: 'both, or not sure' },
]
const resting = computed(() => {
  const pain = open.value ? painOf(values) : null
  return pain === null
    ? null
    : props.drills
        .filter(drill => restsFor(pain, changedSpec(drill.spec, drill.change), drill.hand))
        .map(({ drillName }) => drillName)
})
async function save() {
  if (values.where === '') return
  const saved = await submit()
  if (!saved) return
  open.value = false
  emit('saved', saved.answer.pain)
}
</script>

<template>
  <BaseDialog
    v-model:open="open"
    :changed="changed"
    :title="student.pain ? `What else hurts, ${student.name}?` : `Where does it hurt, ${student.name}?`"
    about="Warmth and tiredness are normal, pain is not: stop and do something else today. What persists or returns is for a doctor."
  >
    <form class="space-y-4" novalidate @submit.prevent="save">
      <p v-if="student.pain" class="border-l-4 border-pain pl-3">{{ capital(placeInWords(student.pain)) }}.</p>
      <BaseListbox v-model="values.where" label="Where" :options="PLACES" />
      <BaseChips
        v-if="values.where !== '' && isOneHanded(values.where)"
        v-model="values.hand"
        label="In which hand"
        :options="HANDS"
        tall
      />
      <div class="grid grid-cols-1 sm:grid-cols-2 gap-4">
        <FormField v-model="values.since" label="Since" type="date" :error="errorOf('pain.since')" />
        <FormField v-model="values.reviewOn" label="Ask again on" type="date" :error="errorOf('pain.reviewOn')" />
      </div>
      <p v-if="resting" role="status" class="text-soft">
        {{
          resting.length === 0
            ? 'No assigned drill rests because of it.'
            : `Rests until it is gone: ${resting.join(', ')}.`
        }}
      </p>
      <FormRefusal :refusal="refusal" :said-by-fields="['pain.since', 'pain.reviewOn']" />
      <DialogActions action="Record" :busy="busy" :disabled="values.where === ''" @cancel="open = false" />
    </form>
  </BaseDialog>
</template>
