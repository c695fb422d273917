<script setup lang="ts">
import type { Score } from '#core/score/score'
import type { Spot, Stretch } from '#core/writing/edit'
import { layOut, xOf, type LaidOut, type SheetFrame, type SheetLayout, type System } from '#core/sheet/layout'

/** The sheet of a drill: wraps into systems of the measured width; notes are picked by mouse, touch or keys. */
const props = defineProps<{
  score: Score
  lanes: boolean
  quiet?: boolean
  /** A staff in standard notation above the strings, where this device shows one. */
  notation?: boolean
  /** Height there is to fill, px: the sheet grows as far as all of it stays in sight. */
  height?: number
  clock?: { readonly tick: Readonly<Ref<number | null>> }
  /** Notes that something beside the sheet points at, by key. */
  lit?: readonly string[] | null
  /** Where it is written on; places are then picked instead of notes, and keys belong to whoever writes. */
  writing?: Writing | undefined
}>()
const litNotes = computed(() => (props.lit ? new Set(props.lit) : null))
const selected = defineModel<number | null>('selected', { default: null })
/** First and last note of a marked stretch. */
const range = defineModel<readonly [number, number] | null>('range', { default: null })

const { digits, staffed } = useSheetRows()
const room = useTemplateRef('room')
const { width } = useElementSize(room)
/** How much larger than usual the sheet is drawn where it has the room, and how far it then grows. */
const ZOOMS = [2.4, 2.1, 1.85, 1.6, 1.4, 1.2]
const GAP = 12
/** Height of the keys under the sheet, px. */
const keysOf = ({ systems }: SheetLayout) =>
  (props.quiet ? 60 : 0) + (systems.some(({ signs }) => signs.length > 0) ? 32 : 0)
/** What was laid out last: lines of it in which nothing changed are taken over. */
let laidOut: LaidOut | undefined
const at = (zoom: number) =>
  layOut(
    props.score,
    {
      width: Math.floor(width.value / zoom),
      lanes: props.lanes,
      quiet: props.quiet,
      staff: props.notation && staffed.value,
      leastBars: props.writing?.leastBars.value,
    },
    laidOut,
  )
const fitting = computed(() => {
  if (width.value <= 120) return null
  const height = props.height ?? 0
  for (const zoom of height > 0 ? ZOOMS : []) {
    const layout = at(zoom)
    const needed = (layout.systems.length * (layout.frame.height + GAP) + keysOf(layout)) * zoom
    if (needed <= height && layout.frame.width <= width.value / zoom + 1) return { zoom, layout }
  }
  return { zoom: 1, layout: at(1) }
})
const layout = computed(() => fitting.value?.layout ?? null)
const zoom = computed(() => fitting.value?.zoom ?? 1)
const staves = useStaff(() => (layout.value ? { score: props.score, layout: layout.value } : null))

// Lines out of sight follow when there is time, so that a change of a long drill shows at once where the teacher looks.
const lines = useTemplateRef<HTMLElement[]>('line')
const outOfSight = new Set<Element>()
useIntersectionObserver(lines, entries => {
  for (const { target, isIntersecting } of entries) {
    if (isIntersecting) outOfSight.delete(target)
    else outOfSight.add(target)
  }
})
const drawn = shallowRef<SheetLayout | null>(null)
// The same object while it says the same, so that lines that did not change are not drawn again.
const frame = computed<SheetFrame | undefined>(before =>
  saysTheSame(before, drawn.value?.frame) ? before : drawn.value?.frame,
)
let waiting = 0
watch(
  layout,
  next => {
    cancelIdleCallback(waiting)
    laidOut = next ? { score: props.score, layout: next } : undefined
    const before = drawn.value
    const hidden = (lines.value ?? []).map(line => outOfSight.has(line))
    if (!next || !before || next.systems.length !== before.systems.length || !hidden.includes(true)) {
      drawn.value = next
      return
    }
    drawn.value = { ...next, systems: next.systems.map((system, i) => (hidden[i] ? before.systems[i]! : system)) }
    waiting = requestIdleCallback(
      () => {
        drawn.value = next
      },
      { timeout: 200 },
    )
  },
  { immediate: true },
)
onBeforeUnmount(() => cancelIdleCallback(waiting))
const focusable = computed(() =>
  selected.value !== null && selected.value < props.score.notes.length ? selected.value : 0,
)

