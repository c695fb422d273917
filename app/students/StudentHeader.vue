<script setup lang="ts">
import { careOf } from '#core/hand/care'
import { reachInWords } from '#core/wording/hand'
import { capital } from '#core/wording/numbers'
import { isUnderAge } from '#core/wording/notice'
import type { StudentPage } from '#shared/contracts/people/answers'

/** Who the student is, when they come, and what is to be minded with them. The slot holds what can be done. */
const props = defineProps<{ page: StudentPage }>()
const emit = defineEmits<{ 'make-up': [day: string]; 'put-back': [day: string]; 'measure': [] }>()
const when = useWhen()
const student = computed(() => props.page.student)
const WEEKDAYS = ['Mondays', 'Tuesdays', 'Wednesdays', 'Thursdays', 'Fridays', 'Saturdays', 'Sundays']
const weekly = computed(() => {
  const { slot } = props.page
  if (!slot) return 'No weekly lesson planned'
  const rhythm = slot.everyWeeks > 1 ? `, every ${slot.everyWeeks} weeks` : ''
  return `${WEEKDAYS[slot.weekday - 1]} ${slot.wallTime}, ${slot.minutes} min${rhythm}`
})
</script>

<template>
  <header class="flex flex-wrap items-start gap-4">
    <div class="flex-1 min-w-64">
      <h1 class="text-3xl">
        {{ student.name }}
      </h1>
      <CareNote :care="careOf(student.hand, student.habits, student.pain)" class="mt-1" />
      <p class="text-soft">
        {{ student.age === null ? '' : `${student.age} years · ` }}{{ weekly
        }}<template v-if="student.nextLesson">
          · next {{ when.day(student.nextLesson.at) }}{{ student.nextLesson.moved ? ', moved' : '' }}
        </template>
      </p>
      <p v-if="student.hand.reachMm === undefined" class="text-soft">
        {{ capital(reachInWords(student.hand)) }}.
        <button type="button" class="underline underline-offset-4 min-h-9 text-ink" @click="emit('measure')">
          Measure it: one minute
        </button>
      </p>
      <p v-if="isUnderAge(student.age)" class="text-soft">
        Under 18:
        <NuxtLink to="/studio#notice" class="underline underline-offset-4">the studio’s notice</NuxtLink> goes to a
        parent or guardian.
      </p>
      <ExceptionList
        :exceptions="page.exceptions"
        :changing="page.slot !== null"
        @make-up="emit('make-up', $event)"
        @put-back="emit('put-back', $event)"
      />
      <p v-if="student.about" class="mt-2 max-w-prose">
        {{ student.about }}
      </p>
    </div>
    <div class="flex flex-wrap gap-2">
      <slot />
    </div>
  </header>
</template>
