<script setup lang="ts">
import {
  addStep,
  dropStep,
  fingerAt,
  pressVoice,
  setFinger,
  setLength,
  stepsByBar,
  VOICES,
  type PlacedStep,
} from '#core/chords/pattern-steps'
import { LENGTH_TICKS, lengthWord, readTokens, writeTokens, type Role, type Token } from '#core/chords/roles'
import { THUMB_PATTERNS } from '#core/families/pattern'
import type { Stroke } from '#core/line/line'
import { TICKS_PER_QUARTER } from '#core/line/ticks'
import { SpecError } from '#core/schema/spec-error'

/**
 * A plucking pattern as it lies on the strings: fingers on the lines of its voices, step by step, a bar at a time; by
 * mouse, touch and keys. What is typed beside it says the same.
 */
const props = defineProps<{ label: string; meter: readonly [number, number] }>()
const tokens = defineModel<string>({ required: true })

const read = computed((): readonly Token[] | null => {
  try {
    return readTokens(tokens.value, 'pattern')
  } catch (error) {
    if (error instanceof SpecError) return null
    throw error
  }
})
const NAMES: Readonly<Record<Role, string>> = {
  1: '1 top',
  2: '2',
  3: '3',
  4: '4',
  B: 'bass B',
  A: 'bass A',
  R: 'root',
  L: 'bass line',
}
// The line of a bass of its own is there only where it is used.
const voices = computed(() =>
  VOICES.filter(role => role !== 'L' || read.value?.some(step => step.notes.some(note => note.role === 'L'))),
)
const bars = computed(() => (read.value ? stepsByBar(read.value, props.meter) : []))
const page = ref(0)
const shown = computed(() => Math.min(page.value, Math.max(0, bars.value.length - 1)))
/** A line holds so many steps; a fuller bar goes on in the next line. */
const LINE = 8
const lines = computed(() => {
  const bar = bars.value[shown.value] ?? []
  return Array.from({ length: Math.ceil(bar.length / LINE) }, (_, i) => bar.slice(i * LINE, (i + 1) * LINE))
})
const write = (steps: readonly Token[]) => {
  tokens.value = writeTokens(steps)
}

/** The cell that keys act on. */
const at = ref({ step: 0, voice: 0 })
const here = computed(() => Math.min(at.value.step, (read.value?.length ?? 1) - 1))
const role = computed(() => voices.value[Math.min(at.value.voice, voices.value.length - 1)]!)
const step = computed(() => read.value?.[here.value] ?? null)
const grid = useTemplateRef<HTMLElement>('grid')
async function go(nextStep: number, voice: number) {
  const steps = read.value!
  at.value = {
    step: Math.max(0, Math.min(steps.length - 1, nextStep)),
    voice: Math.max(0, Math.min(voices.value.length - 1, voice)),
  }
  page.value = Math.max(
    0,
    bars.value.findIndex(bar => bar.some(each => each.index === at.value.step)),
  )
  await nextTick()
  grid.value?.querySelector<SVGElement>('[tabindex="0"]')?.focus()
}
function press(index: number, voice: number) {
  at.value = { step: index, voice }
  write(pressVoice(read.value!, index, voices.value[voice]!))
}
const lengthen = (letter: string) => write(setLength(read.value!, here.value, LENGTH_TICKS[letter]!))
const dotted = computed(() => lengthWord(step.value?.ticks ?? 0)?.endsWith('.') ?? false)
const dot = () => {
  const { ticks } = step.value!
  write(setLength(read.value!, here.value, dotted.value ? (ticks * 2) / 3 : Math.round(ticks * 1.5)))
}
const tie = (letter: string) => write(setLength(read.value!, here.value, step.value!.ticks + LENGTH_TICKS[letter]!))
function add() {
  write(addStep(read.value!, here.value))
  void go(here.value + 1, at.value.voice)
}
function drop() {
  write(dropStep(read.value!, here.value))
  void go(here.value, at.value.voice)
}
function onKey(event: KeyboardEvent) {
  if (!read.value || event.ctrlKey || event.metaKey || event.altKey) return
  const { voice } = at.value
  const set = (finger: Stroke | null) => write(setFinger(read.value!, here.value, role.value, finger))
  const keys: Readonly<Record<string, () => void>> = {
    'ArrowRight': () => void go(here.value + 1, voice),
    'ArrowLeft': () => void go(here.value - 1, voice),
    'ArrowUp': () => void go(here.value, voice - 1),
    'ArrowDown': () => void go(here.value, voice + 1),
    'Enter': () => press(here.value, voice),
    ' ': () => press(here.value, voice),
    'Delete': () => set(null),
    'Insert': add,
    'Backspace': drop,
    '.': dot,
    ...Object.fromEntries((['p', 'i', 'm', 'a', 'c'] as const).map(finger => [finger, () => set(finger)])),
    ...Object.fromEntries(Object.keys(LENGTH_TICKS).map(letter => [letter, () => lengthen(letter)])),
  }
  const run = keys[event.key]
  if (!run) return
  event.preventDefault()
  event.stopPropagation()
  run()
}

