<script setup lang="ts">
import type { Score } from '#core/score/score'
import { cueInWords } from '#core/wording/cue'
import { faultInWords } from '#core/wording/fault'
import type { AgendaItem } from '#shared/contracts/assignments'

/** What a teacher says of the drill in hand: what to watch for, and what went wrong with it last. */
const props = defineProps<{ score: Score | null; set: AgendaItem; lesson: RunningLesson }>()
const CUES = 4
const when = useWhen()
const cues = computed(() => (props.score?.cues ?? []).filter(cue => cue.at === 0).slice(0, CUES))
const today = computed(() => props.lesson.state.value.faults.filter(each => each.assignmentId === props.set.id))
const notes = computed(() => props.lesson.state.value.notes.filter(each => each.assignmentId === props.set.id))
</script>

<template>
  <aside class="space-y-4" aria-label="Watch for">
    <section v-if="set.faults.length > 0">
      <h2 class="text-base">Last time</h2>
      <ul class="border-l-4 border-attention pl-3">
        <li v-for="fault in set.faults" :key="fault.id">
          {{ faultInWords(fault) }} <span class="text-soft">{{ when.longDay(fault.day) }}</span>
        </li>
      </ul>
    </section>
    <section v-if="today.length > 0 || notes.length > 0">
      <h2 class="text-base">Today</h2>
      <ul>
        <li v-for="fault in today" :key="fault.id">{{ faultInWords(fault) }}</li>
        <li v-for="note in notes" :key="note.id" class="text-soft">{{ note.text }}</li>
      </ul>
    </section>
    <section v-if="cues.length > 0">
      <h2 class="text-base">Watch for</h2>
      <ul class="list-disc pl-5 space-y-1">
        <li v-for="cue in cues" :key="cueInWords(cue)">{{ cueInWords(cue) }}</li>
      </ul>
    </section>
  </aside>
</template>
