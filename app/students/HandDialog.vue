<script setup lang="ts">
import { romanPosition } from '#core/guitar/geometry'
import { instrumentOf } from '#core/guitar/instrument'
import { DEFAULT_REACH_MM, handOf, PAIR_SHARES, reachOf } from '#core/hand/hand'
import { guitarFit, reachFromTest } from '#core/hand/reach'
import { ANCHORS, SOUNDERS, type Habits } from '#core/schema/habits'
import type { HandInput } from '#core/schema/fields'
import type { StudentPage } from '#shared/contracts/people/answers'

/**
 * Changes what is settled for a student's hands: the reach by the one-minute test or in mm, pairs, fingers to spare,
 * ways of playing.
 */
const props = defineProps<{ student: StudentPage['student'] }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ saved: [] }>()

const PAIRS = ['12', '23', '34'] as const
function begin() {
  const { hand, habits } = props.student
  return {
    /** As measured or said; undefined while neither. */
    reach: hand.reachMm as number | undefined,
    ownPairs: Object.keys(hand.pairsMm ?? {}).length > 0,
    pairs: Object.fromEntries(PAIRS.map(pair => [pair, hand.pairsMm?.[pair] ?? usual(pair, hand.reachMm)])),
    excluded: (hand.excluded ?? []) as readonly number[],
    spared: (hand.spared ?? []) as readonly number[],
    reviewOn: habits.reviewOn ?? '',
    rule: hand.rule ?? ('strict' as 'strict' | 'loose'),
    /** Undefined while nobody has said so. */
    barreSaid: hand.barre as boolean | undefined,
    thumbOver: hand.thumbOver ?? false,
    leftHanded: hand.leftHanded ?? false,
    anchor: habits.anchor ?? ('open' as NonNullable<Habits['anchor']>),
    sounder: (habits.sounder ?? '') as string,
  }
}
type Values = ReturnType<typeof begin>
const handFrom = ({
  reach,
  pairs,
  excluded,
  spared,
  ...said
}: Omit<Values, 'reviewOn' | 'anchor' | 'sounder'>): HandInput => ({
  ...(reach !== undefined && { reachMm: reach }),
  ...(said.ownPairs && { pairsMm: { ...props.student.hand.pairsMm, ...pairs } }),
  excluded: [...excluded],
  spared: spared.filter(finger => !excluded.includes(finger)),
  rule: said.rule,
  ...(said.barreSaid !== undefined && { barre: said.barreSaid }),
  thumbOver: said.thumbOver,
  leftHanded: said.leftHanded,
})
const { values, fields, changed, busy, refusal, errorOf, submit } = useStudentCard(() => props.student, {
  open,
  values: begin,
  changes: ({ anchor, sounder, reviewOn, ...hand }) => ({
    hand: handFrom(hand),
    habits: {
      ...props.student.habits,
      anchor,
      sounder: (sounder || undefined) as Habits['sounder'],
      reviewOn: reviewOn || null,
    },
  }),
})
const { reach, ownPairs, pairs, excluded, spared, reviewOn, rule, barreSaid, thumbOver, leftHanded, anchor, sounder } =
  fields
const reachMm = computed({
  get: () => reach.value ?? reachOf(props.student.hand),
  set: mm => {
    reach.value = mm
  },
})
const barre = computed({
  get: () => barreSaid.value ?? true,
  set: plays => {
    barreSaid.value = plays
  },
})

/** What a pair of fingers of a hand of this reach spans. */
function usual(pair: (typeof PAIRS)[number], mm = DEFAULT_REACH_MM) {
  return Math.round(PAIR_SHARES[pair]!.comfort * mm)
}

const instrument = computed(() => instrumentOf(props.student.instrument))
const wanted = computed(() => handFrom(values))
// The test's position and the mm are two ways to say one thing.
const testPosition = computed({
  get: () => Math.min(guitarFit(handOf(wanted.value), instrument.value).comfortableFrom, 15),
  // Rounded up, for a millimetre less would already not be comfortable there.
  set: position => (reachMm.value = Math.ceil(reachFromTest(position, instrument.value))),
})
const FINGERS = [1, 2, 3, 4].map(value => ({ value, label: String(value) }))
const ANCHOR_OPTIONS = ANCHORS.map(value => ({
  value,
  label: { anchor: 'anchors', float: 'floats', open: 'not agreed' }[value],
}))
const SOUNDER_OPTIONS = ['', ...SOUNDERS].map(value => ({ value, label: value || 'not said' }))

async function save() {
  if (!(await submit())) return
  open.value = false
  emit('saved')
}
</script>

<template>
  <BaseDialog
    v-model:open="open"
    :changed="changed"
    :title="`The hands of ${student.name}`"
    about="One minute on their own guitar: the lowest position where 1 2 3 4 rest one per fret without strain. Warmed up, never forced."
    wide
  >
    <form class="space-y-4" novalidate @submit.prevent="save">
      <div class="grid sm:grid-cols-2 gap-4">
        <BaseStepper
          v-model="testPosition"
          label="1 2 3 4 rest without strain from"
          :min="1"
          :max="15"
          :show="romanPosition"
        />
        <BaseStepper v-model="reachMm" label="Reach, finger 1 to 4" :min="30" :max="200" unit="mm" />
      </div>
      <ReachNeck :hand="handOf(wanted)" :instrument="instrument" />
      <label class="flex items-center gap-2 min-h-9">
        <input v-model="ownPairs" type="checkbox" class="size-5 accent-(--action)" />
        measure the pairs as well
      </label>
      <div v-if="ownPairs" class="grid grid-cols-1 sm:grid-cols-3 gap-4">
        <BaseStepper
          v-for="pair in PAIRS"
          :key="pair"
          :model-value="pairs[pair]!"
          :label="`Fingers ${pair[0]} to ${pair[1]}`"
          :min="10"
          :max="150"
          unit="mm"
          @update:model-value="pairs = { ...pairs, [pair]: $event }"
        />
      </div>
      <div class="grid grid-cols-1 sm:grid-cols-3 gap-4">
        <BaseToggles v-model="spared" label="Fingers to spare" :options="FINGERS" />
        <BaseToggles v-model="excluded" label="Fingers not to use" :options="FINGERS" />
        <FormField v-model="reviewOn" label="Review on" type="date" :error="errorOf('habits.reviewOn')" />
      </div>
      <div class="grid grid-cols-1 sm:grid-cols-3 gap-4">
        <BaseChips
          v-model="rule"
          label="One finger per fret"
          :options="[
            { value: 'strict', label: 'strict' },
            { value: 'loose', label: 'loose' },
          ]"
        />
        <BaseChips
          v-model="barre"
          label="Barre"
          :options="[
            { value: true, label: 'plays it' },
            { value: false, label: 'not yet' },
          ]"
        />
        <BaseChips
          v-model="thumbOver"
          label="Thumb over the neck"
          :options="[
            { value: false, label: 'no' },
            { value: true, label: 'may' },
          ]"
        />
        <BaseChips v-model="anchor" label="Plucking hand" :options="ANCHOR_OPTIONS" />
        <BaseChips v-model="sounder" label="Sounds the string with" :options="SOUNDER_OPTIONS" />
        <BaseChips
          v-model="leftHanded"
          label="Plays"
          :options="[
            { value: false, label: 'right-handed' },
            { value: true, label: 'left-handed' },
          ]"
        />
      </div>
      <FormRefusal :refusal="refusal" :said-by-fields="['habits.reviewOn']" />
      <DialogActions action="Save the hand card" :busy="busy" @cancel="open = false" />
    </form>
  </BaseDialog>
</template>
