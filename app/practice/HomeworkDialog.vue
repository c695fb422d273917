<script setup lang="ts">
import { fitLesson, type AgendaEntry } from '#core/practice/agenda/agenda'
import { warmupMinutes } from '#core/practice/agenda/warmup'
import { homeworkOffered, type HomeworkGiven } from '#core/practice/homework'
import { isTimed } from '#core/practice/tempo/target'
import { restsFor } from '#core/practice/works-hand'
import { changedSpec } from '#core/schema/change'
import type { Fault } from '#core/schema/faults'
import type { HandInput } from '#core/schema/fields'
import type { Habits } from '#core/schema/habits'
import type { Pain } from '#core/schema/pain'
import { wayInWords } from '#core/wording/homework'
import { homeworkBody } from '#shared/contracts/practice/homework'
import type { ApiError } from '~/base/useApi'
import type { AssignmentDetail } from '#shared/contracts/taught/answers'
import { homeworkOnPaper } from '#shared/paper/homework-sheets'

/** What a student is given to practise: offered by need, changed at will, printed, and on record. */
const props = defineProps<{
  student: {
    readonly id: string
    readonly name: string
    readonly hand: HandInput
    readonly habits: Habits
    readonly pain: Pain | null
  }
  sets: readonly (AssignmentDetail & { readonly heardOn: string | null; readonly heard: readonly Fault[] })[]
  lessonId: string | null
  today: string
}>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ given: [] }>()
const writes = useWrites()
const outbox = useOutbox()
const session = useSession()
const toasts = useToasts()
const { paper, print } = usePaper<HomeworkGiven>()
const when = useWhen()
const saveHomework = useHomeworkFile()
const USUAL_MINUTES = 20
const FORMS = [
  { value: 'compact', label: 'all together' },
  { value: 'pages', label: 'a page for each' },
] as const
/** What rests for now, asked of the engine once for each drill. */
const resting = computed(
  () =>
    new Set(
      props.sets
        .filter(set => restsFor(props.student.pain, changedSpec(set.spec, set.change), set.hand))
        .map(set => set.id),
    ),
)
const offer = (minutes: number) =>
  homeworkOffered(
    props.sets.map(set => ({ ...set, warmupMinutes: warmupMinutes(set.spec) })),
    minutes,
    props.today,
    set => resting.value.has(set.id),
  )
/** What was chosen last is chosen next time, too. */
const usual = reactive({ minutesADay: USUAL_MINUTES, form: 'compact' as HomeworkGiven['form'] })
const { fields, changed, busy, refusal, submit } = useWriteForm({
  schema: homeworkBody,
  open,
  values: () => ({ ...usual, note: '', items: (open.value ? offer(usual.minutesADay) : []) as readonly AgendaEntry[] }),
  body: values => ({ lessonId: props.lessonId, given: asGiven(values) }),
  send: async body => {
    const call = { id: props.student.id, body }
    try {
      await writes.send('POST /api/students/:id/homework', call)
      return { waits: false }
    } catch (error) {
      if ((error as ApiError).code !== 'offline') throw error
      // Without a network it waits on this device like everything of the lesson, under the id it was tried with.
      await outbox.add({
        kind: 'write',
        way: 'POST',
        path: addressOf('POST /api/students/:id/homework', call as never),
        body: { ...body, id: writes.uncertainId('POST /api/students/:id/homework', call)! },
        what: 'the homework',
        at: new Date().toISOString(),
        userId: session.me!.userId,
      })
      return { waits: true }
    }
  },
})
const { minutesADay, form, note, items } = fields
/** The homework as it is put together now. */
const draft = (word: string) => asGiven({ form: form.value, items: items.value, note: word })
watch(minutesADay, minutes => {
  usual.minutesADay = minutes
  items.value = items.value.length === 0 ? offer(minutes) : fitLesson(items.value, minutes)
})
watch(form, now => {
  usual.form = now
})
const left = computed(() => props.sets.filter(set => !items.value.some(item => item.id === set.id)))
const byId = computed(() => new Map(props.sets.map(set => [set.id, set])))
const minutesOf = (entries: readonly AgendaEntry[]) => entries.reduce((sum, item) => sum + item.minutes, 0)
const total = computed(() => minutesOf(items.value))
const PUT_IN = 5
const setMinutes = (id: string, minutes: number) => {
  items.value = items.value.map(item => (item.id === id ? { id, minutes } : item))
}
function asGiven(said: Pick<HomeworkGiven, 'form'> & { note: string; items: readonly AgendaEntry[] }): HomeworkGiven {
  return {
    form: said.form,
    minutesADay: minutesOf(said.items),
    note: said.note.trim() || null,
    drills: said.items.map(({ id, minutes }) => {
      const { taught, drillName, stage, plan, bpm, toTempo, heard } = byId.value.get(id)!
      const timed = toTempo && isTimed(plan)
      return {
        assignmentId: id,
        taught,
        drillName,
        stage,
        bpm: timed ? bpm : null,
        targetBpm: timed ? plan.targetBpm : null,
        minutes,
        heard,
      }
    }),
  }
}
const { staff } = useSheetRows()
// Not at every letter: each time the drills are worked out anew.
const settledNote = refDebounced(note, 600)
const onPaper = (given: HomeworkGiven) => homeworkOnPaper(given, props.sets, props.student, when.longDay(props.today))
const { pages } = usePaperSet(() => {
  const asked = open.value && items.value.length > 0 ? onPaper(draft(settledNote.value)) : null
  return asked && asked.drills.length > 0 ? { ...plain(asked), notation: staff.value } : null
})
async function give(how: 'print' | 'pdf' | 'record') {
  const given = draft(note.value)
  const sent = await submit()
  if (!sent) return
  toasts.say(
    sent.answer.waits ? 'Homework kept on this device: it is assigned when the network is back.' : 'Homework assigned.',
  )
  emit('given')
  open.value = false
  if (how === 'print') await print(given)
  if (how === 'pdf') await saveHomework(onPaper(given))
}
</script>

