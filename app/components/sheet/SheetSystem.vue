<script setup lang="ts">
import { noteInWords } from '#core/wording/note'
import type { PlacedNote, SheetFrame, System } from './sheet-layout'
import { QUIET_FILLED, QUIET_SHAPES, ribbonPath, SIGN_FILLED, SIGN_SHAPES, strokePath } from './sheet-paths'

/** One line of the sheet: count, strokes, tablature, finger lanes. */
const props = defineProps<{
  system: System
  frame: SheetFrame
  selected: number | null
  focusable: number | null
  still?: boolean
  /** Nothing on it can be picked: it is written on. */
  bare?: boolean
  range?: readonly [number, number] | null
  /** Small finger digits beside the frets. */
  digits?: boolean
  /** Notes that something beside the sheet points at, by key. */
  lit?: ReadonlySet<string> | null
}>()
const emit = defineEmits<{ pick: [index: number] }>()

const rows = computed(() => props.frame.rows)
const lines = computed(() => rows.value.strings.map(y => `M${props.frame.left} ${y}H${props.system.right}`).join(''))
const bars = computed(() =>
  [props.frame.left, ...props.system.barLines]
    .map(x => `M${x} ${rows.value.strings[0]}V${rows.value.strings.at(-1)}`)
    .join(''),
)
const laneLines = computed(() =>
  rows.value.lanes.map(y => `M${props.frame.left} ${y + 9}H${props.system.right}`).join(''),
)
const strokes = computed(() =>
  props.system.notes
    .flatMap(({ note, x }) =>
      note.pluck === 'D' || note.pluck === 'U' ? [strokePath(note.pluck, x, rows.value.pluck)] : [],
    )
    .join(''),
)
// Fingers that pluck together stand together, thumb first.
const fingersOfPlucking = computed(() => {
  const byPlace = new Map<number, string>()
  for (const { note, x } of props.system.notes)
    if (note.pluck !== null && note.pluck !== 'D' && note.pluck !== 'U')
      byPlace.set(x, (byPlace.get(x) ?? '') + note.pluck)
  return [...byPlace].map(([x, text]) => ({ x, text }))
})
const signPaths = (filled: boolean) =>
  props.system.signs
    .flatMap(({ x, y, kind }) =>
      kind !== 'tap' && SIGN_FILLED.includes(kind) === filled ? [SIGN_SHAPES[kind](x, y)] : [],
    )
    .join('')
const signsFilled = computed(() => signPaths(true))
const signsOutlined = computed(() => signPaths(false))
const taps = computed(() => props.system.signs.filter(({ kind }) => kind === 'tap'))
// To the left of its fret and a little above, as printed music has it; further out where the fret has two figures.
const fingered = computed(() => props.system.notes.filter(({ note }) => note.finger))
const besideOf = ({ note }: PlacedNote) => (note.fret > 9 ? 16 : 11)
const ribbons = computed(() => props.system.ribbons.map(ribbonPath).join(''))
const landings = computed(() =>
  props.system.ribbons
    .filter(ribbon => ribbon.lands)
    .map(({ x, y }) => `M${x} ${y - 1}h5v14h-5z`)
    .join(''),
)
const quietOf = (filled: boolean) =>
  props.system.quiet
    .filter(({ by }) => QUIET_FILLED.includes(by) === filled)
    .map(({ x, y, by }) => QUIET_SHAPES[by](x, y))
    .join('')
const quietFilled = computed(() => quietOf(true))
const quietOutlined = computed(() => quietOf(false))
const quietLines = computed(() => rows.value.quiet.map(y => `M${props.frame.left} ${y}H${props.system.right}`).join(''))
// Rows that seldom change are drawn anew only when they say something else.
const countRow = computed(() => props.system.counts.map(count => `${count.x} ${count.text}`).join())
const labelled = computed(() => props.system.ribbons.filter(ribbon => ribbon.label))
const picked = computed(() => props.system.notes.find(({ index }) => index === props.selected))
const litNotes = computed(() =>
  props.lit
    ? props.system.notes
        .filter(({ note }) => props.lit!.has(note.key))
        .map(({ x, y }) => `M${x - 11} ${y - 10}h22v20h-22z`)
        .join('')
    : '',
)
const hitTop = computed(() => rows.value.pluck - 12)
const hitHeight = computed(() => rows.value.strings.at(-1)! - rows.value.pluck + 22)
const wide = (placed: PlacedNote) => Math.max(20, Math.min(placed.width, 44))
const named = computed(() =>
  props.system.firstBar === props.system.lastBar
    ? `Bar ${props.system.firstBar}`
    : `Bars ${props.system.firstBar} to ${props.system.lastBar}`,
)
</script>