watch(
  () => props.score,
  ({ notes }) => {
    if (selected.value !== null && selected.value >= notes.length) selected.value = null
  },
)

function pick(index: number) {
  selected.value = selected.value === index ? null : index
}

// Dragging over notes marks them; with the keyboard, Shift and the arrows do.
const indexAt = (target: EventTarget | null) => {
  const text = (target as Element | null)?.closest?.('[data-note]')?.getAttribute('data-note')
  return text === null || text === undefined ? null : Number(text)
}
let dragFrom: number | null = null
function mark(from: number, to: number) {
  range.value = from === to ? null : [Math.min(from, to), Math.max(from, to)]
}
/** The place of a writing sheet that is pointed at: a moment and a string. */
function spotAt(event: PointerEvent): Spot | null {
  const line = (event.target as Element).closest<HTMLElement>('.sheet-line')
  const { value: placed } = layout
  const system = line && placed?.systems[lines.value!.indexOf(line)]
  if (!placed || !system) return null
  const box = line.getBoundingClientRect()
  const x = (event.clientX - box.left) / zoom.value
  const y = (event.clientY - box.top) / zoom.value
  const { strings } = placed.frame.rows
  const string = strings.reduce((best, row, i) => (Math.abs(row - y) < Math.abs(strings[best]! - y) ? i : best), 0) + 1
  const at = system.from + (x - placed.frame.left - placed.inset) / placed.pxPerTick
  return { at: Math.max(system.from, Math.min(system.to, at)), string }
}
const edge = (system: System, at: number) => xOf(drawn.value!, system, at)
/** Where a marked stretch lies on a line of the sheet. */
function markedOn(system: System, { from, to }: Stretch) {
  const left = edge(system, Math.max(from, system.from))
  const right = Math.min(edge(system, Math.min(to, system.to)) - 12, system.right)
  const { strings } = frame.value!.rows
  return {
    left: `${left - 9}px`,
    width: `${right - left + 9}px`,
    top: `${strings[0]! - 12}px`,
    height: `${strings.at(-1)! - strings[0]! + 24}px`,
  }
}
const isHere = (system: System, at: number) => at >= system.from && at < system.to
const cursor = computed(() => props.writing?.cursor.value ?? null)
const stretch = computed<Stretch | null>(() => props.writing?.stretch.value ?? null)
watch(
  () => cursor.value?.at,
  async at => {
    if (at === undefined) return
    await nextTick()
    // After the frame: where things are is not asked for while they are being drawn.
    requestAnimationFrame(() =>
      room.value?.querySelector('[data-cursor]')?.closest('.sheet-line')?.scrollIntoView({ block: 'nearest' }),
    )
  },
  { flush: 'post' },
)

function onPointerDown(event: PointerEvent) {
  if (props.writing) {
    const spot = event.button === 0 ? spotAt(event) : null
    if (spot) props.writing.point(spot, event.shiftKey)
    return
  }
  dragFrom = event.button === 0 ? indexAt(event.target) : null
}
function onPointerMove(event: PointerEvent) {
  if (props.writing) {
    const spot = event.buttons === 1 && event.pointerType !== 'touch' ? spotAt(event) : null
    if (spot) props.writing.drag(spot)
    return
  }
  if (dragFrom === null || event.buttons === 0) return
  const to = indexAt(document.elementFromPoint(event.clientX, event.clientY))
  if (to !== null && to !== dragFrom) mark(dragFrom, to)
}
function onPointerUp() {
  dragFrom = null
}

async function goTo(index: number) {
  selected.value = Math.min(props.score.notes.length - 1, Math.max(0, index))
  await nextTick()
  room.value?.querySelector<SVGElement>(`[data-note="${selected.value}"]`)?.focus()
}

