<script setup lang="ts">
import type { SharedControl } from '#core/families/family'
import { familyNamed, familyUses } from '#core/families/registry'
import { romanPosition } from '#core/guitar/geometry'
import { instrumentOf } from '#core/guitar/instrument'
import { comfortMm, handOf, reachOf } from '#core/hand/hand'
import type { Verdict } from '#core/score/judge'
import { lawsBroken } from '#core/fingering/model/costs'
import type { Score } from '#core/score/score'
import { comfortableFrom, notable } from '#core/score/spans'
import { RELIABLE_MM_PER_S } from '#core/score/travel'
import { noteTicks, ticksToMs } from '#core/line/ticks'
import type { HandInput } from '#core/schema/fields'
import { cueInWords, isAgreed } from '#core/wording/cue'
import {
  breachInWords,
  comparedInWords,
  effortInAWord,
  liftedInWords,
  QUICK_WAY,
  stretchInWords,
} from '#core/wording/fingering'
import { numbered } from '#core/wording/note'
import { capital } from '#core/wording/numbers'

/** What the drill amounts to, in figures: speed, reach, crossings, cautions. */
const props = defineProps<{ score: Score; hand?: HandInput; verdict: Verdict | null; busy: boolean }>()
const emit = defineEmits<{ show: [key: string]; take: [fingers: Readonly<Record<string, number>>] }>()
const hand = computed(() => handOf(props.hand))
// What only means something where the family has it: a position to move, string visits to realign with.
const uses = (control: SharedControl) => familyUses(familyNamed(props.score.spec.family), control)
const picked = computed(() => props.score.notes.some(note => note.pluck === 'D' || note.pluck === 'U'))
const report = computed(() => props.score.report)
const noteMs = computed(() =>
  Math.round(ticksToMs(Math.min(...props.score.notes.map(note => note.dur), noteTicks(1)), props.score.tempo)),
)
const passSeconds = computed(() => props.score.seconds / props.score.spec.times)
// Where a drill shifts, or stands where it is written, there is no position to move it to.
const lowest = computed(() =>
  uses('position') && props.score.shifts.length === 0
    ? comfortableFrom(props.score.holds, props.score.spec.position, {
        hand: hand.value,
        instrument: instrumentOf(props.score.spec.instrument),
      })
    : null,
)
const widest = computed(() => report.value.widest)
const comfort = computed(() => widest.value && comfortMm(hand.value, ...widest.value.fingers))
const wide = computed(() => widest.value !== null && widest.value.mm > comfort.value! + 1e-9)
const measured = computed(() => props.hand?.reachMm !== undefined)
const assumed = computed(
  () =>
    `its reach of ${Math.round(reachOf(props.hand ?? {}))} mm is assumed${props.hand?.assumedMm === undefined ? '' : ' from the age'}`,
)
const cautions = computed(() => props.verdict?.breaches ?? report.value.breaches)
const broken = computed(() => lawsBroken(props.verdict?.cost ?? 0))
const stretches = computed(() => notable(report.value.stretches))
const nameOf = computed(() => numbered(props.score.notes))
/** The first note at a tick, as it is called. */
const noteAt = (at: number) => {
  const note = props.score.notes.find(each => each.at >= at)
  return note ? capital(nameOf.value(note.key)) : 'At the end'
}
const others = computed(
  () =>
    props.verdict?.alternatives.filter(other =>
      props.score.notes.some(note => note.finger && other.fingers[note.key] !== note.finger),
    ) ?? [],
)
/** Where another fingering first differs, in words. */
function differs(other: Verdict['alternatives'][number]) {
  const i = props.score.notes.findIndex(note => note.finger && other.fingers[note.key] !== note.finger)
  return `from note ${i + 1}: ${props.score.notes
    .slice(i, i + 6)
    .map(note => other.fingers[note.key] ?? '·')
    .join(' ')}`
}
const seconds = (value: number) =>
  value < 60 ? `${value.toFixed(1)} s` : `${Math.floor(value / 60)} min ${Math.round(value % 60)} s`
</script>

