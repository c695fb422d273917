<script setup lang="ts">
import { atTempo } from '#core/grade/at-tempo'
import { gradeOf } from '#core/grade/grade'
import type { PartName, Weights } from '#core/grade/table'
import { tempoInWords } from '#core/line/meter'
import { gradeInWords } from '#core/wording/grade'
import type { StudentRow } from '#shared/contracts/people/answers'
import type { AssignmentDetail } from '#shared/contracts/taught/answers'

/**
 * What the drill on the bench amounts to: its grade, here and at both ends of the student's plan; what is a notch harder
 * or easier; the tempo for a wanted grade; its figures.
 */
const props = defineProps<{
  bench: Bench
  student: StudentRow | null
  /** The set drill the bench is about. */
  assignment: AssignmentDetail | null
  /** What a grade counts by in this studio. */
  weights?: Weights
}>()
/** The part of the grade whose notes are lit on the sheet. */
const part = defineModel<PartName | null>('part', { required: true })
/** A note to be shown on the sheet, by its key. */
const emit = defineEmits<{ show: [key: string] }>()

const score = computed(() => props.bench.score.value!)
const settled = computed(() => props.bench.settled.value ?? score.value)
const grade = computed(() => props.bench.grade.value)
const hand = computed(() => props.student?.hand)

const forWhom = computed(() => {
  if (props.bench.plan.value) return 'counting'
  const bpm = tempoInWords(score.value.tempo, score.value.meter)
  return props.student ? `for ${props.student.name} at ${bpm}` : `at ${bpm}`
})
const planGrades = computed(() => {
  if (!props.assignment?.toTempo) return null
  const { bpm, plan } = props.assignment
  const { startBpm, targetBpm } = plan
  const at = (bpm: number) => gradeInWords(gradeOf(atTempo(score.value, bpm), hand.value, props.weights)!.value)
  return { bpm, startBpm, targetBpm, now: at(bpm), start: at(startBpm), target: at(targetBpm) }
})
const take = (tempo: number) => props.bench.set('tempo', tempo)
</script>

<template>
  <div>
    <BenchGrade
      v-if="bench.plan.value?.kind !== 'steps'"
      v-model:shown="part"
      :grade="grade"
      :busy="bench.engine.busy.value"
      :for-whom="forWhom"
    />
    <template v-if="!bench.plan.value && grade">
      <p v-if="planGrades" class="figures -mt-2 mb-4">
        <template v-if="student"
          >{{ student.name }} stands at ♩ = {{ planGrades.bpm }}: <b>{{ planGrades.now }}</b>. </template
        >At the start, {{ planGrades.startBpm }}: <b>{{ planGrades.start }}</b>. At the target,
        {{ planGrades.targetBpm }}: <b>{{ planGrades.target }}</b>.
      </p>
      <BenchStartTempo
        v-if="student && !planGrades"
        :key="student.id"
        :spec="bench.raw.value"
        :student="student"
        @take="take"
      />
      <BenchNotches :bench="bench" :context="{ hand }" :weights="weights" />
      <BenchTempoForGrade :score="settled" :hand="hand" :own="grade.value" :weights="weights" @take="take" />
    </template>
    <BenchFigures
      v-if="!bench.plan.value"
      :score="settled"
      :hand="hand"
      :verdict="bench.fingering.value"
      :busy="bench.engine.busy.value"
      @show="emit('show', $event)"
      @take="bench.take"
    />
  </div>
</template>
