<script setup lang="ts">
import { v4 as uuid } from 'uuid'
import { PRESET_NAMES, PRESETS, type PresetName } from '#core/fretboard/presets'
import { lowestComfortablePosition, romanPosition } from '#core/fretboard/geometry'
import { saveStudentBody, type StudentPage } from '#shared/contracts/students'

/** Adds a student or changes their card. */
const props = defineProps<{ student?: StudentPage['student'] }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ saved: [id: string] }>()
const api = useApi()

const name = ref('')
const birthYear = ref('')
const preset = ref<PresetName>('classical')
const scaleLengthMm = ref(650)
const reachMm = ref(80)
const leftHanded = ref(false)
const rule = ref<'strict' | 'loose'>('strict')
const spared = ref<readonly number[]>([])
const about = ref('')
const busy = ref(false)
const refusal = ref<{ path?: string, message: string } | null>(null)
let writeId = uuid()

watch(open, (now) => {
  if (!now) return
  writeId = uuid()
  refusal.value = null
  const { student } = props
  name.value = student?.name ?? ''
  birthYear.value = student?.birthYear ? String(student.birthYear) : ''
  preset.value = student?.instrument.preset ?? 'classical'
  scaleLengthMm.value = student?.instrument.scaleLengthMm ?? PRESETS[preset.value].scaleLengthMm
  reachMm.value = student?.hand.reachMm ?? 80
  leftHanded.value = student?.hand.leftHanded ?? false
  rule.value = student?.hand.rule ?? 'strict'
  spared.value = student?.hand.spared ?? []
  about.value = student?.about ?? ''
})
watch(preset, (next, before) => {
  if (open.value && next !== before && scaleLengthMm.value === PRESETS[before].scaleLengthMm) scaleLengthMm.value = PRESETS[next].scaleLengthMm
})
const comfortable = computed(() => romanPosition(lowestComfortablePosition(scaleLengthMm.value, reachMm.value, 3)))
const errorOf = (path: string) => (refusal.value?.path === path ? refusal.value.message : '')

async function save() {
  busy.value = true
  refusal.value = null
  const { student } = props
  const body = {
    id: writeId,
    name: name.value,
    birthYear: birthYear.value.trim() === '' ? null : Number(birthYear.value),
    instrument: { ...student?.instrument, preset: preset.value, scaleLengthMm: scaleLengthMm.value === PRESETS[preset.value].scaleLengthMm ? undefined : scaleLengthMm.value },
    hand: { ...student?.hand, reachMm: reachMm.value, leftHanded: leftHanded.value, rule: rule.value, spared: [...spared.value] },
    about: about.value,
  }
  // The same contract the server checks by, asked here first: a slip of the pen needs no round trip.
  const checked = saveStudentBody.safeParse(body)
  if (!checked.success) {
    const [issue] = checked.error.issues
    refusal.value = { path: issue!.path.join('.'), message: issue!.message }
    busy.value = false
    return
  }
  try {
    const { id } = student ? await api.put<{ id: string }>(`/api/students/${student.id}`, body) : await api.post<{ id: string }>('/api/students', body)
    open.value = false
    emit('saved', id)
  }
  catch (error) {
    refusal.value = error as ApiError
    // What was refused was not written; the corrected card is another write.
    if ((error as ApiError).code !== 'offline') writeId = uuid()
  }
  finally {
    busy.value = false
  }
}
</script>

<template>
  <BaseDialog
    v-model:open="open"
    :title="student ? 'Change the card' : 'Add a student'"
    about="Only what the lessons need: a first name is enough. Local data-protection and safeguarding rules apply."
    wide
  >
    <form
      class="grid sm:grid-cols-2 gap-4"
      novalidate
      @submit.prevent="save"
    >
      <FormField
        v-model="name"
        label="Name"
        :error="errorOf('name')"
      />
      <FormField
        v-model="birthYear"
        label="Year of birth (optional)"
        inputmode="numeric"
        :error="errorOf('birthYear')"
      />
      <BaseListbox
        v-model="preset"
        label="Guitar"
        :options="PRESET_NAMES.map(value => ({ value, label: PRESETS[value].label, detail: `${PRESETS[value].scaleLengthMm} mm` }))"
      />
      <BaseStepper
        v-model="scaleLengthMm"
        label="Scale length"
        :min="400"
        :max="800"
        unit="mm"
      />
      <BaseStepper
        v-model="reachMm"
        label="Reach, finger 1 to 4"
        :min="30"
        :max="160"
        unit="mm"
        :hint="`One finger per fret is comfortable from ${comfortable}.`"
      />
      <div class="space-y-3">
        <BaseChips
          v-model="rule"
          label="One finger per fret"
          :options="[{ value: 'strict', label: 'strict' }, { value: 'loose', label: 'loose' }]"
        />
        <label class="flex items-center gap-2 min-h-9">
          <input
            v-model="leftHanded"
            type="checkbox"
            class="size-5 accent-(--action)"
          >
          left-handed
        </label>
      </div>
      <BaseToggles
        v-model="spared"
        label="Fingers to spare"
        :options="[1, 2, 3, 4].map(value => ({ value, label: String(value) }))"
      />
      <FormField
        v-model="about"
        label="Worth knowing"
        multiline
        :error="errorOf('about')"
      />
      <p
        v-if="refusal && !['name', 'birthYear', 'about'].includes(refusal.path ?? '')"
        role="alert"
        class="text-pain sm:col-span-2"
      >
        {{ refusal.path ? `${refusal.path}: ` : '' }}{{ refusal.message }}
      </p>
      <DialogActions
        class="sm:col-span-2"
        :action="student ? 'Save the card' : 'Add'"
        :busy="busy"
        @cancel="open = false"
      />
    </form>
  </BaseDialog>
</template>