<template>
  <section aria-label="Figures">
    <h2 class="text-lg mb-3">Figures</h2>
    <p class="figures">
      <span class="font-head font-bold text-4xl">{{ score.notesPerSecond.toFixed(1) }}</span>
      <span class="text-soft ml-2">notes a second</span>
    </p>
    <dl class="mt-3 figures">
      <div class="row">
        <dt>One note</dt>
        <dd>{{ noteMs }} ms</dd>
      </div>
      <div class="row">
        <dt>Widest span{{ widest ? `, ${widest.fingers.join('–')}` : '' }}</dt>
        <dd v-if="widest" :class="wide ? 'text-attention-ink' : ''">
          {{ widest.mm.toFixed(0) }} of {{ comfort!.toFixed(0) }} mm
        </dd>
        <dd v-else>none</dd>
      </div>
      <div v-if="lowest !== null" class="row">
        <dt>Comfortable from</dt>
        <dd>{{ romanPosition(lowest) }}</dd>
      </div>
      <div class="row">
        <dt>Notes</dt>
        <dd>{{ score.notes.length }} in {{ score.bars }} {{ score.bars === 1 ? 'bar' : 'bars' }}</dd>
      </div>
      <div class="row">
        <dt>One pass</dt>
        <dd>{{ seconds(passSeconds) }}</dd>
      </div>
      <div v-if="score.spec.times > 1" class="row">
        <dt>All {{ score.spec.times }} passes</dt>
        <dd>{{ seconds(score.seconds) }}</dd>
      </div>
      <div v-if="picked" class="row">
        <dt>Crossings outside</dt>
        <dd>{{ report.crossings.outside }}</dd>
      </div>
      <div v-if="picked" class="row">
        <dt>Crossings inside</dt>
        <dd>{{ report.crossings.inside }}</dd>
      </div>
      <div v-if="report.fingerCrossings > 0" class="row">
        <dt>Plucking fingers cross</dt>
        <dd>{{ report.fingerCrossings }} {{ report.fingerCrossings === 1 ? 'time' : 'times' }}</dd>
      </div>
      <div v-if="report.realignAfter !== null && uses('strings')" class="row">
        <dt>Strokes realign after</dt>
        <dd>{{ report.realignAfter }} {{ report.realignAfter === 1 ? 'note' : 'notes' }}</dd>
      </div>
      <div v-if="score.shifts.length > 0" class="row">
        <dt>Shifts</dt>
        <dd>{{ score.shifts.length }}</dd>
      </div>
    </dl>
    <p v-if="!measured" class="text-soft mt-1">Nobody has measured this hand: {{ assumed }}.</p>
    <template v-if="report.travel.length > 0">
      <h3 class="text-base mt-5 mb-1">Time to travel</h3>
      <ul class="figures">
        <li
          v-for="way in report.travel.slice(0, 4)"
          :key="way.at"
          :class="way.hasty ? 'border-l-4 border-attention pl-3' : ''"
        >
          {{ noteAt(way.at) }}: {{ Math.round(way.mm) }} mm in {{ Math.round(way.ms) }} ms{{
            way.hasty ? ', too fast' : ''
          }}
        </li>
      </ul>
      <p v-if="report.travel.some(way => way.hasty)" class="text-soft mt-1">
        “Too fast” means above {{ RELIABLE_MM_PER_S }} mm a second, our assumption of what a hand does reliably.
      </p>
    </template>
    <template v-if="cautions.length > 0">
      <h3 class="text-base mt-5 mb-1">Cautions</h3>
      <ul class="space-y-2">
        <li
          v-for="caution in cautions.slice(0, 6)"
          :key="caution.key + breachInWords(caution)"
          class="border-l-4 border-attention pl-3"
        >
          <button type="button" class="text-left hover:underline underline-offset-4" @click="emit('show', caution.key)">
            <span class="text-soft">{{ capital(nameOf(caution.key)) }}:</span> {{ breachInWords(caution, nameOf) }}
          </button>
        </li>
      </ul>
      <p v-if="cautions.length > 6" class="text-soft mt-1">and {{ cautions.length - 6 }} more</p>
      <p v-if="cautions.some(({ rule }) => rule === 'reach')" class="text-soft mt-2">
        Beyond this hand’s limit: use another position or other fingers. Pain means stop.
      </p>
    </template>
    <template v-if="stretches.length > 0 || report.liftedEarly > 0">
      <h3 class="text-base mt-5 mb-1">Stretches</h3>
      <ul class="space-y-1">
        <li v-for="stretch in stretches.slice(0, 4)" :key="stretchInWords(stretch)">
          <button type="button" class="text-left hover:underline underline-offset-4" @click="emit('show', stretch.key)">
            <span class="text-soft">{{ capital(nameOf(stretch.key)) }}:</span> {{ stretchInWords(stretch) }}
          </button>
        </li>
      </ul>
      <p v-if="stretches.length > 4" class="text-soft mt-1">and {{ stretches.length - 4 }} more</p>
      <p v-if="report.liftedEarly > 0" class="mt-1">
        {{ sentence(liftedInWords(report.liftedEarly)) }}
      </p>
      <p v-if="stretches.length > 0" class="text-soft mt-1">
        Within this hand’s range: two or three minutes, warmed up, never forced.
      </p>
    </template>
    <h3 class="text-base mt-5 mb-1">Fingering</h3>
    <p v-if="!verdict" class="text-soft">
      {{ busy ? 'Checking…' : 'Not judged.' }}
    </p>
    <template v-else>
      <p class="figures">
        <span class="font-head font-bold text-2xl">{{ capital(effortInAWord(verdict.cost, score.notes.length)) }}</span>
        <span class="text-soft ml-2">for this hand</span>
      </p>
      <p v-if="broken > 0">{{ broken === 1 ? 'One rule' : `${broken} rules` }} of the hand broken: see the cautions.</p>
      <p v-if="verdict.quick" class="mt-1 border-l-4 border-attention pl-3">
        {{ capital(QUICK_WAY) }}: playable, but there may be an easier way. Choose a shorter part to check them all.
      </p>
      <template v-if="others.length > 0">
        <p class="text-soft mt-1">Other ways:</p>
        <ul>
          <li v-for="other in others" :key="differs(other)">
            <button
              type="button"
              class="text-left min-h-9 figures hover:underline underline-offset-4"
              @click="emit('take', other.fingers)"
            >
              <b>{{ capital(comparedInWords(other.cost, verdict.cost)) }}:</b>
              {{ differs(other) }}
            </button>
          </li>
        </ul>
      </template>
    </template>
    <h3 class="text-base mt-5 mb-1">Watch for</h3>
    <ul class="list-disc pl-5 space-y-1">
      <li v-for="cue in score.cues.filter(each => each.at === 0 && isAgreed(each))" :key="cueInWords(cue)">
        {{ cueInWords(cue) }}
      </li>
    </ul>
  </section>
</template>

<style scoped>
.row {
  display: flex;
  justify-content: space-between;
  gap: 1rem;
  padding: 0.4rem 0;
  border-bottom: 1px dotted var(--line);
}
.row dt {
  color: var(--soft);
}
.row dd {
  white-space: nowrap;
  font-weight: 700;
  text-align: right;
}
</style>
