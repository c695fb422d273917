<script setup lang="ts">
import { noteInWords } from '#core/score/explain-note'
import { strokePath, type PlacedNote, type SheetLayout, type System } from './sheet-layout'

/** One line of the sheet: count, strokes, tablature, finger lanes. */
const props = defineProps<{ system: System, layout: SheetLayout, selected: number | null, focusable: number | null, still?: boolean, range?: readonly [number, number] | null }>()
const emit = defineEmits<{ pick: [index: number] }>()

const rows = computed(() => props.layout.rows)
const lines = computed(() => rows.value.strings.map(y => `M${props.layout.left} ${y}H${props.system.right}`).join(''))
const bars = computed(() => [props.layout.left, ...props.system.barLines].map(x => `M${x} ${rows.value.strings[0]}V${rows.value.strings.at(-1)}`).join(''))
const laneLines = computed(() => rows.value.lanes.map(y => `M${props.layout.left} ${y + 9}H${props.system.right}`).join(''))
const strokes = computed(() => props.system.notes.flatMap(({ note, x }) => note.pluck === 'D' || note.pluck === 'U' ? [strokePath(note.pluck, x, rows.value.pluck)] : []).join(''))
// Fingers that pluck together stand together, thumb first.
const fingersOfPlucking = computed(() => {
  const byPlace = new Map<number, string>()
  for (const { note, x } of props.system.notes) if (note.pluck !== null && note.pluck !== 'D' && note.pluck !== 'U') byPlace.set(x, (byPlace.get(x) ?? '') + note.pluck)
  return [...byPlace].map(([x, text]) => ({ x, text }))
})
const accents = computed(() => props.system.notes.filter(({ note }) => note.marks.includes('accent')).map(({ x }) => `M${x - 5} ${rows.value.position - 13}L${x + 5} ${rows.value.position - 10}L${x - 5} ${rows.value.position - 7}`).join(''))
const wide = (placed: PlacedNote) => Math.max(20, Math.min(placed.width, 44))
const named = computed(() => props.system.firstBar === props.system.lastBar ? `Bar ${props.system.firstBar}` : `Bars ${props.system.firstBar} to ${props.system.lastBar}`)
</script>

<template>
  <svg
    :viewBox="`0 0 ${layout.width} ${layout.height}`"
    :width="still ? undefined : layout.width"
    :height="still ? undefined : layout.height"
    class="sheet-system block text-ink"
    :class="still ? 'w-full h-auto' : ''"
    :role="still ? 'img' : 'group'"
    :aria-label="named"
  >
    <g aria-hidden="true">
      <text
        v-for="(count, i) in system.counts"
        :key="i"
        :x="count.x"
        :y="rows.count"
        class="count"
        :class="{ beat: count.beat }"
      >{{ count.text }}</text>
      <path
        :d="strokes"
        class="stroke"
      />
      <text
        v-for="finger in fingersOfPlucking"
        :key="`f${finger.x}`"
        :x="finger.x"
        :y="rows.pluck + 5"
        class="plucking"
        :class="{ several: finger.text.length > 1 }"
      >{{ finger.text }}</text>
      <path
        v-if="accents"
        :d="accents"
        class="accent"
      />
      <path
        :d="lines"
        class="string"
      />
      <path
        :d="bars"
        class="bar"
      />
      <text
        v-for="(name, i) in layout.stringNames"
        :key="`s${i}`"
        :x="layout.left - 9"
        :y="rows.strings[i]! + 4.5"
        class="string-name"
      >{{ name }}</text>
      <g
        v-for="(mark, i) in system.positions"
        :key="`p${i}`"
      >
        <rect
          :x="mark.x - 8"
          :y="rows.position - 9"
          :width="mark.text.length * 8 + 10"
          height="17"
          rx="3"
          class="position-box"
        />
        <text
          :x="mark.x - 8 + (mark.text.length * 8 + 10) / 2"
          :y="rows.position + 4"
          class="position"
        >{{ mark.text }}</text>
      </g>
      <path
        v-for="(arc, i) in system.slurs"
        :key="`a${i}`"
        :d="arc"
        class="slur"
      />
      <template v-if="rows.lanes.length > 0">
        <path
          :d="laneLines"
          class="lane"
        />
        <text
          v-for="(y, i) in rows.lanes"
          :key="`l${i}`"
          :x="layout.left - 9"
          :y="y + 5"
          class="lane-name"
        >{{ i < 4 ? i + 1 : 'tap' }}</text>
        <g
          v-for="ribbon in system.ribbons"
          :key="ribbon.key"
        >
          <rect
            :x="ribbon.x"
            :y="ribbon.y"
            :width="ribbon.width"
            height="12"
            :rx="ribbon.lifts ? 3 : 0"
            class="ribbon"
          />
          <rect
            v-if="ribbon.lands"
            :x="ribbon.x"
            :y="ribbon.y - 1"
            width="5"
            height="14"
            class="landing"
          />
          <text
            v-if="ribbon.label"
            :x="ribbon.x + 9"
            :y="ribbon.y + 10"
            class="ribbon-name"
          >{{ ribbon.label }}</text>
        </g>
      </template>
    </g>
    <g
      v-for="placed in system.notes"
      :key="placed.note.key"
      class="note"
      :class="{ picked: placed.index === selected, ranged: range && placed.index >= range[0] && placed.index <= range[1] }"
      :role="still ? undefined : 'button'"
      :tabindex="still ? undefined : placed.index === focusable ? 0 : -1"
      :data-note="still ? undefined : placed.index"
      :aria-label="still ? undefined : noteInWords(placed.note)"
      :aria-pressed="still ? undefined : placed.index === selected"
      @click="emit('pick', placed.index)"
    >
      <rect
        v-if="!still"
        :x="placed.x - wide(placed) / 2"
        :y="rows.pluck - 12"
        :width="wide(placed)"
        :height="rows.strings.at(-1)! - rows.pluck + 22"
        class="hit"
      />
      <rect
        v-if="placed.index === selected"
        :x="placed.x - 11"
        :y="placed.y - 9.5"
        width="22"
        height="19"
        rx="4"
        class="picked-box"
      />
      <text
        :x="placed.x"
        :y="placed.y + 5.2"
        class="fret"
      >{{ placed.note.fret }}</text>
    </g>
  </svg>
