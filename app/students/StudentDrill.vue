<script setup lang="ts">
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/vue'
import { ChevronRightIcon } from '@heroicons/vue/20/solid'
import type { Unsuited } from '#core/fitting/fit'
import { drillStateOf } from '#core/practice/tempo/drill-state'
import { isTimed } from '#core/practice/tempo/target'
import { unsuitedInWords } from '#core/wording/fitting'
import type { FollowedDrill } from '#shared/contracts/taught/answers'

/** A drill a student is on, in one line: where it stands and what to do with it; unfolded, how it came there. */
const props = defineProps<{
  set: FollowedDrill
  studentId: string
  /** What of it does not suit the hand. */
  unsuited: readonly Unsuited[]
  /** It is not to be played for now. */
  rests: boolean
  today: string
}>()
const emit = defineEmits<{
  plan: []
  stages: []
  end: []
  move: [change: { readonly targetBpm?: number; readonly targetOn?: string }]
}>()
const state = computed(() => drillStateOf(props.set, props.today))
</script>

<template>
  <Disclosure v-slot="{ open }" as="li" class="bg-card border border-line rounded-md" :aria-label="set.drillName">
    <div class="flex flex-wrap lg:flex-nowrap items-center gap-x-4 gap-y-1 px-3 py-2">
      <DisclosureButton
        class="min-h-11 min-w-11 -m-1.5 shrink-0 rounded-md hover:bg-wood/40"
        :aria-label="`Chart and plan of ${set.drillName}`"
      >
        <ChevronRightIcon class="size-5 mx-auto text-soft transition-transform" :class="open ? 'rotate-90' : ''" />
      </DisclosureButton>
      <div class="flex-1 min-w-52">
        <h3 class="text-base leading-snug">
          <NuxtLink
            :to="{ path: '/bench', query: { set: set.id, student: studentId } }"
            class="hover:underline underline-offset-4"
            >{{ set.drillName }}</NuxtLink
          >
        </h3>
        <p v-if="set.path.length > 1" class="text-soft text-sm">
          {{ set.stage }}, stage {{ set.path.findIndex(stage => stage.number === set.stageNumber) + 1 }} of
          {{ set.path.length }}
        </p>
      </div>
      <p v-if="set.toTempo" class="figures whitespace-nowrap lg:w-28">
        <template v-if="isTimed(set.plan)"
          >♩ = <b class="text-lg">{{ set.bpm }}</b> <span class="text-soft">of {{ set.plan.targetBpm }}</span></template
        >
        <span v-else class="text-soft">no tempo</span>
      </p>
      <p class="lg:w-64 text-sm">
        <span v-if="rests" class="text-pain">✚ rests until the pain is cleared</span>
        <DrillStateMark v-else-if="set.toTempo" :state="state" :today="today" />
      </p>
      <div class="shrink-0 lg:w-40 lg:text-right">
        <NuxtLink
          v-if="unsuited.length > 0"
          :to="{ path: '/bench', query: { drill: set.drillId, student: studentId } }"
          class="inline-flex items-center min-h-9 underline underline-offset-4 text-attention-ink"
          :title="unsuitedInWords(unsuited[0]!)"
          >Fit it to the hand</NuxtLink
        >
        <button
          v-else-if="['behind', 'due', 'stalled'].includes(state.kind)"
          type="button"
          class="min-h-9 underline underline-offset-4"
          @click="emit('plan')"
        >
          Change the plan
        </button>
        <NuxtLink
          v-else
          :to="{ path: '/bench', query: { set: set.id, student: studentId } }"
          class="inline-flex items-center min-h-9 underline underline-offset-4"
          >Open on the bench</NuxtLink
        >
      </div>
    </div>
    <DisclosurePanel class="border-t border-line p-4">
      <DrillDetails
        :set="set"
        :student-id="studentId"
        :unsuited="unsuited"
        :today="today"
        @plan="emit('plan')"
        @stages="emit('stages')"
        @end="emit('end')"
        @move="emit('move', $event)"
      />
    </DisclosurePanel>
  </Disclosure>
</template>
