<script setup lang="ts">
import { tuningInWords } from '#core/wording/guitar'
import { familyNamed, familyUses } from '#core/families/registry'
import { instrumentOf } from '#core/guitar/instrument'
import { PRESETS } from '#core/guitar/presets'
import { isCompound, tempoInWords } from '#core/line/meter'
import type { Score } from '#core/score/score'
import { cueInWords, isAgreed } from '#core/wording/cue'
import { fingerMarks, lowestFret, NECK_FRETS, silentStrings } from '#core/sheet/chord-neck'
import type { HomeworkSaid } from '#shared/paper/homework-sheets'
import { chordsOnPaper, drillOnPaper } from '#core/sheet/paper'

/**
 * A drill on paper: the sheet with both hands, its chords, guitar and tempos, cues and boxes to log by hand. It goes on
 * over further pages where it would be too small to read.
 */
const props = defineProps<{
  score: Score
  name: string
  student?: string
  tempos: { start: number; target: number | null }
  /** Where it is given to practise: what it says of that. */
  practise?: HomeworkSaid
}>()
const { lanes, staffed, engrave } = useSheetRows()
const divides = computed(() => familyUses(familyNamed(props.score.spec.family), 'perBeat'))
const instrument = computed(() => instrumentOf(props.score.spec.instrument))
const chords = computed(() => chordsOnPaper(props.score))
const printed = computed(() => drillOnPaper(props.score, { lanes: lanes.value, staff: staffed.value }))
const engraved = computed(() => engrave.value?.(props.score, printed.value.layout))
const systems = (page: readonly number[]) => page.map(index => printed.value.layout.systems[index]!)
const cues = computed(
  () =>
    props.practise?.cues ??
    props.score.cues
      .filter(cue => cue.at === 0 && isAgreed(cue))
      .slice(0, 3)
      .map(cueInWords),
)
const LOG_ROWS = 6
const dotted = (tempo: number) => (isCompound(props.score.meter) ? ` (${tempoInWords(tempo, props.score.meter)})` : '')
</script>

<template>
  <div>
    <section v-for="(page, number) in printed.pages" :key="number" class="print-page">
      <header v-if="number === 0">
        <h1>{{ name }}</h1>
        <p>{{ score.purpose }}</p>
        <p v-if="practise" class="tempos">
          <span
            >Stage <b>{{ practise.stage }}</b></span
          >
          <span
            ><b>{{ practise.minutes }}</b></span
          >
          <span
            >Tempo: <b>{{ practise.way }}</b></span
          >
          <span v-if="divides">{{ score.spec.rhythm.perBeat }} to a beat</span>
          <span v-if="student"
            >For <b>{{ student }}</b></span
          >
        </p>
        <p v-else class="tempos">
          <span
            >Tempo <b>{{ tempos.start }}</b>{{ dotted(tempos.start) }}</span
          >
          <span v-if="tempos.target !== null"
            >Target <b>{{ tempos.target }}</b>{{ dotted(tempos.target) }}</span
          >
          <span v-if="divides">{{ score.spec.rhythm.perBeat }} to a beat</span>
          <span v-if="student"
            >For <b>{{ student }}</b></span
          >
        </p>
        <p class="guitar">
          {{ PRESETS[score.spec.instrument.preset].label }}, {{ tuningInWords(score.spec.instrument)
          }}{{ instrument.capo > 0 ? `, capo at ${instrument.capo}` : '' }}
        </p>
        <ul v-if="chords.length > 0" class="chords">
          <li v-for="(shape, i) in chords" :key="i">
            <b>{{ shape.name }}</b>
            <NeckPicture
              :label="shape.name"
              :strings="instrument.tuning.length"
              :from-fret="lowestFret(shape)"
              :frets="NECK_FRETS"
              :marks="
                fingerMarks(shape).map(mark => ({ ...mark, text: mark.finger ? String(mark.finger) : undefined }))
              "
              :silent="silentStrings(shape, instrument)"
            />
          </li>
        </ul>
      </header>
      <p v-else class="running">
        <span>{{ name }}</span><span>page {{ number + 1 }} of {{ printed.pages.length }}</span>
      </p>
      <SheetSystem
        v-for="system in systems(page)"
        :key="system.index"
        :system="system"
        :frame="printed.layout.frame"
        :staff="engraved?.(system)"
        :selected="null"
        :focusable="null"
        still
        digits
      />
      <SignKey v-if="page.length > 0" :systems="systems(page)" />
      <div v-if="number === printed.pages.length - 1" class="foot">
        <div>
          <h2>Watch for</h2>
          <ul>
            <li v-for="cue in cues" :key="cue">
              {{ cue }}
            </li>
          </ul>
          <p v-if="practise?.word">“{{ practise.word }}”</p>
          <p v-for="caution in practise?.cautions" :key="caution"><b>Careful:</b> {{ caution }}</p>
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
  </div>
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
.print-page:not(:last-child) {
  break-after: page;
}
.print-page > .sheet-system {
  break-inside: avoid;
  margin-bottom: 10px;
}
.print-page :deep(.sheet-system .digit) {
  font-size: 12.5px;
}
.running {
  display: flex;
  justify-content: space-between;
  font-size: 13px;
  border-bottom: 1px solid #999;
  padding-bottom: 4px;
  margin-bottom: 10px;
}
.guitar {
  font-size: 14px;
  margin-top: 4px;
}
.chords {
  display: grid;
  grid-template-columns: repeat(6, 1fr);
  gap: 4px 10px;
  margin-top: 8px;
  font-size: 15px;
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
