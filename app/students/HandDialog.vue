<script setup lang="ts">
import { romanPosition } from '#core/guitar/geometry'
import { instrumentOf } from '#core/guitar/instrument'
import { DEFAULT_REACH_MM, handOf, PAIR_SHARES } from '#core/hand/hand'
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

/** As measured or said; undefined while neither. */
const reach = ref<number>()
const reachMm = computed({
  get: () => reach.value ?? DEFAULT_REACH_MM,
  set: mm => {
    reach.value = mm
  },
})
const ownPairs = ref(false)
const pairs = reactive({ 12: 0, 23: 0, 34: 0 })
const excluded = ref<readonly number[]>([])
const spared = ref<readonly number[]>([])
const reviewOn = ref('')
const rule = ref<'strict' | 'loose'>('strict')
/** Undefined while nobody has said so. */
const barreSaid = ref<boolean>()
const barre = computed({
  get: () => barreSaid.value ?? true,
  set: plays => {
    barreSaid.value = plays
  },
})
const thumbOver = ref(false)
const leftHanded = ref(false)
const anchor = ref<NonNullable<Habits['anchor']>>('open')
const sounder = ref('')
const { busy, refusal, clear, errorOf, save } = useStudentCard(() => props.student)

const usual = (pair: '12' | '23' | '34') => Math.round(PAIR_SHARES[pair]!.comfort * reachMm.value)
watch(open, now => {
  if (!now) return
  clear()
  const { hand, habits } = props.student
  reach.value = hand.reachMm
  ownPairs.value = Object.keys(hand.pairsMm ?? {}).length > 0
  for (const pair of ['12', '23', '34'] as const) pairs[pair] = hand.pairsMm?.[pair] ?? usual(pair)
  excluded.value = hand.excluded ?? []
  spared.value = hand.spared ?? []
  reviewOn.value = habits.reviewOn ?? ''
  rule.value = hand.rule ?? 'strict'
  barreSaid.value = hand.barre
  thumbOver.value = hand.thumbOver ?? false
  leftHanded.value = hand.leftHanded ?? false
  anchor.value = habits.anchor ?? 'open'
  sounder.value = habits.sounder ?? ''
})
watch(ownPairs, own => {
  if (own) for (const pair of ['12', '23', '34'] as const) pairs[pair] ||= usual(pair)
})

const instrument = computed(() => instrumentOf(props.student.instrument))
const wanted = computed<HandInput>(() => ({
  ...(reach.value !== undefined && { reachMm: reach.value }),
  ...(ownPairs.value && { pairsMm: { ...props.student.hand.pairsMm, ...pairs } }),
  excluded: [...excluded.value],
  spared: spared.value.filter(finger => !excluded.value.includes(finger)),
  rule: rule.value,
  ...(barreSaid.value !== undefined && { barre: barreSaid.value }),
  thumbOver: thumbOver.value,
  leftHanded: leftHanded.value,
}))
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

async function submit() {
  const habits: Habits = {
    ...props.student.habits,
    anchor: anchor.value,
    sounder: (sounder.value || undefined) as Habits['sounder'],
    reviewOn: reviewOn.value || null,
  }
  if (await save({ hand: wanted.value, habits })) {
    open.value = false
    emit('saved')
  }
}
</script>

<template>
  <BaseDialog
    v-model:open="open"
    :title="`The hands of ${student.name}`"
    about="One minute on their own guitar: the lowest position where 1 2 3 4 rest one per fret without strain. Warmed up, never forced."
    wide
  >
    <form class="space-y-4" novalidate @submit.prevent="submit">
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
          v-for="pair in ['12', '23', '34'] as const"
          :key="pair"
          v-model="pairs[pair]"
          :label="`Fingers ${pair[0]} to ${pair[1]}`"
          :min="10"
          :max="150"
          unit="mm"
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