<template>
  <BaseDialog
    v-model:open="open"
    :changed="changed"
    :title="`Homework for ${student.name}`"
    about="Suggested by need, warm-up first. The homework is saved exactly as you assign it."
    wide
  >
    <form
      class="space-y-4"
      @submit.prevent="give('print')"
      @keydown.ctrl.enter.prevent="give('print')"
      @keydown.meta.enter.prevent="give('print')"
    >
      <div class="grid sm:grid-cols-2 gap-4 items-end">
        <BaseStepper v-model="minutesADay" label="Minutes a day" :min="2" :max="240" :step="5" unit="min" />
        <BaseChips v-model="form" label="On paper" :options="FORMS" />
      </div>
      <p v-if="resting.size > 0" class="border-l-4 border-pain pl-3">
        Drills for a hand that hurts are left out until the pain is cleared.
      </p>
      <p v-if="items.length === 0" class="text-soft">No drills yet. Add one.</p>
      <ol class="space-y-1.5">
        <li
          v-for="item in items"
          :key="item.id"
          class="flex flex-wrap items-center gap-x-3 gap-y-1 border border-line rounded-md bg-card px-3 py-1.5"
        >
          <div class="flex-1 min-w-44">
            <p>{{ byId.get(item.id)!.drillName }}</p>
            <p class="text-soft text-sm">
              {{ byId.get(item.id)!.stage
              }}<template v-if="byId.get(item.id)!.toTempo"
                >, {{ wayInWords(byId.get(item.id)!.plan, byId.get(item.id)!.bpm) }}</template
              >
            </p>
          </div>
          <BaseStepper
            class="w-36"
            :model-value="item.minutes"
            :label="`Minutes for ${byId.get(item.id)!.drillName}`"
            hide-label
            :min="1"
            :max="240"
            @update:model-value="setMinutes(item.id, $event)"
          />
          <span class="text-soft">min</span>
          <BaseButton
            size="sm"
            :aria-label="`Leave out ${byId.get(item.id)!.drillName}`"
            @click="items = items.filter(each => each.id !== item.id)"
          >
            ×
          </BaseButton>
        </li>
      </ol>
      <div v-if="left.length > 0" class="flex flex-wrap gap-2">
        <BaseButton
          v-for="set in left"
          :key="set.id"
          :aria-label="`Add ${set.drillName}`"
          @click="items = [...items, { id: set.id, minutes: PUT_IN }]"
        >
          + {{ set.drillName }}<template v-if="resting.has(set.id)"> (rests)</template>
        </BaseButton>
      </div>
      <p class="figures flex flex-wrap items-center gap-3" role="status">
        <span>{{ total }} minutes a day</span>
        <span v-if="pages !== null" class="text-soft">{{ pages }} {{ pages === 1 ? 'page' : 'pages' }} of paper</span>
        <BaseButton
          v-if="total !== minutesADay && items.length > 0"
          size="sm"
          @click="items = fitLesson(items, minutesADay)"
        >
          Fit to {{ minutesADay }}
        </BaseButton>
      </p>
      <FormField v-model="note" label="Note to the student" hint="optional" multiline />
      <FormRefusal :refusal="refusal" :said-by-fields="[]" />
      <div class="sticky -bottom-6 -mx-6 -mb-6 flex flex-wrap justify-end gap-3 bg-card px-6 pt-3 pb-6">
        <BaseButton @click="open = false">Cancel</BaseButton>
        <BaseButton :disabled="busy || items.length === 0" @click="give('record')">Assign only</BaseButton>
        <BaseButton :disabled="busy || items.length === 0" @click="give('pdf')">Assign and save PDF</BaseButton>
        <BaseButton tone="action" type="submit" :busy="busy" :disabled="items.length === 0"
          >Assign and print</BaseButton
        >
      </div>
    </form>
  </BaseDialog>
  <Teleport to="body">
    <HomeworkPaper v-if="paper" class="paper" :student="student" :given="paper" :sets="sets" :today="today" />
  </Teleport>
</template>
