<script setup lang="ts">
import { noteInWords } from '#core/wording/note'
import type { PlacedNote, SheetFrame, System } from '#core/sheet/layout'
import { besideFrets, fretOf, groundOf, type Shape } from '#core/sheet/picture'
import SheetShape from './SheetShape'

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
  /** What the staff of this line is drawn with, where it has one. */
  staff?: readonly Shape[]
  /** Small finger digits beside the frets. */
  digits?: boolean
  /** Notes that something beside the sheet points at, by key. */
  lit?: ReadonlySet<string> | null
}>()
const emit = defineEmits<{ pick: [index: number] }>()

const rows = computed(() => props.frame.rows)
/** The very shapes drawn before where they say the same, so that only what changed is drawn anew. */
const kept = (shapes: readonly Shape[], before: readonly Shape[] = []) =>
  shapes.map((shape, i) => (before[i] && saysTheSame(before[i], shape) ? before[i] : shape))
const ground = computed<readonly Shape[]>(before => kept(groundOf(props.system, props.frame), before))
const beside = computed<readonly Shape[]>(before => kept(besideFrets(props.system, props.digits ?? false), before))
const frets = computed(() => props.system.notes.map(placed => ({ placed, ...fretOf(placed) })))
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
      <SheetShape v-for="shape in staff" :key="shape.as" :shape="shape" />
      <SheetShape v-for="(shape, i) in ground" :key="`${shape.as}${i}`" :shape="shape" />
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
      <SheetShape v-for="(shape, i) in beside" :key="`${shape.as}${i}`" :shape="shape" />
      <text class="fret">
        <tspan
          v-for="{ placed, x, y, text } in frets"
          :key="placed.index"
          :x="x"
          :y="y"
          :class="placed.index === selected ? 'picked' : lit?.has(placed.note.key) ? 'over-lit' : undefined"
        >
          {{ text }}
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
.sheet-system .staff {
  fill: var(--ink);
}
.sheet-system .staff.line {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1;
}
.sheet-system .staff.bar {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.4;
}
.sheet-system .count {
  font-size: 13px;
  fill: var(--soft);
}
.sheet-system .count .strong {
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
