<script setup lang="ts">
import { isTimed, usualTarget } from '#core/practice/tempo/target'
import { careOf } from '#core/hand/care'
import { fitChangeInWords, unsuitedInWords } from '#core/wording/fitting'
import { familyLookup, hasSheet } from '#core/families/registry'
import { leftOver } from '#core/fitting/fit'
import type { SpecChange } from '#core/schema/change'
import { parseSpec } from '#core/schema/parse'
import { planSchema, type Plan } from '#core/schema/plan-fields'
import { naturalPath, usualBeginning } from '#core/stages/natural-path'
import { plannedPath, type StagePlanned } from '#core/stages/stage-plan'
import { draftPath, stagesOf, wrongNames, type StageDraft } from '~/base/plan/path-draft'
import { draftOf, planOf, withSchool } from '~/base/plan/plan-draft'
import type { StudentRow } from '#shared/contracts/people/answers'
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
      change: SpecChange | null
      before: readonly StagePlanned[]
      after: readonly StagePlanned[]
      plan: Plan
      targetOn: string | null
      spec: Record<string, unknown> | null
    },
  ]
}>()

const studentId = ref<string | null>(null)
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
/** What will be set: the drill as it is on the bench, or fitted to the student's hand. */
const toSet = computed(() => (fitted.value ? (fitting.value ? fitted.value.spec : fitted.value.original) : props.spec))
const parsed = computed(() => (open.value ? parseSpec(toSet.value, familyLookup) : null))
// Its stages are those of its kind until the teacher makes others.
const natural = computed(() => (parsed.value?.ok ? naturalPath(parsed.value.value) : []))
const ownPath = shallowRef<readonly StageDraft[] | null>(null)
const changing = ref(false)
const mainPlan = computed(() => (made.value.ok ? made.value.value : null))
const path = computed({
  get: () => ownPath.value ?? (mainPlan.value ? draftPath(plannedPath(natural.value, mainPlan.value)) : []),
  set: now => {
    ownPath.value = now
  },
})
const beginning = ref(0)
watch([open, natural], () => {
  ownPath.value = null
  changing.value = false
  beginning.value = usualBeginning(natural.value)
})
const at = computed(() => Math.min(beginning.value, path.value.length - 1))
const options = computed(() =>
  props.students.filter(each => !each.archived).map(each => ({ value: each.id, label: each.name })),
)
function set() {
  if (studentId.value === null || !mainPlan.value) return
  // What has no tempo has nothing to raise.
  const plan = toTempo.value ? mainPlan.value : planSchema.parse({ ...mainPlan.value, targetBpm: draft.value.startBpm })
  // The last stage is the drill itself, whatever became of its plan meanwhile.
  const stages = stagesOf(path.value).map((stage, i, all) => (i === all.length - 1 ? { ...stage, plan } : stage))
  const begin = stages[at.value]!
  emit('set', {
    studentId: studentId.value,
    stage: begin.name,
    change: begin.change,
    plan: begin.plan,
    before: stages.slice(0, at.value),
    after: stages.slice(at.value + 1),
    targetOn: targetOn.value || null,
    spec: fitted.value ? toSet.value : null,
  })
}
</script>

<template>
  <BaseDialog
    v-model:open="open"
    :wide="changing"
    title="Assign to a student"
    :about="
      toTempo
        ? 'The drill is saved first. The plan says when the tempo goes up; you decide each time.'
        : 'The drill is saved first. It has no tempo and no passes: it is simply done.'
    "
  >
    <form class="space-y-4" @submit.prevent="set">
      <BaseListbox v-model="studentId" label="Student" :options="options" />
      <CareNote :care="care" />
      <p v-if="beyond" class="border-l-4 border-pain pl-3" role="alert">
        <b>Beyond this hand’s limit:</b> {{ beyond }}. Use another position or other fingers; pain means stop.
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
        <BaseListbox
          v-if="path.length > 1"
          v-model="beginning"
          label="Start with"
          :options="path.map(({ name }, value) => ({ value, label: name }))"
        />
      </div>
      <section v-if="toTempo && mainPlan && parsed?.ok" aria-label="Stages">
        <p class="text-soft">
          <template v-if="path.length > 1">
            Stages: {{ path.map(stage => stage.name).join(' › ') }}. Each opens when the one before is passed.
          </template>
          <template v-else>It has one stage.</template>{{ ' ' }}
          <button
            type="button"
            class="min-h-9 underline underline-offset-4 hover:text-ink"
            :aria-expanded="changing"
            @click="changing = !changing"
          >
            {{ changing ? 'Leave the stages' : 'Change the stages' }}
          </button>
        </p>
        <p v-if="at < path.length - 1" class="text-soft figures" role="status">
          First “{{ path[at]!.name }}”,
          {{
            isTimed(path[at]!.plan)
              ? `from ${path[at]!.plan.startBpm} to ${path[at]!.plan.targetBpm}`
              : 'without a tempo, until it sounds good in two lessons'
          }}.
        </p>
        <PathFields v-if="changing" v-model="path" :spec="parsed.value" :main="mainPlan" />
      </section>
      <p v-if="error" role="alert" class="text-pain">
        {{ error }}
      </p>
      <DialogActions
        action="Assign"
        :busy="busy"
        :disabled="studentId === null || (toTempo && (!made.ok || wrongNames(path) !== null))"
        @cancel="open = false"
      />
    </form>
  </BaseDialog>
</template>
