<script setup lang="ts">
import { TEMPO_BOUNDS } from '#core/schema/fields'
import { remedyOf } from '#core/practice/log/remedies'
import { isTimed } from '#core/practice/tempo/target'
import type { OwnVariation, Variation } from '#core/practice/tempo/variations'
import { groundsInWords, variationInWords } from '#core/wording/decision'
import { capital } from '#core/wording/numbers'
import type { DecisionKind } from '#core/schema/plan-fields'
import { nextStage } from '#core/stages/order'
import type { AgendaItem } from '#shared/contracts/taught/answers'
import type { Standing } from '#core/practice/log/standing'
import { easedByHand, raisedByHand } from '#core/practice/tempo/schools/registry'

/** What the plan offers, with its reason; the teacher accepts or overrules, saying why. */
const props = defineProps<{
  standing: Standing
  set: Pick<AgendaItem, 'plan' | 'path' | 'stageNumber' | 'variations'>
  /** The variation that is being tried, if any. */
  trying: Variation | OwnVariation | null
}>()
const emit = defineEmits<{
  decide: [choice: Decided]
  /** Another way to play the drill, for now. */
  vary: [variation: Variation | OwnVariation | null]
  /** A drill of a family that helps, on the bench. */
  help: [family: string]
  /** The pain is looked at again. */
  pain: []
}>()

const offer = computed(() => props.standing.offer)
const plan = computed(() => props.set.plan)
/** The stage that is passed leads here; null at the last. */
const next = computed(() => nextStage(props.set))
/** Whether what is offered opens another stage, and not only a slower tempo. */
const opens = computed(() => offer.value.decision === 'next-stage' && next.value !== null && !goesDown.value)
const goesDown = computed(() => offer.value.grounds.ground === 'stayed-with-click')
const urgent = computed(() => offer.value.decision !== 'hold' && offer.value.decision !== 'rest')
/** What a review of a completed drill comes to has words of its own. */
const reviewed = computed(() => {
  const { ground } = offer.value.grounds
  if (ground === 'kept') return { headline: 'Still completed?', accept: 'Keep completed' }
  if (ground === 'fell') return { headline: `Reopen at ${offer.value.bpm}?`, accept: 'Reopen' }
  return ground === 'completed' ? { headline: 'Completed', accept: 'Keep completed' } : null
})
const headline = computed(
  () =>
    reviewed.value?.headline ??
    {
      'raise': `Raise to ${offer.value.bpm}?`,
      'ease': `Ease to ${offer.value.bpm}?`,
      'done': 'Complete?',
      'hold': isTimed(plan.value) ? `Stay at ${offer.value.bpm}` : 'Stay',
      'next-stage': goesDown.value
        ? `Down to ${offer.value.bpm}?`
        : `Move on to “${next.value?.name ?? 'the next stage'}”?`,
      'vary': 'Try a variation?',
      'rest': 'Rest',
    }[offer.value.decision],
)
const acceptWord = computed(
  () =>
    reviewed.value?.accept ??
    {
      'raise': 'Raise',
      'ease': 'Ease',
      'done': 'Complete',
      'hold': 'Hold',
      'next-stage': goesDown.value ? 'Go down' : 'Open it',
      'vary': 'Vary',
      'rest': 'Rest',
    }[offer.value.decision],
)
const tone = computed(() => {
  if (offer.value.decision === 'rest') return 'border-pain'
  if (offer.value.decision === 'ease' || remedy.value) return 'border-attention'
  return urgent.value ? 'border-plan' : 'border-line'
})
/** What is offered at a plateau, one press each: what the teacher keeps for this drill, then the common ways. */
const variations = computed((): readonly (Variation | OwnVariation)[] =>
  offer.value.grounds.ground === 'plateau' ? [...props.set.variations, ...offer.value.grounds.variations] : [],
)
/** What helps against the fault that came again. */
const remedy = computed(() =>
  offer.value.grounds.ground === 'fault-again' ? remedyOf(offer.value.grounds.fault) : null,
)
function help() {
  if (offer.value.decision === 'rest') emit('pain')
  else if (remedy.value?.kind === 'drill') emit('help', remedy.value.family)
  else if (remedy.value?.kind === 'slower') emit('vary', 'slower')
  else if (remedy.value?.kind === 'hand-alone') emit('vary', `${remedy.value.hand}-alone`)
}
const helpWord = computed(() => {
  if (remedy.value?.kind === 'drill') return 'Open the drill'
  if (remedy.value?.kind === 'slower') return 'Play it slower'
  return remedy.value?.kind === 'hand-alone' ? `The ${remedy.value.hand} hand alone` : null
})

