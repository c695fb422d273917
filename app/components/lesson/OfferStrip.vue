<script setup lang="ts">
import { groundsInWords } from '#core/wording/decision'
import type { Plan } from '#core/schema/plan-fields'
import type { Standing } from '#core/practice/log/standing'
import { easedByHand, raisedByHand } from '#core/practice/tempo/schools/registry'

/** What the plan offers, with its reason; the teacher accepts or overrules, saying why. */
const props = defineProps<{ standing: Standing; plan: Plan }>()
const emit = defineEmits<{ decide: [choice: Decided] }>()

const offer = computed(() => props.standing.offer)
const urgent = computed(() => offer.value.decision !== 'hold')
const headline = computed(
  () =>
    ({
      'raise': `Raise to ${offer.value.bpm}?`,
      'ease': `Ease to ${offer.value.bpm}?`,
      'done': 'Complete?',
      'hold': `Stay at ${offer.value.bpm}`,
      'next-stage': 'Next stage?',
      'vary': 'Vary?',
      'rest': 'Rest?',
    })[offer.value.decision],
)
const acceptWord = computed(
  () =>
    ({
      'raise': 'Raise',
      'ease': 'Ease',
      'done': 'Complete',
      'hold': 'Hold',
      'next-stage': 'Next stage',
      'vary': 'Vary',
      'rest': 'Rest',
    })[offer.value.decision],
)

const overruling = ref(false)
const wish = ref<'raise' | 'hold' | 'ease' | 'done'>('hold')
const bpm = ref(60)
const reason = ref('')
const REASONS = ['not easy yet', 'sound first', 'tired today', 'easier than it looks', 'ready for more']

/** Takes the offer, where there is something to take. */
function take() {
  if (!urgent.value) return
  emit('decide', { decision: offer.value.decision, bpm: offer.value.bpm, reason: null })
}
function overrule() {
  wish.value = offer.value.decision === 'hold' ? 'raise' : 'hold'
  reason.value = ''
  overruling.value = true
}
watch([wish, overruling], () => {
  const { plan, standing } = props
  bpm.value =
    wish.value === 'raise'
      ? raisedByHand(plan, standing.bpm)
      : wish.value === 'ease'
        ? easedByHand(plan, standing.bpm)
        : standing.bpm
})
const movable = computed(() => wish.value === 'raise' || wish.value === 'ease')
const wrong = computed(() =>
  wish.value === 'raise' && bpm.value <= props.standing.bpm
    ? `A raise goes above ${props.standing.bpm}.`
    : wish.value === 'ease' && bpm.value >= props.standing.bpm
      ? `Easing goes below ${props.standing.bpm}.`
      : '',
)
defineExpose({ take, overrule })
/** Reasons by their digit, where nothing is typed. */
function onKey(event: KeyboardEvent) {
  const text = REASONS[Number(event.key) - 1]
  if (text === undefined || (event.target as Element).matches('input')) return
  event.preventDefault()
  reason.value = text
}
function decide() {
  if (wrong.value || !reason.value.trim()) return
  emit('decide', {
    decision: wish.value,
    bpm: movable.value ? bpm.value : props.standing.bpm,
    reason: reason.value.trim(),
  })
  overruling.value = false
}
</script>

<template>
  <section
    aria-label="Decision"
    class="flex flex-wrap items-center gap-x-4 gap-y-2 rounded-r-md bg-card border-l-4 px-4 py-2.5"
    :class="urgent ? (offer.decision === 'ease' ? 'border-attention' : 'border-plan') : 'border-line'"
  >
    <p class="font-head font-bold text-xl" aria-live="polite">
      {{ headline }}
    </p>
    <p class="text-soft flex-1 min-w-48">
      {{ groundsInWords(offer) }}
    </p>
    <div class="flex gap-2">
      <BaseButton v-if="urgent" tone="action" class="min-h-14" @click="take">
        {{ acceptWord }} <kbd class="font-sans opacity-90 max-sm:hidden" aria-hidden="true">O</kbd>
      </BaseButton>
      <BaseButton class="min-h-14" @click="overrule">
        {{ urgent ? 'Overrule' : 'Decide' }} <kbd class="font-sans text-soft max-sm:hidden" aria-hidden="true">W</kbd>
      </BaseButton>
    </div>
    <BaseDialog
      v-model:open="overruling"
      title="Decide otherwise"
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
            { value: 'done', label: 'complete' },
          ]"
        />
        <BaseStepper v-if="movable" v-model="bpm" label="Tempo" :min="10" :max="400" />
        <div>
          <FormField v-model="reason" label="Why" :error="wrong" />
          <div class="flex flex-wrap gap-1.5 mt-2">
            <button
              v-for="(text, i) in REASONS"
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
        <DialogActions action="Decide" :disabled="!reason.trim() || wrong !== ''" @cancel="overruling = false" />
      </form>
    </BaseDialog>
  </section>
</template>
