<script setup lang="ts">
import type { Habits } from '#core/schema/habits'
import type { StudentPage } from '#shared/contracts/people/answers'

/** Adds a student or changes who they are and what they play; their hands have a card of their own. */
const props = defineProps<{ student?: StudentPage['student'] }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ saved: [id: string] }>()

const name = ref('')
const birthYear = ref('')
const guitar = ref('classical')
const reachMm = ref('')
const about = ref('')
const level = ref('')
const LEVEL_OPTIONS = [
  { value: '', label: 'not said' },
  { value: 'beginner', label: 'beginner' },
  { value: 'further', label: 'further on' },
]
const { busy, refusal, clear, errorOf, save } = useStudentCard(() => props.student)
const { options, guitarOf, valueOf } = useGuitars()

watch(open, now => {
  if (!now) return
  clear()
  const { student } = props
  name.value = student?.name ?? ''
  birthYear.value = student?.birthYear ? String(student.birthYear) : ''
  guitar.value = student ? valueOf(student) : 'classical'
  reachMm.value = student?.hand.reachMm === undefined ? '' : String(student.hand.reachMm)
  about.value = student?.about ?? ''
  level.value = student?.habits.level ?? ''
})

async function submit() {
  const id = await save({
    name: name.value,
    birthYear: birthYear.value.trim() === '' ? null : Number(birthYear.value),
    ...(props.student && guitar.value === valueOf(props.student) ? {} : guitarOf(guitar.value)),
    hand: { ...props.student?.hand, reachMm: reachMm.value.trim() === '' ? undefined : Number(reachMm.value) },
    habits: { ...props.student?.habits, level: (level.value || undefined) as Habits['level'] },
    about: about.value,
  })
  if (!id) return
  open.value = false
  emit('saved', id)
}
</script>

<template>
  <BaseDialog
    v-model:open="open"
    :title="student ? 'Edit student' : 'Add a student'"
    about="Only what the lessons need: a first name is enough. Local data-protection and safeguarding rules apply."
    wide
  >
    <form class="grid sm:grid-cols-2 gap-4" novalidate @submit.prevent="submit">
      <FormField v-model="name" label="Name" :error="errorOf('name')" />
      <FormField
        v-model="birthYear"
        label="Year of birth (optional)"
        inputmode="numeric"
        :error="errorOf('birthYear')"
      />
      <BaseListbox v-model="guitar" label="Guitar" :options="options" />
      <FormField
        v-model="reachMm"
        label="Reach, finger 1 to 4 (optional)"
        inputmode="numeric"
        unit="mm"
        :error="errorOf('hand.reachMm')"
        hint="Leave it out and measure it on their page: the hand card has a one-minute test."
      />
      <BaseChips v-model="level" label="Level" :options="LEVEL_OPTIONS" />
      <FormField v-model="about" class="sm:col-span-2" label="Worth knowing" multiline :error="errorOf('about')" />
      <FormRefusal
        class="sm:col-span-2"
        :refusal="refusal"
        :said-by-fields="['name', 'birthYear', 'hand.reachMm', 'about']"
      />
      <DialogActions class="sm:col-span-2" :action="student ? 'Save' : 'Add'" :busy="busy" @cancel="open = false" />
    </form>
  </BaseDialog>
</template>
