<script setup lang="ts">
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/vue'
import { ChevronDownIcon } from '@heroicons/vue/20/solid'
import { tempoForGrade } from '#core/grade/at-tempo'
import type { Weights } from '#core/grade/table'
import { tempoInWords } from '#core/line/meter'
import { TEMPO_BOUNDS, type HandInput } from '#core/schema/fields'
import type { Score } from '#core/score/score'
import { gradeInWords } from '#core/wording/grade'

/** The tempo at which the drill on the bench has a grade. */
const props = defineProps<{ score: Score; hand?: HandInput; own: number; weights?: Weights }>()
const emit = defineEmits<{ take: [bpm: number] }>()
const wanted = ref<number | null>(null)
const grade = computed({
  get: () => wanted.value ?? Math.round(props.own * 2) / 2,
  set: value => {
    wanted.value = value
  },
})
const answer = computed(() => tempoForGrade(props.score, grade.value, props.hand, props.weights))
</script>

<template>
  <Disclosure v-slot="{ open }" as="section" aria-label="Tempo for a grade" class="border-t border-b border-line mb-5">
    <DisclosureButton class="w-full min-h-11 flex items-center gap-2 text-left hover:bg-wood/30">
      <span class="font-head font-bold flex-1">Tempo for a grade</span>
      <ChevronDownIcon class="size-5 text-soft" :class="open ? 'rotate-180' : ''" aria-hidden="true" />
    </DisclosureButton>
    <DisclosurePanel class="pb-3 space-y-2">
      <BaseStepper v-model="grade" label="Grade" :min="1" :max="7.5" :step="0.5" />
      <p v-if="answer.found === 'tempo'" class="figures" role="status">{{ tempoInWords(answer.tempo, score.meter) }}</p>
      <p v-else role="status">
        {{
          answer.found === 'too-hard'
            ? `Even at ${TEMPO_BOUNDS.least} it is ${gradeInWords(answer.grade)}.`
            : `Even at ${TEMPO_BOUNDS.most} it is only ${gradeInWords(answer.grade)}.`
        }}
      </p>
      <BaseButton v-if="answer.found === 'tempo'" size="sm" @click="emit('take', answer.tempo)">
        Use this tempo
      </BaseButton>
    </DisclosurePanel>
  </Disclosure>
</template>
