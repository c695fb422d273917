<script setup lang="ts">
import type { StudentRow } from '#shared/contracts/people/answers'
import { COLUMNS } from '#core/ladder/columns/registry'
import { GRADE_ROWS } from '#core/ladder/rows'
import type { ShelfQuery } from './shelf-entries'

/** What narrows the shelf down. */
const props = defineProps<{
  students: readonly StudentRow[]
  /** Drills by technique and grade, `technique grade`. */
  counts: ReadonlyMap<string, number>
  busy: boolean
  progress: number
}>()
const query = defineModel<ShelfQuery>('query', { required: true })
const studentId = defineModel<string | null>('studentId', { required: true })
const emit = defineEmits<{ stop: [] }>()

const field = <K extends keyof ShelfQuery>(name: K) =>
  computed({
    get: () => query.value[name],
    set: value => {
      query.value = { ...query.value, [name]: value }
    },
  })
const source = field('source')
const technique = field('technique')
const row = field('row')
const slurs = field('slurs')
const hand = field('hand')
const fingers = field('fingers')
const mostStrings = field('mostStrings')
const withoutGuitar = field('withoutGuitar')
const fingersChosen = computed({
  get: () => [...fingers.value],
  set: value => {
    fingers.value = value
  },
})
const SOURCES = [
  { value: 'all', label: 'Everything' },
  { value: 'own', label: 'Your own' },
  { value: 'ladder', label: 'The ladder' },
  { value: 'favourites', label: 'Favourites' },
] as const
const SLURS = [
  { value: 'any', label: 'either' },
  { value: 'with', label: 'with' },
  { value: 'without', label: 'without' },
] as const
const HANDS = [
  { value: 'any', label: 'either' },
  { value: 'fretting', label: 'fretting' },
  { value: 'plucking', label: 'plucking' },
] as const
const STRINGS = [
  { value: 0, label: 'any' },
  { value: 1, label: '1' },
  { value: 2, label: '2' },
  { value: 3, label: '3' },
] as const
const techniques = computed(() => [
  { value: null, label: 'All techniques' },
  ...COLUMNS.map(({ name, label }) => {
    const count = GRADE_ROWS.reduce((sum, grade) => sum + (props.counts.get(`${name} ${grade}`) ?? 0), 0)
    return { value: name, label, detail: count === 1 ? '1 drill' : `${count || 'no'} drills` }
  }),
])
const ANY_GRADE = 0
const grades = [
  { value: ANY_GRADE, label: 'any' },
  ...GRADE_ROWS.map(grade => ({ value: grade, label: String(grade), spoken: `grade ${grade}` })),
]
const grade = computed({
  get: () => row.value ?? ANY_GRADE,
  set: value => {
    row.value = value === ANY_GRADE ? null : value
  },
})
const whom = computed(() => [
  { value: null, label: 'Anybody' },
  ...props.students.map(student => ({ value: student.id, label: student.name })),
])
const summary = computed(
  () =>
    [
      fingers.value.length > 0 ? `fingers ${fingers.value.join(' ')}` : null,
      hand.value === 'any' ? null : `${hand.value} hand`,
      slurs.value === 'any' ? null : `${slurs.value} slurs`,
      mostStrings.value > 0 ? `up to ${mostStrings.value} strings` : null,
      withoutGuitar.value ? 'no guitar' : null,
    ]
      .filter(Boolean)
      .join(', ') || 'hand, fingers, slurs, strings',
)
</script>

<template>
  <div class="space-y-4">
    <BaseChips v-model="source" label="From" :options="SOURCES" tall />
    <BaseListbox v-model="technique" label="Technique" :options="techniques" />
    <BaseChips v-model="grade" label="Grade" :options="grades" figures :columns="5" />
    <BaseListbox v-model="studentId" label="Suits" :options="whom" />
    <div v-if="busy" role="status" class="flex items-center gap-3">
      <progress class="flex-1 h-2 accent-plan" :value="progress" max="1">{{ Math.round(progress * 100) }} %</progress>
      <BaseButton size="sm" @click="emit('stop')">Stop</BaseButton>
    </div>
    <BenchFold label="More" :summary="summary">
      <BaseChips v-model="hand" label="Main demand" :options="HANDS" />
      <BaseToggles
        v-model="fingersChosen"
        label="Trains all of these fingers"
        :options="[1, 2, 3, 4].map(value => ({ value, label: String(value) }))"
      />
      <BaseChips v-model="slurs" label="Slurs" :options="SLURS" />
      <BaseChips v-model="mostStrings" label="Strings, at most" :options="STRINGS" figures :columns="4" />
      <ToggleButton v-model="withoutGuitar">Needs no guitar</ToggleButton>
    </BenchFold>
  </div>
</template>
