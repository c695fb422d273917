<script setup lang="ts">
import { usualTarget } from '#core/practice/tempo/target'
import { careOf } from '#core/hand/care'
import { fitChangeInWords, unsuitedInWords } from '#core/wording/fitting'
import { hasSheet } from '#core/families/registry'
import { leftOver } from '#core/fitting/fit'
import { stepsBetween } from '#core/practice/tempo/arithmetic'
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
      plan: { school: 'clean-passes'; startBpm: number; targetBpm: number; step: number; need: number; tooMany: number }
      targetOn: string | null
      spec: Record<string, unknown> | null
    },
  ]
}>()

const studentId = ref<string | null>(null)
const stage = ref('together')
const startBpm = ref(60)
const targetBpm = ref(84)
const step = ref(4)
const need = ref(3)
const tooMany = ref(5)
const targetOn = ref('')

watch(open, now => {
  if (!now) return
  studentId.value = props.chosenId
  fitting.value = true
  startBpm.value = props.tempo
  targetBpm.value = usualTarget(props.tempo)
  targetOn.value = DateTime.now().plus({ weeks: 12 }).toISODate()
})

// For the student on the bench the drill is fitted already, and what the teacher made of that stands.
const fitted = computed(() => {
  const student = props.students.find(each => each.id === studentId.value)
  return open.value && student && student.id !== props.chosenId ? fitFor(props.spec, student) : null
})
/** What the chosen student's hand is to be spared. */
const care = computed(() => {
  const student = props.students.find(each => each.id === studentId.value)
  return student ? careOf(student.hand, student.habits, student.pain) : null
})
/** Whether the drill is played to a tempo: a warm-up or counting asks for none. */
const toTempo = computed(() => hasSheet({ family: String(props.spec.family) }))
/** What the hand of the chosen student cannot do in this drill as it will be set. */
const beyond = computed(() => {
  const student = props.students.find(each => each.id === studentId.value)
  if (!open.value || !student) return null
  const spec = fitted.value && fitting.value ? fitted.value.spec : props.spec
  const breach = leftOver({ ...spec, instrument: student.instrument }, student.hand).find(
    each => 'rule' in each && each.rule === 'reach',
  )
  return breach ? unsuitedInWords(breach) : null
})
const fitting = ref(true)
const backwards = computed(() => targetBpm.value < startBpm.value)
const steps = computed(() => (backwards.value ? 0 : stepsBetween(startBpm.value, targetBpm.value, step.value)))
const options = computed(() =>
  props.students.filter(each => !each.archived).map(each => ({ value: each.id, label: each.name })),
)
function set() {
  if (studentId.value === null || backwards.value) return
  emit('set', {
    studentId: studentId.value,
    stage: stage.value.trim() || 'together',
    plan: {
      school: 'clean-passes',
      startBpm: startBpm.value,
      targetBpm: toTempo.value ? targetBpm.value : startBpm.value,
      step: step.value,
      need: need.value,
      tooMany: tooMany.value,
    },
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
      <template v-if="toTempo">
        <div class="grid grid-cols-2 gap-3">
          <BaseStepper v-model="startBpm" label="Start tempo" :min="10" :max="400" />
          <BaseStepper v-model="targetBpm" label="Target tempo" :min="10" :max="400" />
        </div>
        <p v-if="backwards" role="alert" class="text-pain">The target must not be slower than the start.</p>
        <fieldset class="space-y-3">
          <legend class="font-bold">Clean passes</legend>
          <p class="text-soft">
            {{ need }} clean {{ need === 1 ? 'pass' : 'passes in a row' }} raise the tempo by {{ step }};
            {{ tooMany }} slips in the last eight ease it. {{ steps }} {{ steps === 1 ? 'step' : 'steps' }} to the
            target.
          </p>
          <div class="grid grid-cols-3 gap-2">
            <BaseStepper v-model="need" label="Clean in a row" :min="1" :max="20" />
            <BaseStepper v-model="step" label="Step" :min="1" :max="40" />
            <BaseStepper v-model="tooMany" label="Slips before easing" :min="1" :max="8" />
          </div>
        </fieldset>
      </template>
      <div class="grid grid-cols-2 gap-3">
        <FormField v-model="targetOn" label="Target date" type="date" />
        <FormField v-model="stage" label="Stage" />
      </div>
      <p v-if="error" role="alert" class="text-pain">
        {{ error }}
      </p>
      <DialogActions action="Set it" :busy="busy" :disabled="studentId === null || backwards" @cancel="open = false" />
    </form>
  </BaseDialog>
</template>