const LEFT = 52
const CELL = 26
const GAP = 19
const TOP = 22
const x = (i: number) => LEFT + i * CELL + CELL / 2
const y = (voice: number) => TOP + voice * GAP + 8
const height = computed(() => TOP + voices.value.length * GAP + 20)
const count = ({ at: tick }: PlacedStep) => {
  const beat = tick % TICKS_PER_QUARTER
  return beat === 0 ? String(tick / TICKS_PER_QUARTER + 1) : beat === TICKS_PER_QUARTER / 2 ? '&' : '·'
}
const spoken = ({ index }: PlacedStep, voice: number) =>
  `step ${index + 1}, ${NAMES[voices.value[voice]!]}: ${fingerAt(read.value!, index, voices.value[voice]!) ?? 'nothing'}`
</script>

<template>
  <fieldset class="space-y-2">
    <legend class="text-sm font-bold text-soft mb-1">
      {{ label }}
    </legend>
    <template v-if="read">
      <div v-if="bars.length > 1" class="flex items-center gap-2">
        <BaseButton size="sm" :disabled="shown === 0" aria-label="The bar before" @click="page = shown - 1"
          >‹</BaseButton
        >
        <p class="figures" role="status">Bar {{ shown + 1 }} of {{ bars.length }}</p>
        <BaseButton size="sm" :disabled="shown === bars.length - 1" aria-label="The next bar" @click="page = shown + 1"
          >›</BaseButton
        >
      </div>
      <div ref="grid" role="group" :aria-label="`${label}: arrows move, p i m a c set a finger`" @keydown="onKey">
        <svg
          v-for="(line, l) in lines"
          :key="l"
          :viewBox="`0 0 ${LEFT + LINE * CELL} ${height}`"
          class="pattern w-full max-w-80 figures"
        >
          <g aria-hidden="true">
            <text v-for="(name, v) in voices" :key="name" :x="LEFT - 8" :y="y(v) + 4" text-anchor="end" class="voice">
              {{ NAMES[name] }}
            </text>
            <path
              :d="voices.map((_, v) => `M${LEFT} ${y(v)}H${LEFT + line.length * CELL}`).join('')"
              stroke="var(--edge)"
            />
            <path :d="`M${LEFT} ${y(0)}V${y(voices.length - 1)}`" stroke="var(--ink)" stroke-width="1.4" />
            <text v-for="(each, i) in line" :key="`c${each.index}`" :x="x(i)" :y="14" class="counted">
              {{ count(each) }}
            </text>
            <rect
              v-for="(each, i) in line.filter(({ index }) => index === here)"
              :key="`h${i}`"
              :x="x(line.indexOf(each)) - CELL / 2 + 1"
              :y="y(0) - 11"
              :width="CELL - 2"
              :height="(voices.length - 1) * GAP + 22"
              rx="4"
              fill="var(--wood)"
              fill-opacity="0.4"
            />
            <text v-for="(each, i) in line" :key="`l${each.index}`" :x="x(i)" :y="height - 6" class="length">
              {{ each.step.notes.length === 0 ? `(${lengthWord(each.step.ticks)})` : lengthWord(each.step.ticks) }}
            </text>
          </g>
          <template v-for="(each, i) in line" :key="each.index">
            <g v-for="(voice, v) in voices" :key="voice">
              <text v-if="fingerAt(read, each.index, voice)" :x="x(i)" :y="y(v) + 5" class="finger" aria-hidden="true">
                {{ fingerAt(read, each.index, voice) }}
              </text>
              <rect
                :x="x(i) - CELL / 2"
                :y="y(v) - GAP / 2"
                :width="CELL"
                :height="GAP"
                rx="4"
                class="cell"
                role="button"
                :tabindex="each.index === here && voice === role ? 0 : -1"
                :aria-label="spoken(each, v)"
                @click="press(each.index, v)"
              />
            </g>
          </template>
        </svg>
      </div>
      <div class="flex flex-wrap gap-1" role="group" :aria-label="`Length of step ${here + 1}`">
        <button
          v-for="letter in ['h', 'q', 'e', 's', 't']"
          :key="letter"
          type="button"
          class="rounded-md border min-h-9 min-w-9 px-1.5"
          :class="
            step?.ticks === LENGTH_TICKS[letter]!
              ? 'bg-ink text-card border-ink'
              : 'bg-card border-line hover:border-edge'
          "
          :aria-pressed="step?.ticks === LENGTH_TICKS[letter]!"
          :aria-label="{ h: 'half', q: 'quarter', e: 'eighth', s: 'sixteenth', t: 'eighth of a triplet' }[letter]"
          @click="lengthen(letter)"
        >
          {{ letter }}
        </button>
        <button
          type="button"
          class="rounded-md border min-h-9 px-2"
          :class="dotted ? 'bg-ink text-card border-ink' : 'bg-card border-line hover:border-edge'"
          :aria-pressed="dotted"
          @click="dot"
        >
          dotted
        </button>
        <button
          type="button"
          class="rounded-md border min-h-9 px-2 bg-card border-line hover:border-edge"
          @click="tie('e')"
        >
          tie an eighth on
        </button>
      </div>
      <div class="flex gap-2">
        <BaseButton size="sm" @click="add"> Add a step </BaseButton>
        <BaseButton size="sm" :disabled="read.length < 2" @click="drop"> Remove step {{ here + 1 }} </BaseButton>
      </div>
    </template>
    <WrittenField
      label="Typed"
      hint="finger:role, + for at once, r rest, /q quarter, /s sixteenth, /q. dotted, /q~e tied"
      :text="tokens"
      @written="tokens = $event"
    />
    <details>
      <summary class="text-soft underline underline-offset-4 min-h-9 content-center">Over an alternating thumb</summary>
      <div class="flex flex-wrap gap-1.5 mt-1">
        <button
          v-for="entry in THUMB_PATTERNS"
          :key="entry.label"
          type="button"
          class="rounded-md border min-h-9 px-2.5"
          :class="
            entry.tokens === tokens ? 'bg-ink text-card border-ink font-bold' : 'bg-card border-line hover:border-edge'
          "
          @click="tokens = entry.tokens"
        >
          {{ entry.label }}
        </button>
      </div>
    </details>
  </fieldset>
</template>

<style scoped>
.pattern .voice {
  font-size: 11px;
  fill: var(--soft);
}
.pattern .counted,
.pattern .length {
  font-size: 11px;
  text-anchor: middle;
  fill: var(--soft);
}
.pattern .finger {
  font-size: 16px;
  font-style: italic;
  font-weight: 700;
  text-anchor: middle;
  fill: var(--ink);
  paint-order: stroke;
  stroke: var(--card);
  stroke-width: 5px;
  stroke-linejoin: round;
}
.pattern .cell {
  fill: transparent;
  cursor: pointer;
  outline: none;
}
.pattern .cell:hover {
  fill: var(--wood);
  fill-opacity: 0.5;
}
.pattern .cell:focus-visible {
  stroke: var(--attention);
  stroke-width: 2;
}
</style>
