<script setup lang="ts">
import { isCompound, tempoInWords } from '#core/line/meter'
import type { Score } from '#core/score/score'
import { cueInWords } from '#core/wording/cue'
import { layOut, type SheetLayout } from './sheet-layout'

/** One printed page of a drill: the sheet with both hands, tempos, cues and boxes to log by hand. */
const props = defineProps<{
  score: Score
  name: string
  student?: string
  tempos: { start: number; target: number | null }
}>()

// Figures at the page width of A4 and Letter alike, in px at 96 to the inch.
const PAGE_WIDTH = 690
const ROOM_FOR_SHEET = 560

/** The widest drawing that still fits the page once it is shrunk to its width; without lanes when it is very long. */
function fit(score: Score): SheetLayout {
  for (let width = PAGE_WIDTH; width < 4000; width = Math.round(width * 1.08)) {
    const layout = layOut(score, { width, lanes: width < 1700 })
    if (layout.systems.length * layout.frame.height * (PAGE_WIDTH / width) <= ROOM_FOR_SHEET) return layout
  }
  return layOut(score, { width: 4000, lanes: false })
}
const layout = computed(() => fit(props.score))
const cues = computed(() => props.score.cues.filter(cue => cue.at === 0).slice(0, 3))
const LOG_ROWS = 6
const dotted = (tempo: number) => (isCompound(props.score.meter) ? ` (${tempoInWords(tempo, props.score.meter)})` : '')
</script>

<template>
  <section class="print-page">
    <header>
      <h1>{{ name }}</h1>
      <p>{{ score.purpose }}</p>
      <p class="tempos">
        <span
          >Tempo <b>{{ tempos.start }}</b>{{ dotted(tempos.start) }}</span
        >
        <span v-if="tempos.target !== null"
          >Target <b>{{ tempos.target }}</b>{{ dotted(tempos.target) }}</span
        >
        <span>{{ score.spec.rhythm.perBeat }} to a beat</span>
        <span v-if="student"
          >For <b>{{ student }}</b></span
        >
      </p>
    </header>
    <SheetSystem
      v-for="system in layout.systems"
      :key="system.index"
      :system="system"
      :frame="layout.frame"
      :selected="null"
      :focusable="null"
      still
      digits
    />
    <div class="foot">
      <div>
        <h2>Watch for</h2>
        <ul>
          <li v-for="cue in cues" :key="cueInWords(cue)">
            {{ cueInWords(cue) }}
          </li>
        </ul>
        <p><b>Pain is not normal: stop at once and tell your teacher.</b></p>
      </div>
      <table>
        <thead>
          <tr>
            <th>Day</th>
            <th>Minutes</th>
            <th>Tempo</th>
            <th>Clean passes</th>
            <th>Felt</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in LOG_ROWS" :key="row">
            <td />
            <td />
            <td />
            <td>☐ ☐ ☐ ☐ ☐</td>
            <td />
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
.print-page {
  width: 690px;
  margin: 0 auto;
  color: #000;
}
header {
  margin-bottom: 8px;
}
h1 {
  font-size: 22px;
}
.tempos {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 22px;
  font-size: 15px;
  margin-top: 4px;
  border-top: 1px solid #999;
  border-bottom: 1px solid #999;
  padding: 4px 0;
}
.foot {
  display: grid;
  grid-template-columns: 2fr 3fr;
  gap: 20px;
  margin-top: 8px;
  font-size: 13px;
  break-inside: avoid;
}
.foot h2 {
  font-size: 14px;
}
.foot ul {
  list-style: disc;
  padding-left: 16px;
  margin-bottom: 6px;
}
table {
  border-collapse: collapse;
  width: 100%;
}
th,
td {
  border: 1px solid #888;
  padding: 3px 6px;
  height: 24px;
  text-align: left;
  font-size: 12px;
}
td {
  letter-spacing: 2px;
}
</style>