</template>

<style>
.sheet-system { font-family: var(--font-sans); font-variant-numeric: tabular-nums lining-nums; user-select: none; }
.sheet-system text { text-anchor: middle; fill: var(--ink); }
.sheet-system .count { font-size: 13px; fill: var(--soft); }
.sheet-system .count.beat { font-weight: 700; font-size: 15px; fill: var(--ink); }
.sheet-system .stroke { fill: none; stroke: var(--ink); stroke-width: 2; }
.sheet-system .accent { fill: none; stroke: var(--ink); stroke-width: 1.6; }
.sheet-system .plucking { font-size: 15px; font-style: italic; font-weight: 700; }
.sheet-system .plucking.several { font-size: 12px; letter-spacing: -0.2px; }
.sheet-system .string { fill: none; stroke: var(--edge); stroke-width: 1; opacity: 0.75; }
.sheet-system .bar { fill: none; stroke: var(--ink); stroke-width: 1.4; }
.sheet-system .string-name { font-size: 12px; fill: var(--soft); text-anchor: end; }
.sheet-system .position-box { fill: var(--card); stroke: var(--action); stroke-width: 1.4; }
.dark .sheet-system .position-box { stroke: var(--attention); }
.sheet-system .position { font-family: var(--font-head); font-weight: 700; font-size: 12.5px; fill: var(--ink); }
.sheet-system .slur { fill: none; stroke: var(--ink); stroke-width: 1.5; }
.sheet-system .lane { fill: none; stroke: var(--line); stroke-width: 1; }
.sheet-system .lane-name { font-size: 15px; font-weight: 700; text-anchor: end; }
.sheet-system .ribbon { fill: var(--wood); stroke: var(--edge); stroke-width: 0.8; }
.sheet-system .landing { fill: var(--ink); }
.sheet-system .ribbon-name { font-size: 10.5px; text-anchor: start; fill: var(--ink); }
.sheet-system .fret { font-size: 15.5px; font-weight: 700; paint-order: stroke; stroke: var(--card); stroke-width: 6px; stroke-linejoin: round; }
.sheet-system .hit { fill: transparent; }
.sheet-system .note[role="button"] { cursor: pointer; outline: none; }
.sheet-system .note[role="button"]:hover .hit { fill: var(--wood); opacity: 0.35; }
.sheet-system .ranged .hit { fill: var(--plan); opacity: 0.22; }
.sheet-system .note:focus-visible .hit { stroke: var(--attention); stroke-width: 2.5; }
.sheet-system .picked-box { fill: var(--action); }
.sheet-system .picked .fret { fill: var(--on-action); stroke: none; }
@media print { .sheet-system .picked .fret { fill: #000; } .sheet-system .picked-box { display: none; } }
</style>
