<script setup lang="ts">
import { TEMPO_BOUNDS } from '#core/schema/fields'
import { dayPlus } from '#core/practice/schedule/local-time'
import { FEELS, HURTS, type Feel, type Hurts } from '#core/schema/pain'
import { HURTS_WORDS } from '#core/wording/care'
import { capital } from '#core/wording/numbers'
import { practiceBody } from '#shared/contracts/practice/practice'

/** Puts down what a student reports of practice at home: the days, how long, how fast, how it felt. */
const props = defineProps<{
  student: { readonly id: string; readonly name: string }
  drills: readonly {
    readonly id: string
    readonly drillName: string
    readonly bpm: number
    readonly toTempo: boolean
  }[]
  chosenId: string | null
  today: string
  /** Local day of the lesson before; null for none. */
  since: string | null
}>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ saved: [] }>()
const writes = useWrites()
const toasts = useToasts()
const when = useWhen()

/** As many days as are asked about: a week when nothing is known, three at most. */
const [A_WEEK, MOST_DAYS] = [7, 21]
const days = computed(() => {
  const all = Array.from({ length: MOST_DAYS }, (_, i) => dayPlus(props.today, i - MOST_DAYS + 1))
  const kept = props.since === null ? all.slice(-A_WEEK) : all.filter(day => day >= props.since!)
  return (kept.length < 2 ? all.slice(-A_WEEK) : kept).map(value => ({ value, label: when.shortDay(value) }))
})
const chosenDrill = () => props.drills.find(each => each.id === props.chosenId) ?? props.drills[0]
const { fields, changed, busy, refusal, submit } = useWriteForm({
  schema: practiceBody,
  open,
  values: () => ({
    drillId: chosenDrill()?.id ?? null,
    chosen: [] as readonly string[],
    minutes: 10,
    bpm: chosenDrill()?.bpm ?? 60,
    feel: 'easy' as Feel,
    hurts: '' as Hurts | '',
    clean: 0,
    note: '',
  }),
  body: said => {
    const last = said.chosen.toSorted().at(-1)
    return {
      entries: said.chosen.map(day => ({
        assignmentId: said.drillId!,
        day,
        minutes: said.minutes,
        bpm: said.bpm,
        feel: said.feel,
        ...(said.feel === 'pain' && said.hurts !== '' && { hurts: said.hurts }),
        clean: day === last ? said.clean : 0,
        ...(day === last && said.note.trim() && { note: said.note.trim() }),
      })),
    }
  },
  send: body => writes.send('POST /api/students/:id/practice', { id: props.student.id, body }),
})
const { drillId, chosen, minutes, bpm, feel, hurts, clean, note } = fields
const OPTIONS = computed(() => props.drills.map(each => ({ value: each.id, label: each.drillName })))
const FEEL_OPTIONS = FEELS.map(value => ({ value, label: value }))
const PLACES = [
  { value: '' as const, label: 'Choose' },
  ...HURTS.map(value => ({ value, label: capital(HURTS_WORDS[value]) })),
]
/** Pain without a place is no report. */
const whole = computed(() => chosen.value.length > 0 && (feel.value !== 'pain' || hurts.value !== ''))
const drill = computed(() => props.drills.find(each => each.id === drillId.value) ?? null)
watch(drill, now => {
  if (now) bpm.value = now.bpm
})

const inWords = computed(() => {
  const count = chosen.value.length
  return count === 0
    ? 'Choose the days.'
    : `${count} ${count === 1 ? 'day' : 'days'}, ${count * minutes.value} minutes.`
})

async function takeBack(entryIds: readonly string[]) {
  try {
    await writes.send('POST /api/students/:id/practice/take-back', { id: props.student.id, body: { entryIds } })
    emit('saved')
  } catch (failure) {
    toasts.say((failure as Error).message, { tone: 'trouble' })
  }
}
async function save(): Promise<boolean> {
  if (!drill.value || !whole.value) return false
  const made = await submit()
  if (!made) return false
  toasts.say(`Recorded: ${drill.value.drillName}, ${inWords.value.toLowerCase()}`, {
    action: { label: 'Undo', run: () => void takeBack(made.answer.ids) },
  })
  emit('saved')
  return true
}
async function saveAndClose() {
  if (await save()) open.value = false
}
const next = computed(() => props.drills[props.drills.findIndex(each => each.id === drillId.value) + 1] ?? null)
async function saveAndGoOn() {
  const following = next.value
  if (!(await save()) || !following) return
  drillId.value = following.id
  clean.value = 0
  note.value = ''
}
</script>

<template>
  <BaseDialog
    v-model:open="open"
    :changed="changed"
    :title="`What ${student.name} practised`"
    about="As the student reports it, kept separate from what you heard."
    wide
  >
    <p v-if="drills.length === 0">No drills assigned, so there is nothing to practise at home yet.</p>
    <form v-else class="space-y-4" @submit.prevent="saveAndClose">
      <BaseListbox v-model="drillId" label="Drill" :options="OPTIONS" />
      <div>
        <BaseToggles v-model="chosen" label="Days" :options="days" tall />
        <button
          type="button"
          class="min-h-9 underline underline-offset-4 text-soft hover:text-ink"
          @click="chosen = chosen.length === days.length ? [] : days.map(each => each.value)"
        >
          {{ chosen.length === days.length ? 'none of them' : 'every day' }}
        </button>
      </div>
      <div class="grid grid-cols-1 sm:grid-cols-3 gap-3">
        <BaseStepper v-model="minutes" label="Minutes a day" :min="1" :max="1440" />
        <BaseStepper
          v-if="drill?.toTempo"
          v-model="bpm"
          label="Tempo"
          :min="TEMPO_BOUNDS.least"
          :max="TEMPO_BOUNDS.most"
        />
        <BaseStepper v-if="drill?.toTempo" v-model="clean" label="Clean in a row" :min="0" :max="40" />
      </div>
      <BaseChips v-model="feel" label="How it felt" :options="FEEL_OPTIONS" tall />
      <div v-if="feel === 'pain'" class="border-l-4 border-pain pl-3 space-y-2">
        <BaseListbox v-model="hurts" label="Where" :options="PLACES" />
        <p v-if="hurts === 'fingertip-skin'">Sore skin is no reason to stop: shorter sessions for a few days.</p>
        <p v-else>
          No raise until you have cleared it. Pain that stays or comes back, and any numbness, is for a doctor.
        </p>
      </div>
      <FormField v-model="note" label="Student’s comment" />
      <FormRefusal :refusal="refusal" :said-by-fields="[]" />
      <p class="figures" role="status">{{ inWords }}</p>
      <div
        class="flex flex-row-reverse flex-wrap justify-start gap-3 sticky -bottom-6 -mx-6 -mb-6 bg-card px-6 pt-3 pb-6"
      >
        <BaseButton tone="action" type="submit" :busy="busy" :disabled="!whole">Record</BaseButton>
        <BaseButton v-if="next" :busy="busy" :disabled="!whole" @click="saveAndGoOn"> Record, next drill </BaseButton>
        <BaseButton @click="open = false">Cancel</BaseButton>
      </div>
    </form>
  </BaseDialog>
</template>
