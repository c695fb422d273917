<script setup lang="ts">
import { usualTarget } from '#core/practice/tempo/target'
import { careOf } from '#core/hand/care'
import { fitChangeInWords, unsuitedInWords } from '#core/wording/fitting'
import { hasSheet } from '#core/families/registry'
import { leftOver } from '#core/fitting/fit'
import { planSchema, type Plan } from '#core/schema/plan-fields'
import { draftOf, planOf, withSchool } from '~/components/plan/plan-draft'
import type { StudentRow } from '#shared/contracts/students'
import { DateTime } from 'luxon'

/** Sets the drill on the bench for a student: by which plan, from which tempo to which, until when. */
const props = defineProps<{
  students: readonly StudentRow[]
  chosenId: string | null
  spec: Record<string, unknown>
  tempo: number
  busy: boolean
  error: string
}>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{
  set: [
    wish: {
      studentId: string
      stage: string
      plan: Plan
      targetOn: string | null
      spec: Record<string, unknown> | null
    },
  ]
}>()

const studentId = ref<string | null>(null)
const stage = ref('together')
const draft = ref(draftOf({ school: 'clean-passes', startBpm: 60, targetBpm: 84 }))
const targetOn = ref('')

watch(open, now => {
  if (!now) return
  studentId.value = props.chosenId
  fitting.value = true
  draft.value = draftOf({ school: 'clean-passes', startBpm: props.tempo, targetBpm: usualTarget(props.tempo) })
  targetOn.value = DateTime.now().plus({ weeks: 12 }).toISODate()
})

const student = computed(() => props.students.find(each => each.id === studentId.value) ?? null)
// A student's own school comes with them; what the teacher then chooses stands.
watch([open, student], ([isOpen, who]) => {
  if (isOpen && who) draft.value = withSchool(draft.value, who.school ?? 'clean-passes')
})
const when = useWhen()
const today = computed(() => when.today().toISODate()!)
const perBeat = computed(() => (props.spec.rhythm as { perBeat?: number } | undefined)?.perBeat ?? 4)
const made = computed(() => planOf(draft.value))

// For the student on the bench the drill is fitted already, and what the teacher made of that stands.
const fitted = computed(() =>
  open.value && student.value && student.value.id !== props.chosenId ? fitFor(props.spec, student.value) : null,
)
/** What the chosen student's hand is to be spared. */
const care = computed(() =>
  student.value ? careOf(student.value.hand, student.value.habits, student.value.pain) : null,
)
/** Whether the drill is played to a tempo: a warm-up or counting asks for none. */
const toTempo = computed(() => hasSheet({ family: String(props.spec.family) }))
/** What the hand of the chosen student cannot do in this drill as it will be set. */
const beyond = computed(() => {
  if (!open.value || !student.value) return null
  const { instrument, hand } = student.value
  const spec = fitted.value && fitting.value ? fitted.value.spec : props.spec
  const breach = leftOver({ ...spec, instrument }, hand).find(each => 'rule' in each && each.rule === 'reach')
  return breach ? unsuitedInWords(breach) : null
})
const fitting = ref(true)
const options = computed(() =>
  props.students.filter(each => !each.archived).map(each => ({ value: each.id, label: each.name })),
)
function set() {
  if (studentId.value === null || !made.value.ok) return
  emit('set', {
    studentId: studentId.value,
    stage: stage.value.trim() || 'together',
    // What has no tempo has nothing to raise.
    plan: toTempo.value ? made.value.value : planSchema.parse({ ...made.value.value, targetBpm: draft.value.startBpm }),
    targetOn: targetOn.value || null,
    spec: fitted.value ? (fitting.value ? fitted.value.spec : fitted.value.original) : null,
  })
}
</script>

<template>
  <BaseDialog
    v-model:open="open"
    title="Set for a student"
    :about="
      toTempo
        ? 'The drill is saved first. The plan says when the tempo goes up; you decide each time.'
        : 'The drill is saved first. It has no tempo and no passes: it is done, and that is all.'
    "
  >
    <form class="space-y-4" @submit.prevent="set">
      <BaseListbox v-model="studentId" label="Student" :options="options" />
      <CareNote :care="care" />
      <p v-if="beyond" class="border-l-4 border-pain pl-3" role="alert">
        <b>Beyond the limit of this hand:</b> {{ beyond }}. Another position or other fingers; pain means stop.
      </p>
      <div
        v-if="fitted && (fitted.changes.length > 0 || fitted.left.length > 0)"
        class="border-l-4 border-plan pl-3 space-y-1"
        role="status"
      >
        <p v-for="change in fitted.changes.map(fitChangeInWords)" :key="change.what">
          <b>{{ change.what }}</b>: <span class="text-soft">{{ change.why }}</span>
        </p>
        <p v-if="fitted.left.length > 0">
          {{ unsuitedInWords(fitted.left[0]!) }}
        </p>
        <label v-if="fitted.changes.length > 0" class="flex items-center gap-2 min-h-9">
          <input v-model="fitting" type="checkbox" class="size-5 accent-(--action)" />
          fit it to this hand
        </label>
      </div>
      <PlanFields
        v-if="toTempo"
        v-model="draft"
        :bpm="draft.startBpm"
        :today="today"
        :target-on="targetOn || null"
        :per-beat="perBeat"
      />
      <div class="grid grid-cols-2 gap-3">
        <FormField v-model="targetOn" label="Target date" type="date" />
        <FormField v-model="stage" label="Stage" />
      </div>
      <p v-if="error" role="alert" class="text-pain">
        {{ error }}
      </p>
      <DialogActions
        action="Set it"
        :busy="busy"
        :disabled="studentId === null || (toTempo && !made.ok)"
        @cancel="open = false"
      />
    </form>
  </BaseDialog>
</template>