<template>
  <svg
    :viewBox="`0 0 ${frame.width} ${frame.height}`"
    :width="still ? undefined : frame.width"
    :height="still ? undefined : frame.height"
    class="sheet-system block text-ink"
    :class="still ? 'w-full h-auto' : ''"
    :role="still ? 'img' : 'group'"
    :aria-label="named"
  >
    <g aria-hidden="true">
      <text v-memo="[countRow]" class="count">
        <tspan
          v-for="(count, i) in system.counts"
          :key="i"
          :x="count.x"
          :y="rows.count"
          :class="count.beat ? 'beat' : undefined"
        >
          {{ count.text }}
        </tspan>
      </text>
      <text v-if="system.chords.length > 0" class="chord">
        <tspan v-for="(chord, i) in system.chords" :key="i" :x="chord.x - 6" :y="rows.chord">{{ chord.text }}</tspan>
      </text>
      <path :d="strokes" class="stroke" />
      <text
        v-for="finger in fingersOfPlucking"
        :key="`f${finger.x}`"
        :x="finger.x"
        :y="rows.pluck + 5"
        class="plucking"
        :class="{ several: finger.text.length > 1 }"
      >
        {{ finger.text }}
      </text>
      <path v-if="signsOutlined" :d="signsOutlined" class="sign" />
      <path v-if="signsFilled" :d="signsFilled" class="sign filled" />
      <text v-for="tap in taps" :key="`t${tap.x}`" :x="tap.x" :y="tap.y + 5" class="tap">T</text>
      <path :d="lines" class="string" />
      <path :d="bars" class="bar" />
      <text
        v-for="(name, i) in frame.stringNames"
        :key="`s${i}`"
        :x="frame.left - 9"
        :y="rows.strings[i]! + 4.5"
        class="string-name"
      >
        {{ name }}
      </text>
      <g v-for="(mark, i) in system.positions" :key="`p${i}`">
        <rect
          :x="mark.x - 8"
          :y="rows.position - 9"
          :width="mark.text.length * 8 + 10"
          height="17"
          rx="3"
          class="position-box"
        />
        <text :x="mark.x - 8 + (mark.text.length * 8 + 10) / 2" :y="rows.position + 4" class="position">
          {{ mark.text }}
        </text>
      </g>
      <path v-for="(arc, i) in system.slurs" :key="`a${i}`" :d="arc" class="slur" />
      <path v-for="(line, i) in system.slides" :key="`d${i}`" :d="line" class="slur" />
      <text
        v-for="(word, i) in system.words"
        :key="`w${i}`"
        :x="word.x - 4"
        :y="rows.strings.at(-1)! + 14"
        class="word"
      >
        {{ word.text }}
      </text>
      <template v-if="rows.lanes.length > 0">
        <path :d="laneLines" class="lane" />
        <text v-for="(y, i) in rows.lanes" :key="`l${i}`" :x="frame.left - 9" :y="y + 5" class="lane-name">
          {{ i < 4 ? i + 1 : 'tap' }}
        </text>
        <path :d="ribbons" class="ribbon" />
        <path :d="landings" class="landing" />
        <text class="ribbon-name">
          <tspan v-for="ribbon in labelled" :key="ribbon.key" :x="ribbon.x + 9" :y="ribbon.y + 10">
            {{ ribbon.label }}
          </tspan>
        </text>
      </template>
      <template v-if="rows.quiet.length > 0">
        <path :d="quietLines" class="lane" />
        <text
          v-for="(name, i) in frame.stringNames"
          :key="`q${i}`"
          :x="frame.left - 9"
          :y="rows.quiet[i]! + 3.5"
          class="quiet-name"
        >
          {{ name }}
        </text>
        <path :d="quietFilled" class="quiet filled" />
        <path :d="quietOutlined" class="quiet" />
      </template>
    </g>
    <template v-if="!still && !bare">
      <rect
        v-for="placed in system.notes"
        :key="placed.index"
        class="note"
        :class="range && placed.index >= range[0] && placed.index <= range[1] ? 'ranged' : undefined"
        role="button"
        :tabindex="placed.index === focusable ? 0 : -1"
        :data-note="placed.index"
        :aria-label="noteInWords(placed.note)"
        :aria-pressed="placed.index === selected"
        :x="placed.x - wide(placed) / 2"
        :y="hitTop"
        :width="wide(placed)"
        :height="hitHeight"
        @click="emit('pick', placed.index)"
      />
    </template>
    <g aria-hidden="true">
      <path v-if="litNotes" :d="litNotes" class="lit" />
      <rect v-if="picked" :x="picked.x - 11" :y="picked.y - 9.5" width="22" height="19" rx="4" class="picked-box" />
      <text class="silent">
        <tspan v-for="(hold, i) in system.silent" :key="i" :x="hold.x" :y="hold.y + 4.5">{{ hold.text }}</tspan>
      </text>
      <text v-if="digits" class="digit">
        <tspan v-for="placed in fingered" :key="placed.index" :x="placed.x - besideOf(placed)" :y="placed.y - 2">
          {{ placed.note.finger }}
        </tspan>
      </text>
      <text class="fret">
        <tspan
          v-for="placed in system.notes"
          :key="placed.index"
          :x="placed.x"
          :y="placed.y + 5.2"
          :class="placed.index === selected ? 'picked' : lit?.has(placed.note.key) ? 'over-lit' : undefined"
        >
          {{ placed.note.marks.includes('muted') ? '×' : placed.note.fret }}
        </tspan>
      </text>
    </g>
  </svg>