const overruling = ref(false)
const wish = ref<DecisionKind>('hold')
const bpm = ref(60)
const reason = ref('')
/** The stage that is wished for: a later one, or an earlier one again. */
const stage = ref(0)
const place = (number: number) => props.set.path.findIndex(each => each.number === number)
const otherStages = computed(() =>
  props.set.path
    .filter(each => each.number !== props.set.stageNumber)
    .map(({ number, name }) => ({
      value: number,
      label: place(number) < place(props.set.stageNumber) ? `back to ${name}` : name,
    })),
)
/** Reasons that go with each decision, to be taken by their digit. */
const REASONS: Readonly<Record<DecisionKind, readonly string[]>> = {
  'raise': ['easier than it looks', 'ready for more', 'clean and relaxed'],
  'hold': ['not easy yet', 'sound first', 'tired today', 'clean, but tense'],
  'ease': ['sound first', 'tired today', 'tense', 'too many slips'],
  'next-stage': ['ready for more', 'not easy yet', 'needs the step before'],
  'vary': ['stuck', 'one way only', 'needs something new'],
  'rest': ['tired today', 'something hurts', 'enough of it for now'],
  'done': ['better than the target', 'good enough for the piece', 'ready for more'],
}
const reasons = computed(() => REASONS[wish.value])

/** Takes the offer, where there is something to take; of variations the first. */
function take(variation: Variation | OwnVariation | null = variations.value[0] ?? null) {
  if (!urgent.value) return
  if (variation) emit('vary', variation)
  emit('decide', {
    decision: offer.value.decision,
    bpm: offer.value.bpm,
    reason: null,
    ...(opens.value && { stage: next.value!.number }),
  })
}
function overrule() {
  wish.value = offer.value.decision === 'hold' ? 'raise' : 'hold'
  reason.value = ''
  overruling.value = true
}
watch([wish, overruling], () => {
  const { standing } = props
  bpm.value =
    wish.value === 'raise'
      ? raisedByHand(plan.value, standing.bpm)
      : wish.value === 'ease'
        ? easedByHand(plan.value, standing.bpm)
        : standing.bpm
  // After the last stage there is only back.
  stage.value = next.value?.number ?? otherStages.value.at(-1)?.value ?? props.set.stageNumber
})
const movable = computed(() => wish.value === 'raise' || wish.value === 'ease')
const wrong = computed(() =>
  wish.value === 'raise' && bpm.value <= props.standing.bpm
    ? `A raise goes above ${props.standing.bpm}.`
    : wish.value === 'ease' && bpm.value >= props.standing.bpm
      ? `Easing goes below ${props.standing.bpm}.`
      : '',
)
defineExpose({ take, overrule, help })
/** Reasons by their digit, where nothing is typed. */
function onKey(event: KeyboardEvent) {
  const text = reasons.value[Number(event.key) - 1]
  if (text === undefined || (event.target as Element).matches('input')) return
  event.preventDefault()
  reason.value = text
}
function decide() {
  if (wrong.value || !reason.value.trim()) return
  const opened = wish.value === 'next-stage' ? props.set.path.find(each => each.number === stage.value) : undefined
  const back = opened && place(opened.number) < place(props.set.stageNumber)
  emit('decide', {
    decision: back ? 'ease' : wish.value,
    bpm: opened ? opened.plan.startBpm : movable.value ? bpm.value : props.standing.bpm,
    reason: reason.value.trim(),
    ...(opened && { stage: opened.number }),
  })
  overruling.value = false
}
</script>

