<script setup lang="ts">
import { forecastOf } from '#core/practice/tempo/forecast'
import { expectedInWords, pacingInWords } from '#core/wording/forecast'
import type { FollowedDrill } from '#shared/contracts/taught/answers'

/** When the target of a drill is expected, and what would make the wanted day and the target go together. */
const props = defineProps<{ set: FollowedDrill; today: string }>()
const emit = defineEmits<{
  /** The day or the target moves, so that they go together. */
  move: [change: { readonly targetBpm?: number; readonly targetOn?: string }]
}>()
const when = useWhen()
const forecast = computed(() =>
  forecastOf({
    plan: props.set.plan,
    // What was played at an earlier stage says nothing of this one.
    points: props.set.lessons.flatMap(({ day, bestCleanBpm }) =>
      bestCleanBpm === null || day < (props.set.stageSince ?? '').slice(0, 10) ? [] : [{ day, bpm: bestCleanBpm }],
    ),
    targetOn: props.set.targetOn,
    today: props.today,
    completed: props.set.completed !== null,
  }),
)
const expected = computed(() => expectedInWords(props.set.plan, forecast.value, props.today))
const pacing = computed(() => pacingInWords(forecast.value))
</script>

<template>
  <div v-if="expected" class="mt-3">
    <h4 class="font-bold mb-1">Forecast</h4>
    <p class="figures">{{ expected }}</p>
    <template v-if="pacing">
      <p class="figures" :class="forecast.pacing!.realistic ? 'text-soft' : 'border-l-4 border-attention pl-3 mt-1'">
        {{ pacing }}
      </p>
      <div class="flex flex-wrap gap-2 mt-1">
        <BaseButton
          v-if="forecast.pacing!.moveDateTo"
          size="sm"
          @click="emit('move', { targetOn: forecast.pacing!.moveDateTo! })"
        >
          Move the day to {{ when.date(forecast.pacing!.moveDateTo) }}
        </BaseButton>
        <BaseButton
          v-if="forecast.pacing!.moveTargetTo"
          size="sm"
          @click="emit('move', { targetBpm: forecast.pacing!.moveTargetTo! })"
        >
          Move the target to {{ forecast.pacing!.moveTargetTo }}
        </BaseButton>
      </div>
    </template>
  </div>
</template>
