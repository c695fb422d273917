<script setup lang="ts">
import { explainNote } from '#core/wording/explain'
import { noteInWords } from '#core/wording/note'
import type { Score } from '#core/score/score'

/** What is to be known of the selected note. */
const props = defineProps<{ score: Score; selected: number | null; judged?: boolean }>()
const note = computed(() => (props.selected === null ? null : (props.score.notes[props.selected] ?? null)))
</script>

<template>
  <div aria-live="polite">
    <div v-if="note" class="border-l-4 border-action dark:border-attention pl-4 py-1">
      <p class="font-bold">Note {{ selected! + 1 }} · {{ noteInWords(note) }}</p>
      <p class="text-soft">
        {{ explainNote(score, note, { breaches: !judged }).join(' · ') }}
      </p>
    </div>
  </div>
</template>