<template>
  <section
    aria-label="Decision"
    class="flex flex-wrap items-center gap-x-4 gap-y-2 rounded-r-md bg-card border-l-4 px-4 py-2.5"
    :class="tone"
  >
    <p class="font-head font-bold text-xl" aria-live="polite">
      {{ headline }}
    </p>
    <p class="text-soft flex-1 min-w-48">
      {{ groundsInWords(offer) }}
    </p>
    <div v-if="variations.length > 0" class="w-full flex flex-wrap gap-2 order-last" role="group" aria-label="Try">
      <BaseButton
        v-for="variation in variations"
        :key="variationInWords(variation)"
        class="min-h-11"
        :aria-pressed="trying !== null && saysTheSame(trying, variation)"
        @click="take(variation)"
      >
        {{ capital(variationInWords(variation)) }}
      </BaseButton>
    </div>
    <div class="flex flex-wrap gap-2">
      <BaseButton v-if="helpWord" class="min-h-14" @click="help">
        {{ helpWord }} <kbd class="font-sans text-soft max-sm:hidden" aria-hidden="true">X</kbd>
      </BaseButton>
      <BaseButton v-if="offer.decision === 'rest'" class="min-h-14" @click="help">
        Is it gone? <kbd class="font-sans text-soft max-sm:hidden" aria-hidden="true">X</kbd>
      </BaseButton>
      <BaseButton v-if="urgent && variations.length === 0" tone="action" class="min-h-14" @click="take(null)">
        {{ acceptWord }} <kbd class="font-sans opacity-90 max-sm:hidden" aria-hidden="true">O</kbd>
      </BaseButton>
      <BaseButton class="min-h-14" @click="overrule">
        {{ urgent ? 'Overrule' : 'Decide' }} <kbd class="font-sans text-soft max-sm:hidden" aria-hidden="true">W</kbd>
      </BaseButton>
    </div>
    <BaseDialog
      v-model:open="overruling"
      title="Choose differently"
      :about="`The plan says: ${headline.replace('?', '')}. Your decision and its reason are kept.`"
    >
      <form class="space-y-4" @submit.prevent="decide" @keydown="onKey">
        <BaseChips
          v-model="wish"
          label="Decision"
          :options="[
            { value: 'raise', label: 'raise' },
            { value: 'hold', label: 'hold' },
            { value: 'ease', label: 'ease' },
            ...(otherStages.length > 0 ? [{ value: 'next-stage' as const, label: 'another stage' }] : []),
            { value: 'vary', label: 'variation' },
            { value: 'rest', label: 'rest' },
            { value: 'done', label: 'complete' },
          ]"
        />
        <BaseListbox v-if="wish === 'next-stage'" v-model="stage" label="Stage" :options="otherStages" />
        <BaseStepper v-if="movable" v-model="bpm" label="Tempo" :min="TEMPO_BOUNDS.least" :max="TEMPO_BOUNDS.most" />
        <div>
          <FormField v-model="reason" label="Why" :error="wrong" />
          <div class="flex flex-wrap gap-1.5 mt-2">
            <button
              v-for="(text, i) in reasons"
              :key="text"
              type="button"
              class="rounded-md border border-line bg-card min-h-9 px-2.5 hover:border-edge"
              :class="reason === text ? 'border-ink font-bold' : ''"
              @click="reason = text"
            >
              <span class="text-soft figures" aria-hidden="true">{{ i + 1 }}</span> {{ text }}
            </button>
          </div>
        </div>
        <DialogActions action="Save decision" :disabled="!reason.trim() || wrong !== ''" @cancel="overruling = false" />
      </form>
    </BaseDialog>
  </section>
</template>
