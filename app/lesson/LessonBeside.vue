<script setup lang="ts">
import type { Score } from '#core/score/score'
import { cueInWords, isAgreed } from '#core/wording/cue'
import { faultCue, faultInWords } from '#core/wording/fault'
import type { AgendaItem, HeardFault } from '#shared/contracts/taught/answers'

/** What a teacher says of the drill in hand: what to watch for, what went wrong with it last, and how it sounds now. */
const props = defineProps<{ score: Score | null; set: AgendaItem; lesson: RunningLesson }>()
const emit = defineEmits<{ gone: [fault: HeardFault]; still: [fault: HeardFault]; rate: [quality: number] }>()
const CUES = 4
const when = useWhen()
const state = computed(() => props.lesson.state.value)
const cues = computed(() => (props.score?.cues ?? []).filter(cue => cue.at === 0 && isAgreed(cue)).slice(0, CUES))
const today = computed(() => state.value.faults.filter(each => each.assignmentId === props.set.id))
const notes = computed(() => state.value.notes.filter(each => each.assignmentId === props.set.id))
const answered = (fault: HeardFault) => props.lesson.answerTo(props.set, fault)
const quality = computed(() => state.value.quality.get(props.set.id) ?? null)
</script>

<template>
  <aside class="space-y-4" aria-label="Watch for">
    <section v-if="set.faults.length > 0">
      <h2 class="text-base">Heard before</h2>
      <ul class="space-y-2">
        <li v-for="fault in set.faults" :key="fault.id" class="border-l-4 border-attention pl-3">
          {{ faultInWords(fault) }} <span class="text-soft">last heard {{ when.longDay(fault.day) }}</span>
          <p v-if="answered(fault)" class="font-bold">{{ answered(fault) }}</p>
          <div v-else class="flex flex-wrap gap-2 mt-1">
            <BaseButton size="sm" :aria-label="`${faultInWords(fault)}: gone`" @click="emit('gone', fault)">
              Gone <kbd class="font-sans text-soft" aria-hidden="true">G</kbd>
            </BaseButton>
            <BaseButton size="sm" :aria-label="`${faultInWords(fault)}: still there`" @click="emit('still', fault)">
              Still there <kbd class="font-sans text-soft" aria-hidden="true">S</kbd>
            </BaseButton>
          </div>
        </li>
      </ul>
    </section>
    <section v-if="today.length > 0 || notes.length > 0">
      <h2 class="text-base">Today</h2>
      <ul class="space-y-1">
        <li v-for="fault in today" :key="fault.id">
          {{ faultInWords(fault) }}
          <span class="block text-soft">{{ faultCue(fault.fault) }}</span>
        </li>
        <li v-for="note in notes" :key="note.id" class="text-soft">{{ note.text }}</li>
      </ul>
    </section>
    <section v-if="set.toTempo" role="group" aria-labelledby="sounded">
      <h2 id="sounded" class="text-base">How it sounds</h2>
      <div class="flex gap-1 mt-1">
        <button
          v-for="n in 5"
          :key="n"
          type="button"
          class="min-h-11 min-w-9 flex-1 rounded-md border figures"
          :class="quality === n ? 'bg-ink text-card border-ink font-bold' : 'bg-card border-line hover:border-edge'"
          :aria-pressed="quality === n"
          :aria-label="`${n} of 5`"
          @click="emit('rate', n)"
        >
          {{ n }}
        </button>
      </div>
      <p class="text-sm text-soft mt-1">tone, evenness, planting; 5 is best; the keys 1 to 5</p>
    </section>
    <section v-if="cues.length > 0">
      <h2 class="text-base">Watch for</h2>
      <ul class="list-disc pl-5 space-y-1">
        <li v-for="cue in cues" :key="cueInWords(cue)">{{ cueInWords(cue) }}</li>
      </ul>
    </section>
  </aside>
</template>