</template>

<style>
.sheet-system {
  font-family: var(--font-sans);
  font-variant-numeric: tabular-nums lining-nums;
  user-select: none;
}
.sheet-system text {
  text-anchor: middle;
  fill: var(--ink);
}
.sheet-system .count {
  font-size: 13px;
  fill: var(--soft);
}
.sheet-system .count .beat {
  font-weight: 700;
  font-size: 15px;
  fill: var(--ink);
}
.sheet-system .chord {
  font-family: var(--font-head);
  font-weight: 700;
  font-size: 15px;
  text-anchor: start;
}
.sheet-system .stroke {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}
.sheet-system .sign {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.6;
}
.sheet-system .sign.filled {
  fill: var(--ink);
  stroke: none;
}
.sheet-system .tap {
  font-size: 11.5px;
  font-weight: 700;
}
.sheet-system .plucking {
  font-size: 15px;
  font-style: italic;
  font-weight: 700;
}
.sheet-system .plucking.several {
  font-size: 12px;
  letter-spacing: -0.2px;
}
.sheet-system .string {
  fill: none;
  stroke: var(--edge);
  stroke-width: 1;
  opacity: 0.75;
}
.sheet-system .bar {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.4;
}
.sheet-system .string-name {
  font-size: 12px;
  fill: var(--soft);
  text-anchor: end;
}
.sheet-system .position-box {
  fill: var(--card);
  stroke: var(--action);
  stroke-width: 1.4;
}
.dark .sheet-system .position-box {
  stroke: var(--attention);
}
.sheet-system .position {
  font-family: var(--font-head);
  font-weight: 700;
  font-size: 12.5px;
  fill: var(--ink);
}
.sheet-system .slur {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}
.sheet-system .word {
  font-size: 10.5px;
  font-style: italic;
  text-anchor: start;
  fill: var(--soft);
}
.sheet-system .lane {
  fill: none;
  stroke: var(--line);
  stroke-width: 1;
}
.sheet-system .lane-name {
  font-size: 15px;
  font-weight: 700;
  text-anchor: end;
}
.sheet-system .ribbon {
  fill: var(--wood);
  stroke: var(--edge);
  stroke-width: 0.8;
}
.sheet-system .landing {
  fill: var(--ink);
}
.sheet-system .ribbon-name {
  font-size: 10.5px;
  text-anchor: start;
  fill: var(--ink);
}
.sheet-system .quiet {
  fill: var(--card);
  stroke: var(--soft);
  stroke-width: 1.1;
}
.sheet-system .quiet.filled {
  fill: var(--ink);
  stroke: none;
}
.sheet-system .quiet-name {
  font-size: 9.5px;
  fill: var(--soft);
  text-anchor: end;
}
.sheet-system .silent {
  font-size: 13px;
  text-anchor: middle;
  fill: var(--soft);
  paint-order: stroke;
  stroke: var(--card);
  stroke-width: 5px;
}
.sheet-system .digit {
  font-size: 10px;
  font-weight: 700;
  text-anchor: middle;
  fill: var(--soft);
  paint-order: stroke;
  stroke: var(--card);
  stroke-width: 3px;
}
.sheet-system .fret {
  font-size: 15.5px;
  font-weight: 700;
  paint-order: stroke;
  stroke: var(--card);
  stroke-width: 6px;
  stroke-linejoin: round;
  pointer-events: none;
}
.sheet-system .fret .over-lit {
  stroke: none;
}
.sheet-system .fret .picked {
  fill: var(--on-action);
  stroke: none;
}
.sheet-system .note {
  fill: transparent;
  cursor: pointer;
  outline: none;
}
.sheet-system .note:hover {
  fill: var(--wood);
  fill-opacity: 0.35;
}
.sheet-system .note.ranged {
  fill: var(--plan);
  fill-opacity: 0.22;
}
.sheet-system .note:focus-visible {
  stroke: var(--attention);
  stroke-width: 2.5;
}
.sheet-system .picked-box {
  fill: var(--action);
}
.sheet-system .lit {
  fill: var(--wood);
  stroke: var(--attention-ink);
  stroke-width: 1.6;
  pointer-events: none;
}
@media print {
  .sheet-system .fret .picked {
    fill: #000;
  }
  .sheet-system .picked-box,
  .sheet-system .lit {
    display: none;
  }
}
</style>
