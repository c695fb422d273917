<script setup lang="ts">
import type { Unsuited } from '#core/fitting/fit'
import { isTimed } from '#core/practice/tempo/target'
import { unsuitedInWords } from '#core/wording/fitting'
import { SCHOOL_LABELS } from '#core/wording/school'
import type { FollowedDrill, HistoryDecision } from '#shared/contracts/taught/answers'

/** How a set drill came where it stands: its tempos, decisions, forecast and plan. */
const props = defineProps<{
  set: FollowedDrill
  studentId: string
  /** What of it does not suit the hand. */
  unsuited: readonly Unsuited[]
  today: string
}>()
const emit = defineEmits<{
  plan: []
  stages: []
  end: []
  move: [change: { readonly targetBpm?: number; readonly targetOn?: string }]
}>()
const when = useWhen()

function inWords({ event }: HistoryDecision): string {
  if (event.supersedes) return `taken back: ${event.bpm}`
  const stage = props.set.path.find(each => each.number === event.stage)
  if (stage) return `on to ${stage.name}`
  return {
    'raise': `raised to ${event.bpm}`,
    'ease': `eased to ${event.bpm}`,
    'hold': `held at ${event.bpm}`,
    'done': 'completed',
    'next-stage': 'next stage',
    'vary': 'varied',
    'rest': 'rested',
  }[event.decision]
}
const told = computed(() =>
  props.set.decisions
    .toReversed()
    .map(decision => ({
      at: decision.at,
      what: inWords(decision),
      why: decision.event.reason ?? decision.event.offerReason,
      overruled: decision.overruled,
    })),
)
const charted = computed(() => props.set.toTempo && !props.set.waitsFor)
const ACTIONS = [
  { label: 'Change the plan', run: () => emit('plan') },
  { label: 'Change the stages', run: () => emit('stages') },
]
</script>

<template>
  <div class="grid grid-cols-[minmax(0,1fr)] lg:grid-cols-[minmax(0,1fr)_20rem] gap-5">
    <div>
      <StageLine v-if="set.path.length > 1" :set="set" class="mb-2" />
      <p v-if="unsuited.length > 0" class="border-l-4 border-attention pl-3 mb-2">
        {{ unsuitedInWords(unsuited[0]!) }}
      </p>
      <template v-if="charted && isTimed(set.plan)">
        <TempoChart :set="set" :today="today" />
        <p class="text-soft text-sm mt-2 flex flex-wrap gap-x-5 gap-y-1">
          <span
            ><span class="inline-block w-6 border-t-2 border-ink align-middle mr-1.5" aria-hidden="true" />set
            tempo</span
          >
          <span
            ><span
              class="inline-block w-6 border-t-2 border-dashed border-plan align-middle mr-1.5"
              aria-hidden="true"
            />plan</span
          >
          <span><span class="text-plan mr-1" aria-hidden="true">●</span>best clean tempo of a lesson</span>
          <span><span class="text-attention-ink mr-1" aria-hidden="true">○</span>nothing clean</span>
          <span>▲ raised ▼ eased ■ held, hollow when overruled</span>
        </p>
      </template>
      <TempoChart v-else-if="charted" :set="set" :today="today" />
      <p v-else-if="set.toTempo" class="text-soft">Opens when “{{ set.waitsFor }}” is passed.</p>
    </div>
    <div>
      <p class="text-soft">
        Set {{ when.date(set.setOn) }}, version {{ set.versionNumber
        }}{{ set.targetOn ? `, due ${when.date(set.targetOn)}` : ''
        }}{{ set.toTempo ? ` · ${SCHOOL_LABELS[set.plan.school]}` : '' }}
      </p>
      <div class="flex flex-wrap gap-x-4 mb-3">
        <template v-if="set.toTempo">
          <button
            v-for="action in ACTIONS"
            :key="action.label"
            type="button"
            class="min-h-9 underline underline-offset-4 text-soft hover:text-ink"
            @click="action.run"
          >
            {{ action.label }}
          </button>
        </template>
        <button
          type="button"
          class="min-h-9 underline underline-offset-4 text-soft hover:text-ink"
          @click="emit('end')"
        >
          Remove from the list
        </button>
      </div>
      <template v-if="charted">
        <h4 class="font-bold mb-1">Recent decisions</h4>
        <ul v-if="set.decisions.length > 0" class="space-y-2">
          <li v-for="decision in told" :key="decision.at">
            <p>
              <b>{{ decision.what }}</b>{{ ' '
              }}<span class="text-soft"
                >{{ when.date(decision.at) }}{{ decision.overruled ? ', against the plan' : '' }}</span
              >
            </p>
            <p class="text-soft">{{ decision.why }}</p>
          </li>
        </ul>
        <p v-else class="text-soft">None yet. The first lesson with this drill adds one.</p>
        <DrillForecast :set="set" :today="today" @move="emit('move', $event)" />
      </template>
    </div>
  </div>
</template>
