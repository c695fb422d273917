<script setup lang="ts">
import { forecastOf } from '#core/practice/tempo/forecast'
import { expectedInWords, pacingInWords } from '#core/wording/forecast'
import { planBody, type FollowedDrill } from '#shared/contracts/assignments'

/** When the target of a drill is expected, and what would make the wanted day and the target go together. */
const props = defineProps<{ set: FollowedDrill; today: string }>()
const emit = defineEmits<{ saved: [] }>()
const writes = useWrites()
const toasts = useToasts()
const when = useWhen()
const { busy, refusal, write } = useWrite(planBody)
const forecast = computed(() =>
  forecastOf({
    plan: props.set.plan,
    points: props.set.lessons.flatMap(({ day, bestCleanBpm }) =>
      bestCleanBpm === null ? [] : [{ day, bpm: bestCleanBpm }],
    ),
    targetOn: props.set.targetOn,
    today: props.today,
  }),
)
const expected = computed(() => expectedInWords(props.set.plan, forecast.value))
const pacing = computed(() => pacingInWords(forecast.value))

/** One press moves the day or the target; another takes it back. */
async function move(change: { readonly targetBpm?: number; readonly targetOn?: string }) {
  const { plan, targetOn, id, drillName } = props.set
  const put = (now: Omit<Parameters<typeof write>[0], never>) =>
    write(now, body => writes.put(`/api/assignments/${id}/plan`, body))
  const { targetBpm = plan.targetBpm } = change
  if (!(await put({ plan: { ...plan, targetBpm }, targetOn: change.targetOn ?? targetOn })))
    return toasts.say(refusal.value!.message, { tone: 'trouble' })
  emit('saved')
  toasts.say(
    change.targetOn
      ? `${drillName} is wanted by ${when.date(change.targetOn)} now.`
      : `${drillName} leads to ${targetBpm} now.`,
    {
      action: {
        label: 'Take back',
        run: async () => {
          if (await put({ plan, targetOn })) emit('saved')
        },
      },
    },
  )
}
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
          :busy="busy"
          @click="move({ targetOn: forecast.pacing!.moveDateTo! })"
        >
          Move the day to {{ when.date(forecast.pacing!.moveDateTo) }}
        </BaseButton>
        <BaseButton
          v-if="forecast.pacing!.moveTargetTo"
          size="sm"
          :busy="busy"
          @click="move({ targetBpm: forecast.pacing!.moveTargetTo! })"
        >
          Move the target to {{ forecast.pacing!.moveTargetTo }}
        </BaseButton>
      </div>
    </template>
  </div>
</template>
