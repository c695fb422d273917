<script setup lang="ts">
import { SOUNDERS, type Habits } from '#core/schema/habits'
import type { StudentPage } from '#shared/contracts/people/answers'

/** Adds a student or changes who they are and what they play; their hands have a card of their own. */
const props = defineProps<{ student?: StudentPage['student'] }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ saved: [id: string] }>()

const LEVEL_OPTIONS = [
  { value: '', label: 'not said' },
  { value: 'beginner', label: 'beginner' },
  { value: 'further', label: 'further on' },
]
const { options, guitarOf, valueOf } = useGuitars()
const SOUNDER_OPTIONS = [
  { value: '', label: 'not said' },
  ...SOUNDERS.map(value => ({ value, label: value as string })),
]
/** How a guitar of this kind is usually plucked (common practice): classical ones with the fingers, others with a pick. */
const usualSounder = (guitar: string): Habits['sounder'] =>
  ['steel', 'electric'].includes(guitarOf(guitar).instrument.preset ?? '') ? 'pick' : 'flesh'
const { values, changed, busy, refusal, errorOf, submit } = useStudentCard(() => props.student, {
  open,
  values: () => {
    const { student } = props
    return {
      name: student?.name ?? '',
      birthYear: student?.birthYear ? String(student.birthYear) : '',
      guitar: student ? valueOf(student) : 'classical',
      reachMm: student?.hand.reachMm === undefined ? '' : String(student.hand.reachMm),
      about: student?.about ?? '',
      level: student?.habits.level ?? '',
      sounder: (student ? (student.habits.sounder ?? '') : usualSounder('classical')) as string,
    }
  },
  changes: ({ name, birthYear, guitar, reachMm, about, level, sounder }) => ({
    name,
    birthYear: birthYear.trim() === '' ? null : Number(birthYear),
    ...(props.student && guitar === valueOf(props.student) ? {} : guitarOf(guitar)),
    hand: { ...props.student?.hand, reachMm: reachMm.trim() === '' ? undefined : Number(reachMm) },
    habits: {
      ...props.student?.habits,
      level: (level || undefined) as Habits['level'],
      sounder: (sounder || undefined) as Habits['sounder'],
    },
    about,
  }),
})

// Another guitar is usually plucked another way; what was said of a student stands.
watch(
  () => values.guitar,
  guitar => {
    if (!props.student) values.sounder = usualSounder(guitar) ?? ''
  },
)

async function save() {
  const saved = await submit()
  if (!saved) return
  open.value = false
  emit('saved', saved.answer.id)
}
</script>

<template>
  <BaseDialog
    v-model:open="open"
    :changed="changed"
    :title="student ? 'Edit student' : 'Add a student'"
    about="Only what the lessons need: a first name is enough. Local data-protection and safeguarding rules apply."
    wide
  >
    <form class="grid sm:grid-cols-2 gap-4" novalidate @submit.prevent="save">
      <FormField v-model="values.name" label="Name" :error="errorOf('name')" />
      <FormField
        v-model="values.birthYear"
        label="Year of birth (optional)"
        inputmode="numeric"
        :error="errorOf('birthYear')"
      />
      <BaseListbox v-model="values.guitar" label="Guitar" :options="options" />
      <FormField
        v-model="values.reachMm"
        label="Reach, finger 1 to 4 (optional)"
        inputmode="numeric"
        unit="mm"
        :error="errorOf('hand.reachMm')"
        hint="Leave it out and measure it on their page: the hand card has a one-minute test."
      />
      <BaseChips v-model="values.sounder" label="Plucks with" :options="SOUNDER_OPTIONS" />
      <BaseChips v-model="values.level" label="Level" :options="LEVEL_OPTIONS" />
      <FormField
        v-model="values.about"
        class="sm:col-span-2"
        label="Worth knowing"
        multiline
        :error="errorOf('about')"
      />
      <FormRefusal
        class="sm:col-span-2"
        :refusal="refusal"
        :said-by-fields="['name', 'birthYear', 'hand.reachMm', 'about']"
      />
      <DialogActions class="sm:col-span-2" :action="student ? 'Save' : 'Add'" :busy="busy" @cancel="open = false" />
    </form>
  </BaseDialog>
</template>
