<script setup lang="ts">
import type { Habits } from '#core/schema/habits'
import { FIELD_LABELS } from '#core/wording/field'
import { beginnings, canBegin, PLUCKING } from '#core/strokes/registry'

/** How the plucking hand plays: the system, its first stroke, rest or free stroke, its round of fingers. */
const props = defineProps<{ bench: Bench; habits?: Habits }>()
const SYSTEMS = Object.entries(PLUCKING)
  .filter(([value]) => value !== 'given')
  .map(([value, { label }]) => ({ value, label: choiceLabel(label) }))
/** Systems played with a pick; the others with the fingers, the thumb pick with either. */
const WITH_PICK = ['alternate', 'down', 'economy', 'sweep', 'hybrid']
/** What the student plucks with stands first. */
const systems = computed(() => {
  const { sounder } = props.habits ?? {}
  if (!sounder) return SYSTEMS
  const own = (value: string) =>
    sounder === 'thumb pick' ? value === 'thumb-pick' : WITH_PICK.includes(value) === (sounder === 'pick')
  return [...SYSTEMS.filter(({ value }) => own(value)), ...SYSTEMS.filter(({ value }) => !own(value))]
})
const SIGNS: Readonly<Record<string, { label: string; spoken: string }>> = {
  D: { label: '⊓', spoken: 'down-stroke' },
  U: { label: 'V', spoken: 'up-stroke' },
}
const STROKES = [
  { value: '', label: 'as it comes' },
  { value: 'rest', label: 'rest' },
  { value: 'free', label: 'free' },
]
const ROUNDS = [
  { value: 'pmpa', label: 'p m p a' },
  { value: 'mpap', label: 'm p a p' },
  { value: 'pm', label: 'p m' },
]
const system = useField<string>(props.bench, 'plucking.system')
const start = useField<string>(props.bench, 'plucking.start')
/** What the system can begin with: strokes of the pick, or the fingers of its round; nothing where it cannot choose. */
const starts = computed(() => {
  const all = beginnings(props.bench.spec.value!.plucking)
  return all.length < 2 ? [] : all.map(value => ({ value, ...(SIGNS[value] ?? { label: value }) }))
})
const first = computed({
  get: () => (starts.value.some(each => each.value === start.value) ? start.value : (starts.value[0]?.value ?? 'D')),
  set: value => props.bench.set('plucking.start', value),
})
/** Another system begins as it would by itself: what the one before began with may be nothing to it. */
const chosen = computed({
  get: () => system.value,
  set: value => {
    const next = { ...props.bench.spec.value!.plucking, system: value as keyof typeof PLUCKING }
    props.bench.set('plucking', canBegin(next) ? next : { ...next, start: 'D' })
  },
})
const cycle = useField<string>(props.bench, 'plucking.cycle', 'pmpa')
const stroke = computed({
  get: () => props.bench.spec.value!.plucking.stroke ?? '',
  set: way => props.bench.set('plucking.stroke', way || undefined),
})
</script>

<template>
  <section class="space-y-3" aria-label="Plucking hand">
    <div class="flex gap-2">
      <BaseListbox
        v-model="chosen"
        :label="FIELD_LABELS['plucking.system']"
        :options="systems"
        class="flex-1 min-w-0"
      />
      <BaseChips
        v-if="starts.length > 0"
        v-model="first"
        :label="FIELD_LABELS['plucking.start']"
        :options="starts"
        tall
      />
    </div>
    <BaseChips
      v-if="['im', 'ma', 'ia', 'pi', 'pima', 'thumb', 'thumb-pick'].includes(system)"
      v-model="stroke"
      :label="FIELD_LABELS['plucking.stroke']"
      :options="STROKES"
    />
    <BaseChips
      v-if="system === 'thumb-pick'"
      v-model="cycle"
      :label="FIELD_LABELS['plucking.cycle']"
      :options="ROUNDS"
    />
  </section>
</template>
