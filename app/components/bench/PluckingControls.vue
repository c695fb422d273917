<script setup lang="ts">
import { PLUCKING } from '#core/strokes/registry'

/** How the plucking hand plays: the system, its first stroke, rest or free stroke, its round of fingers. */
const props = defineProps<{ bench: Bench }>()
const SYSTEMS = Object.entries(PLUCKING).filter(([value]) => value !== 'given').map(([value, { label }]) => ({ value, label }))
const STARTS = [{ value: 'D', label: '⊓ down' }, { value: 'U', label: 'V up' }]
const STROKES = [{ value: '', label: 'as it comes' }, { value: 'rest', label: 'rest stroke' }, { value: 'free', label: 'free stroke' }]
const ROUNDS = [{ value: 'pmpa', label: 'p m p a' }, { value: 'mpap', label: 'm p a p' }, { value: 'pm', label: 'p m' }]
const system = useField<string>(props.bench, 'plucking.system')
const start = useField<string>(props.bench, 'plucking.start')
const cycle = useField<string>(props.bench, 'plucking.cycle', 'pmpa')
const stroke = computed({ get: () => props.bench.spec.value!.plucking.stroke ?? '', set: way => props.bench.set('plucking.stroke', way || undefined) })
</script>

<template>
  <section
    class="space-y-3"
    aria-label="Plucking hand"
  >
    <BaseListbox
      v-model="system"
      label="Plucking"
      :options="SYSTEMS"
    />
    <BaseChips
      v-if="['alternate', 'economy', 'hybrid'].includes(system)"
      v-model="start"
      label="First stroke"
      :options="STARTS"
    />
    <BaseChips
      v-if="['im', 'ma', 'ia', 'pi', 'pima', 'thumb', 'thumb-pick'].includes(system)"
      v-model="stroke"
      label="Stroke"
      :options="STROKES"
    />
    <BaseChips
      v-if="system === 'thumb-pick'"
      v-model="cycle"
      label="Round"
      :options="ROUNDS"
    />
  </section>
</template>
