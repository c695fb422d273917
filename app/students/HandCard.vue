<script setup lang="ts">
import { PRESETS } from '#core/guitar/presets'
import { instrumentOf } from '#core/guitar/instrument'
import { handOf } from '#core/hand/hand'
import type { StudentPage } from '#shared/contracts/people/answers'

/** A student's hand on their guitar: the neck shaded by reach, and everything else that is settled for them. */
const props = defineProps<{ student: StudentPage['student']; guitarName: string | null; today: string }>()
const emit = defineEmits<{ change: [] }>()
const when = useWhen()
const hand = computed(() => handOf(props.student.hand))
const instrument = computed(() => instrumentOf(props.student.instrument))
const due = computed(() => props.student.habits.reviewOn && props.student.habits.reviewOn <= props.today)
const fingers = (list: readonly number[]) => `${list.length === 1 ? 'finger' : 'fingers'} ${list.join(', ')}`
const measured = computed(() => props.student.hand.reachMm !== undefined)
const PAIRS = { 12: '1–2', 23: '2–3', 34: '3–4', 13: '1–3', 24: '2–4' } as const
const ANCHOR_WORDS = { anchor: 'anchors', float: 'floats', open: 'not agreed yet' } as const
const rows = computed(() => {
  const { pairsMm, excluded, spared, thumbOver, barre, rule, leftHanded } = hand.value
  const { anchor, sounder } = props.student.habits
  const pairs = Object.entries(PAIRS).flatMap(([pair, label]) =>
    pairsMm[pair] ? [`${label} ${pairsMm[pair]} mm`] : [],
  )
  return [
    [
      'Reach, 1 to 4',
      `${Math.round(hand.value.reachMm)} mm${measured.value ? '' : props.student.age === null ? ', assumed' : ', assumed from the age'}`,
    ],
    ...(pairs.length > 0 ? [['Pairs', pairs.join(' · ')]] : []),
    ['One finger per fret', rule],
    ...(excluded.length > 0 ? [['Not used', fingers(excluded)]] : []),
    ...(spared.length > 0 ? [['Spared', fingers(spared)]] : []),
    ['Barre', props.student.hand.barre === undefined ? 'not asked' : barre ? 'plays it' : 'not yet'],
    ...(thumbOver ? [['Thumb', 'may come over the neck']] : []),
    ['Plucking hand', [ANCHOR_WORDS[anchor ?? 'open'], sounder].filter(Boolean).join(', ')],
    ...(leftHanded ? [['Plays', 'left-handed: frets with the right hand']] : []),
  ] as const
})
</script>

<template>
  <section class="mt-6 bg-card border border-line rounded-md p-4" aria-label="Hand card">
    <div class="flex flex-wrap items-baseline gap-x-4 gap-y-1 mb-2">
      <h2 class="text-xl flex-1 whitespace-nowrap">Hand card</h2>
      <p class="text-soft figures">
        {{ guitarName ?? PRESETS[student.instrument.preset].label }}, {{ Math.round(instrument.scaleLengthMm) }} mm,
        {{ instrument.tuning.length }} strings{{ instrument.capo > 0 ? `, capo at ${instrument.capo}` : '' }}
      </p>
      <BaseButton size="sm" :tone="measured ? 'quiet' : 'action'" @click="emit('change')">
        {{ measured ? 'Change the hand card' : 'Measure it: one minute' }}
      </BaseButton>
    </div>
    <div class="grid grid-cols-1 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)] gap-x-8 gap-y-3">
      <ReachNeck :hand="hand" :instrument="instrument" />
      <div class="figures">
        <dl>
          <div
            v-for="[term, text] in rows"
            :key="term"
            class="flex justify-between gap-4 py-1 border-b border-dotted border-line"
          >
            <dt class="text-soft shrink-0">
              {{ term }}
            </dt>
            <dd class="font-bold text-right">
              {{ text }}
            </dd>
          </div>
        </dl>
        <p v-if="student.habits.reviewOn" class="mt-2" :class="due ? 'border-l-4 border-attention pl-3' : 'text-soft'">
          {{ due ? 'The review of the spared fingers was due on' : 'Review the spared fingers on' }}
          {{ when.date(student.habits.reviewOn) }}.
        </p>
      </div>
    </div>
  </section>
</template>
