<script setup lang="ts">
import type { Unsuited } from '#core/fitting/fit'
import { nextReviewOn } from '#core/practice/tempo/review'
import { isTimed } from '#core/practice/tempo/target'
import { unsuitedInWords } from '#core/wording/fitting'
import { SCHOOL_LABELS } from '#core/wording/school'
import type { FollowedDrill, HistoryDecision } from '#shared/contracts/taught/answers'

/** A drill a student is on: where it stands, how it came there, and what can be done with it. */
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
</script>

<template>
  <li class="grid lg:grid-cols-[18rem_minmax(0,1fr)_20rem] gap-5 bg-card border border-line rounded-md p-4">
    <div>
      <h3 class="text-lg leading-snug">
        <NuxtLink
          :to="{ path: '/bench', query: { set: set.id, student: studentId } }"
          class="hover:underline underline-offset-4"
        >
          {{ set.drillName }}
        </NuxtLink>
      </h3>
      <StageLine :set="set" />
      <p class="text-soft text-sm">version {{ set.versionNumber }}</p>
      <p v-if="set.waitsFor" class="mt-1 border-l-4 border-line pl-3">
        Opens when “{{ set.waitsFor }}” is passed: a clean pass at its target.
      </p>
      <p v-if="set.toTempo && !isTimed(set.plan)" class="mt-2">No tempo: judged by how it sounds.</p>
      <p v-else-if="set.toTempo" class="figures mt-2">
        <span class="font-head font-bold text-4xl">{{ set.bpm }}</span>
        <span class="text-soft ml-2">of {{ set.plan.targetBpm }}</span>
      </p>
      <p v-if="set.completed" class="text-plan">
        ● completed {{ when.longDay(set.completed.on)
        }}<template v-if="nextReviewOn(set.completed)">
          , next review {{ when.longDay(nextReviewOn(set.completed)!) }}</template
        >
      </p>
      <PaceMark v-else-if="set.toTempo && !set.waitsFor" :pace="set.pace" />
      <p v-if="unsuited.length > 0" class="mt-1 border-l-4 border-attention pl-3">
        {{ unsuitedInWords(unsuited[0]!) }}
        <NuxtLink
          :to="{ path: '/bench', query: { drill: set.drillId, student: studentId } }"
          class="underline underline-offset-4"
        >
          Fit it on the bench
        </NuxtLink>
      </p>
      <p class="text-soft mt-1">
        since {{ when.date(set.setOn) }}{{ set.targetOn ? `, due ${when.date(set.targetOn)}` : '' }}
      </p>
      <p v-if="set.toTempo" class="text-soft">{{ SCHOOL_LABELS[set.plan.school] }}</p>
      <button
        v-if="set.toTempo"
        type="button"
        class="mt-1 mr-4 min-h-9 underline underline-offset-4 text-soft hover:text-ink"
        @click="emit('plan')"
      >
        Change the plan
      </button>
      <button
        v-if="set.toTempo"
        type="button"
        class="mt-1 mr-4 min-h-9 underline underline-offset-4 text-soft hover:text-ink"
        @click="emit('stages')"
      >
        Change the stages
      </button>
      <button
        type="button"
        class="mt-1 min-h-9 underline underline-offset-4 text-soft hover:text-ink"
        @click="emit('end')"
      >
        Remove from the list
      </button>
    </div>
    <TempoChart v-if="set.toTempo && !set.waitsFor" :set="set" :today="today" />
    <div v-if="set.toTempo && !set.waitsFor">
      <h4 class="font-bold mb-1">Recent decisions</h4>
      <ul v-if="set.decisions.length > 0" class="space-y-2">
        <li v-for="decision in told" :key="decision.at">
          <p>
            <b>{{ decision.what }}</b>{{ ' '
            }}<span class="text-soft"
              >{{ when.date(decision.at) }}{{ decision.overruled ? ', against the plan' : '' }}</span
            >
          </p>
          <p class="text-soft">
            {{ decision.why }}
          </p>
        </li>
      </ul>
      <p v-else class="text-soft">None yet. The first lesson with this drill adds one.</p>
      <DrillForecast :set="set" :today="today" @move="emit('move', $event)" />
    </div>
  </li>
</template>
