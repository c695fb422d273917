<script setup lang="ts">
import { layOut } from '#core/sheet/layout'
import { PAPER } from '#core/sheet/paper'
import type { HomeworkSheet } from '#shared/paper/homework-sheets'

/** One drill among others on paper: its notes with both hands, what to do with it, and a week to tick off. */
const props = defineProps<{ sheet: HomeworkSheet }>()
/** As small as a fret is still 2 mm high on paper. */
const SCALE = 0.76
const { staffed, engrave } = useSheetRows()
const layout = computed(() =>
  props.sheet.score
    ? layOut(props.sheet.score, { width: Math.floor(PAPER.width / SCALE), lanes: false, staff: staffed.value })
    : null,
)
const engraved = computed(() =>
  props.sheet.score && layout.value ? engrave.value?.(props.sheet.score, layout.value) : undefined,
)
const lines = computed(() => {
  const { plan } = props.sheet
  if (!plan) return []
  return plan.kind === 'count'
    ? plan.tempos.map(({ bpm, bars, silentBars }) => `count at ${bpm}: ${bars} bars, ${silentBars} of them silent`)
    : plan.steps.map(({ name, seconds, caution }) => `${name}, ${seconds} s${caution ? `: ${caution}` : ''}`)
})
const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']
</script>

<template>
  <section class="one-drill">
    <h2>{{ sheet.name }}</h2>
    <p class="said">
      <span>{{ sheet.said.stage }}</span>
      <b>{{ sheet.said.minutes }}</b>
      <b v-if="sheet.score">{{ sheet.said.way }}</b>
    </p>
    <template v-if="layout">
      <SheetSystem
        v-for="system in layout.systems"
        :key="system.index"
        :system="system"
        :frame="layout.frame"
        :staff="engraved?.(system)"
        :selected="null"
        :focusable="null"
        still
        digits
      />
    </template>
    <p v-else>{{ lines.join(' · ') }}</p>
    <p v-if="sheet.said.cues.length > 0" class="cues">{{ sheet.said.cues.join(' ') }}</p>
    <p v-for="caution in sheet.said.cautions" :key="caution" class="cues"><b>Careful:</b> {{ caution }}</p>
    <p class="week">
      <span v-for="day in DAYS" :key="day">☐ {{ day }}</span>
      <span>tempo: ______</span>
      <span>felt: ____________</span>
    </p>
  </section>
</template>

<style scoped>
.one-drill {
  break-inside: avoid;
  border-top: 1px solid #999;
  margin-top: 10px;
  padding-top: 6px;
  font-size: 13px;
}
h2 {
  font-size: 16px;
}
.said {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 18px;
  margin-bottom: 4px;
}
.cues {
  margin-top: 3px;
}
.week {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  margin-top: 6px;
}
</style>