function onKey(event: KeyboardEvent) {
  // Keys on a sheet that is written on belong to whoever writes.
  if (props.writing) return
  const at = Number((event.target as Element).closest('[data-note]')?.getAttribute('data-note') ?? Number.NaN)
  if (Number.isNaN(at)) return
  if (event.shiftKey && (event.key === 'ArrowRight' || event.key === 'ArrowLeft')) {
    event.preventDefault()
    event.stopPropagation()
    const [from, to] = range.value ?? [at, at]
    const anchor = at === from ? to : from
    const next = Math.min(props.score.notes.length - 1, Math.max(0, at + (event.key === 'ArrowRight' ? 1 : -1)))
    mark(range.value ? anchor : at, next)
    void goTo(next)
    return
  }
  const moves: Record<string, () => void> = {
    'ArrowRight': () => goTo(at + 1),
    'ArrowLeft': () => goTo(at - 1),
    'Home': () => goTo(0),
    'End': () => goTo(props.score.notes.length - 1),
    'Enter': () => pick(at),
    ' ': () => pick(at),
    'Escape': () => {
      selected.value = null
    },
  }
  const move = moves[event.key]
  if (!move) return
  event.preventDefault()
  event.stopPropagation()
  move()
}

const playhead = computed(() => {
  const tick = props.clock?.tick.value
  if (tick === null || tick === undefined || !layout.value) return null
  const system = layout.value.systems.find(each => tick >= each.from && tick < each.to)
  if (!system) return null
  return { x: xOf(layout.value, system, tick), system: system.index }
})
</script>

<template>
  <div
    ref="room"
    class="relative min-w-0"
    :class="writing ? 'writing-sheet rounded-md' : ''"
    :role="writing ? 'application' : undefined"
    :tabindex="writing ? 0 : undefined"
    :aria-label="writing ? 'Own music: type frets with the figures, move with the arrows' : undefined"
    @keydown="onKey"
    @pointerdown="onPointerDown"
    @pointermove="onPointerMove"
    @pointerup="onPointerUp"
  >
    <div v-if="drawn && frame" :style="zoom === 1 ? undefined : { zoom }">
      <div
        v-for="system in drawn.systems"
        :key="system.index"
        ref="line"
        class="sheet-line relative not-first:mt-3"
        :style="{ containIntrinsicSize: `auto ${frame.height}px` }"
      >
        <SheetSystem
          :system="system"
          :frame="frame"
          :staff="frame.rows.staff === null ? undefined : staves[system.index]"
          :selected="
            selected !== null &&
            selected >= (system.notes[0]?.index ?? 0) &&
            selected <= (system.notes.at(-1)?.index ?? -1)
              ? selected
              : null
          "
          :focusable="
            focusable >= (system.notes[0]?.index ?? 0) && focusable <= (system.notes.at(-1)?.index ?? -1)
              ? focusable
              : null
          "
          :range="range"
          :digits="digits"
          :lit="litNotes"
          :bare="writing !== undefined"
          @pick="pick"
        />
        <template v-if="writing">
          <div
            v-if="stretch && stretch.from < system.to && stretch.to > system.from"
            class="absolute bg-plan/20 border-x-2 border-plan pointer-events-none"
            :style="markedOn(system, stretch)"
            aria-hidden="true"
          />
          <div
            v-if="cursor && isHere(system, cursor.at)"
            data-cursor
            class="writing-cursor absolute w-6 h-5 -ml-3 -mt-2.5 rounded-sm border-2 border-action pointer-events-none dark:border-attention"
            :style="{ left: `${edge(system, cursor.at)}px`, top: `${frame.rows.strings[cursor.string - 1]}px` }"
            aria-hidden="true"
          />
        </template>
        <div
          v-if="playhead?.system === system.index"
          class="absolute top-1 bottom-3 w-0 border-l-2 border-dashed border-action dark:border-attention pointer-events-none"
          :style="{ left: `${playhead.x}px` }"
          aria-hidden="true"
        />
      </div>
      <SignKey :systems="drawn.systems" />
      <QuietKey v-if="quiet" :marks="drawn.systems.flatMap(system => system.quiet)" />
    </div>
  </div>
</template>

<style scoped>
.writing-sheet {
  cursor: cell;
  touch-action: pan-y;
}
.writing-sheet:focus-visible {
  outline: 2px solid var(--attention);
  outline-offset: 6px;
}
.writing-sheet:not(:focus-within) .writing-cursor {
  opacity: 0.55;
}
.sheet-line {
  content-visibility: auto;
}
</style>
