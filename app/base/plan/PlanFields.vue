<script setup lang="ts">
import { boundedTempo, TEMPO_BOUNDS } from '#core/schema/fields'
import { equalSpeedBpm } from '#core/practice/tempo/arithmetic'
import { staircaseOf } from '#core/practice/tempo/staircase'
import { formOf, SCHOOLS, type Plan, type SchoolName } from '#core/schema/plan-fields'
import { planInWords, SCHOOL_LABELS } from '#core/wording/school'
import { planOf, withSchool, type PlanDraft } from './plan-draft'

/** By which school a drill is worked, from where to where, and what that comes to. */
const props = defineProps<{
  /** The tempo in force. */
  bpm: number
  today: string
  targetOn: string | null
  /** Notes per quarter of the drill, by which the tempo of a piece is turned into one of the drill. */
  perBeat: number
  /** The plan as it is now, where it is changed: its start stays, and its way is drawn beside the new one. */
  present?: Plan | null
  presentOn?: string | null
}>()
const draft = defineModel<PlanDraft>({ required: true })
const set = (part: Partial<PlanDraft>) => {
  draft.value = { ...draft.value, ...part }
}
const field = <K extends keyof PlanDraft>(key: K) =>
  computed({ get: () => draft.value[key], set: value => set({ [key]: value } as Partial<PlanDraft>) })
const [startBpm, step, tempos] = [field('startBpm'), field('step'), field('tempos')]
// A target set by hand is no piece's any more.
const targetBpm = computed({ get: () => draft.value.targetBpm, set: bpm => set({ targetBpm: bpm, piece: undefined }) })
const inPercent = field('inPercent')
const school = computed({
  get: () => draft.value.school,
  set: (name: SchoolName) => {
    draft.value = withSchool(draft.value, name)
  },
})
const OPTIONS = SCHOOLS.map(value => ({ value, label: SCHOOL_LABELS[value] }))
const made = computed(() => planOf(draft.value))
const plan = computed(() => (made.value.ok ? made.value.value : null))
const problem = computed(() => (made.value.ok ? null : made.value.error))
/** What the school asks for: the form draws it. */
const form = computed(() => formOf(school.value))
const MOST_PERCENT = 25
const NUMBERS = [
  { key: 'need', label: 'Clean in a row' },
  { key: 'tooMany', label: 'Slips before easing' },
  { key: 'days', label: 'Days' },
  { key: 'minutes', label: 'Minutes a day' },
] as const
const numbers = computed(() =>
  NUMBERS.flatMap(({ key, label }) => {
    const bounds = form.value[key]
    return bounds ? [{ key, label, ...bounds }] : []
  }),
)

const stairs = computed(() => plan.value && staircaseOf(plan.value, props.bpm, props.today, props.targetOn))
const before = computed(() =>
  props.present ? staircaseOf(props.present, props.bpm, props.today, props.presentOn ?? null) : null,
)
const when = useWhen()
const inWords = computed(() => {
  if (!stairs.value || stairs.value.stairs.length === 0) return null
  const { stairs: way, daysEach, byDate } = stairs.value
  const each = Math.round(daysEach)
  const pace = each < 1 ? 'more than one a day' : each === 1 ? 'one a day' : `one every ${each} days`
  return `${way.length} ${way.length === 1 ? 'step' : 'steps'}, ${byDate ? `${pace} to be there on ${when.date(way.at(-1)!.on)}` : `${pace} at best: ${when.date(way.at(-1)!.on)}`}.`
})

// The target from a piece: so fast are its notes, so fast the drill's.
const fromPiece = ref(false)
const passage = ref('')
const pieceBpm = ref(96)
const pieceNotes = ref(4)
const NOTES = [1, 2, 3, 4, 6, 8].map(value => ({ value, label: String(value) }))
const asDrill = computed(() => Math.round(equalSpeedBpm(pieceBpm.value, pieceNotes.value, props.perBeat)))
function takeFromPiece() {
  set({
    targetBpm: boundedTempo(asDrill.value),
    piece: passage.value.trim()
      ? { passage: passage.value.trim(), bpm: pieceBpm.value, perBeat: pieceNotes.value }
      : undefined,
  })
  fromPiece.value = false
}
</script>

