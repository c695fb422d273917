<script setup lang="ts">
import { FIELD_LABELS } from '#core/wording/field'
import type { SharedControl } from '#core/families/family'
import type { Habits } from '#core/schema/habits'
import { familyNamed, familyUses, isOwnMusic } from '#core/families/registry'
import { romanPosition } from '#core/guitar/geometry'

/** The parameters of the drill on the bench: the family's own, described by its data, then those all families share. */
const props = defineProps<{ bench: Bench; habits?: Habits }>()
const emit = defineEmits<{
  paste: []
  clear: []
  writeOut: []
  sideBySide: []
  back: [spec: Record<string, unknown>]
}>()
const familyName = computed({ get: () => props.bench.spec.value!.family, set: name => props.bench.changeFamily(name) })
const family = computed(() => familyNamed(familyName.value))
const uses = (control: SharedControl) => familyUses(family.value, control)
// A drill that brings its own plucking leaves nothing to choose.
const plucks = computed(
  () =>
    uses('plucking') &&
    !('plucking' in family.value && family.value.plucking?.(props.bench.spec.value![familyName.value])),
)
const onSheet = computed(() => 'uses' in family.value)
const position = useField<number>(props.bench, 'position')
const frets = (place: number) => `${romanPosition(place)} · frets ${place}–${place + 3}`

const PER_BEAT = ['quarters', 'eighths', 'triplets', 'sixteenths', 'fives', 'sixes', 'sevens', 'thirty-seconds'].map(
  (label, i) => ({ value: i + 1, label: `${i + 1} · ${label}` }),
)
const perBeat = useField<number>(props.bench, 'rhythm.perBeat')
const slurs = useField<number[]>(props.bench, 'slurs')
// As many notes as the longest string visit of the drill has, within reason.
const visitLength = computed(() => {
  const sizes = new Map<string, number>()
  let visit = ''
  let last = 0
  for (const note of props.bench.score.value?.notes ?? []) {
    if (note.string !== last) visit = note.key
    last = note.string
    sizes.set(visit, (sizes.get(visit) ?? 0) + 1)
  }
  const own = (props.bench.get(`${familyName.value}.fingers`) as number[] | undefined)?.length
  return Math.min(8, familyName.value === 'order' ? (own ?? 4) : Math.max(2, ...sizes.values()))
})
const slurOptions = computed(() =>
  Array.from({ length: Math.max(0, visitLength.value - 1) }, (_, i) => ({ value: i + 2, label: `note ${i + 2}` })),
)
const slurSummary = computed(() =>
  (slurs.value ?? []).length === 0 ? 'none' : `notes ${(slurs.value ?? []).join(', ')}`,
)
</script>

<template>
  <div>
    <FamilyPicker v-model="familyName" class="mb-3" />
    <!-- What a teacher changes most stands first and unfolded; the tempo is below, beside “Play”. -->
    <div class="space-y-3 mb-4">
      <BaseStepper
        v-if="uses('position')"
        v-model="position"
        :label="FIELD_LABELS['position']"
        :min="1"
        :max="24"
        :show="frets"
      />
      <StringControls v-if="uses('strings')" :bench="bench" />
      <BaseListbox
        v-if="uses('perBeat')"
        v-model="perBeat"
        :label="FIELD_LABELS['rhythm.perBeat']"
        :options="PER_BEAT"
      />
      <PluckingControls v-if="plucks" :bench="bench" :habits="habits" />
    </div>
    <BenchFold v-if="uses('slurs') && slurOptions.length > 0" label="Slurs" :summary="slurSummary">
      <BaseToggles v-model="slurs" label="Slurred in each string visit" :options="slurOptions" />
    </BenchFold>
    <BenchFold :key="familyName" :label="family.label" summary="" unfolded>
      <OwnMusicControls
        v-if="isOwnMusic({ family: familyName })"
        :bench="bench"
        @paste="emit('paste')"
        @clear="emit('clear')"
        @write-out="emit('writeOut')"
        @back="emit('back', $event)"
      />
      <BenchFamilyControls v-else :bench="bench" :family="family" />
    </BenchFold>
    <FingeringControls v-if="onSheet" :bench="bench" />
    <TravelControls v-if="uses('travel') || uses('strings')" :bench="bench" :strings="uses('strings')" />
    <TimeControls v-if="familyName !== 'warmup'" :bench="bench" :repeats="onSheet" />
    <template v-if="onSheet">
      <SoundControls :bench="bench" :holds="uses('hold')" />
      <GuitarControls :bench="bench" />
      <VaryControls
        :bench="bench"
        :moves="uses('position')"
        :divides="uses('perBeat')"
        @side-by-side="emit('sideBySide')"
      />
    </template>
  </div>
</template>
