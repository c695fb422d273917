<script setup lang="ts">
import type { Score } from '#core/score/score'

/** The sheet by itself and large, to play from and to show. */
const open = defineModel<boolean>('open', { required: true })
defineProps<{ title: string; tempo: number; score: Score; metronome: ReturnType<typeof useMetronome> }>()
const { lanes, quiet } = useSheetRows()
// As large as two screens hold it: who plays from it scrolls once at most.
const { height: windowHeight } = useWindowSize()
</script>

<template>
  <BaseDialog v-model:open="open" :title="title" :about="`At ${tempo}`" full>
    <DrillSheet :score="score" :lanes="lanes" :quiet="quiet" notation :clock="metronome" :height="2 * windowHeight" />
    <div class="sticky -bottom-6 -mx-6 -mb-6 flex gap-3 bg-card px-6 pt-3 pb-6">
      <BaseButton tone="action" class="min-h-14" @click="metronome.toggle()">
        {{ metronome.playing.value ? 'Stop' : 'Play' }}
      </BaseButton>
      <BaseButton class="min-h-14" @click="open = false">Back to the lesson</BaseButton>
    </div>
  </BaseDialog>
</template>