<template>
  <div class="space-y-4">
    <BaseListbox v-model="school" label="School" :options="OPTIONS" />
    <p v-if="plan" class="text-soft">{{ planInWords(plan) }}</p>
    <div v-if="form.timed" class="grid grid-cols-2 gap-3">
      <BaseStepper
        v-if="!present"
        v-model="startBpm"
        label="Start tempo"
        :min="TEMPO_BOUNDS.least"
        :max="TEMPO_BOUNDS.most"
      />
      <div>
        <BaseStepper v-model="targetBpm" label="Target tempo" :min="TEMPO_BOUNDS.least" :max="TEMPO_BOUNDS.most" />
        <button
          type="button"
          class="min-h-9 underline underline-offset-4 text-soft hover:text-ink"
          @click="fromPiece = !fromPiece"
        >
          {{ fromPiece ? 'Not from a piece' : 'From a piece' }}
        </button>
      </div>
    </div>
    <div v-if="fromPiece && form.timed" class="border-l-4 border-line pl-3 space-y-3">
      <FormField v-model="passage" label="Passage" hint="such as: the study, bars 9 to 12" />
      <div class="grid sm:grid-cols-2 gap-3">
        <BaseStepper v-model="pieceBpm" label="Tempo of the piece" :min="TEMPO_BOUNDS.least" :max="TEMPO_BOUNDS.most" />
        <BaseChips v-model="pieceNotes" label="Its notes per beat" :options="NOTES" />
      </div>
      <p>
        As fast as this drill at <b class="figures">{{ asDrill }}</b>{{ ' ' }}
        <BaseButton size="sm" @click="takeFromPiece">Use as target</BaseButton>
      </p>
    </div>
    <p v-if="draft.piece" class="text-soft">
      The target is from {{ draft.piece.passage }}, at {{ draft.piece.bpm }} with {{ draft.piece.perBeat }} to the beat.
    </p>
    <div class="grid grid-cols-2 sm:grid-cols-3 gap-2 items-end">
      <BaseStepper
        v-if="form.step"
        v-model="step"
        :label="inPercent ? 'Step, %' : 'Step'"
        :min="1"
        :max="inPercent ? MOST_PERCENT : form.step.most"
      />
      <BaseStepper
        v-for="number in numbers"
        :key="number.key"
        :model-value="draft[number.key]"
        :label="number.label"
        :min="number.least"
        :max="number.most"
        @update:model-value="set({ [number.key]: $event })"
      />
    </div>
    <label v-if="form.step" class="flex items-center gap-2 min-h-9">
      <input v-model="inPercent" type="checkbox" class="size-5 accent-(--action)" />
      steps in percent
    </label>
    <FormField
      v-if="form.tempos"
      v-model="tempos"
      label="Tempos"
      :error="problem?.path.startsWith('tempos') ? problem.message : ''"
      hint="separated by spaces; leave empty for the usual ones"
      inputmode="decimal"
    />
    <p v-if="problem && !problem.path.startsWith('tempos')" role="alert" class="text-pain">
      {{ sentence(problem.message) }}
    </p>
    <template v-if="stairs && stairs.stairs.length > 0">
      <StairChart :bpm="bpm" :today="today" :stairs="stairs" :before="before" />
      <ChartFigures
        title="Tempos from now to the target"
        :columns="['On', 'Tempo']"
        :rows="[[today, bpm], ...stairs.stairs.map(stair => [stair.on, stair.bpm])]"
      />
      <p class="figures">
        {{ inWords }}<span v-if="before" class="text-soft"> Dashed: as it is now, {{ before.stairs.length }}.</span>
      </p>
    </template>
  </div>
</template>
