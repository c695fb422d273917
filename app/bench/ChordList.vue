<script setup lang="ts">
import { chordNames, chordShape, readFrets } from '#core/chords/chord'
import { fretsInWords } from '#core/chords/voicings'
import type { ChordEntry } from '#core/families/chord-fields'
import { shapesOf, type Settling } from '#core/families/chord-list'
import { instrumentOf, midiAt } from '#core/guitar/instrument'
import { SpecError } from '#core/schema/spec-error'

/**
 * The chords of a drill: typed in one line or picked whole, put in order, each with shapes to step through, its frets
 * typed or clicked on a small neck, and where the drill has one a pattern of its own.
 */
const props = defineProps<{ label: string; bench: Bench; ownPatterns?: boolean }>()
const chords = defineModel<readonly ChordEntry[]>({ required: true })
const kept = useKeptChords()
const { attempt, busy, refusal } = useAttempt()
const guitar = computed(() => instrumentOf(props.bench.spec.value!.instrument))
const open = ref(0)
/** The pattern that all chords share. */
const drillTokens = computed(
  () => (props.bench.get(`${props.bench.spec.value!.family}.tokens`) as string | undefined) ?? 'p:R i:3 m:2 a:1',
)

const settling = computed((): Settling => ({
  instrument: props.bench.spec.value!.instrument,
  before: chords.value,
  own: kept.shapes.value.map(({ name, chords: frets, fingers }) => ({ name, frets, ...(fingers && { fingers }) })),
  beatsPerBar: props.bench.spec.value!.rhythm.meter[0],
  barsPerChord: (props.bench.get(`${props.bench.spec.value!.family}.barsPerChord`) as number | undefined) ?? 1,
}))

const shapes = computed(() =>
  chords.value.map(chord => {
    try {
      return { shape: chordShape(chord, guitar.value, 'chord'), problem: '' }
    } catch (error) {
      if (error instanceof SpecError) return { shape: null, problem: error.message }
      throw error
    }
  }),
)
const here = computed(() => chords.value[open.value] ?? null)
const current = computed(() => shapes.value[open.value]?.shape ?? null)
const nameOf = (i: number) => chords.value[i]?.name ?? shapes.value[i]?.shape?.name ?? chords.value[i]?.frets ?? ''
const names = computed(() =>
  current.value
    ? chordNames(
        current.value.strings.map(({ string, fret }) => midiAt(guitar.value, string, fret)).sort((a, b) => a - b),
      )
    : [],
)
const fromFret = computed(() => {
  const fretted = current.value?.contacts.map(contact => contact.fret) ?? []
  return fretted.length > 0 && Math.max(...fretted) > 5 ? Math.min(...fretted) : 1
})
const silent = computed(() =>
  current.value
    ? Array.from({ length: guitar.value.tuning.length }, (_, i) => i + 1).filter(
        string => !current.value!.strings.some(each => each.string === string),
      )
    : [],
)

const list = useTemplateRef<HTMLElement>('list')
const { move, said } = useOrder(list, {
  items: () => chords.value.map((chord, i) => ({ chord, name: nameOf(i) })),
  keep: now => {
    chords.value = now.map(({ chord }) => chord)
  },
  name: each => each.name,
})

function change(i: number, chord: ChordEntry) {
  chords.value = chords.value.map((each, k) => (k === i ? chord : each))
}
const typeFrets = (i: number, frets: string) =>
  change(i, { ...chords.value[i]!, name: undefined, fingers: undefined, frets: frets.trim() })
function pick(place: { string: number; fret: number }) {
  const chord = here.value
  if (!chord) return
  const count = guitar.value.tuning.length
  let frets: (number | null)[]
  try {
    frets = [...readFrets(chord.frets, count, '')]
  } catch {
    frets = Array.from({ length: count }, () => null)
  }
  const index = count - place.string
  frets[index] = frets[index] === place.fret ? null : place.fret
  if (frets.every(fret => fret === null)) return
  change(open.value, { ...chord, name: undefined, fingers: undefined, frets: fretsInWords(frets) })
}
function drop(i: number) {
  chords.value = chords.value.filter((_, k) => k !== i)
  open.value = Math.max(0, Math.min(open.value, chords.value.length - 2))
}

/** Shapes of the open chord by its name, or by the name it sounds as. */
const called = computed(() => here.value?.name ?? names.value[0] ?? '')
const choices = computed(() => (called.value ? shapesOf(called.value, settling.value) : []))
const choice = computed(() => choices.value.findIndex(each => each.frets === here.value?.frets))
function step(by: 1 | -1) {
  const next = choices.value[(choice.value + by + choices.value.length) % choices.value.length]
  if (!next || !here.value) return
  const { fingers: _, ...chord } = here.value
  change(open.value, { ...chord, name: called.value, ...next })
}

const naming = ref<{ kind: 'progression' | 'shape'; chords: string; fingers: string | null; initial: string } | null>(
  null,
)
const keepLine = (line: string) => {
  naming.value = {
    kind: 'progression',
    chords: line,
    fingers: null,
    initial: chords.value
      .map((_, i) => nameOf(i))
      .join(' ')
      .slice(0, 80),
  }
}
const keepShape = () => {
  naming.value = {
    kind: 'shape',
    chords: here.value!.frets,
    fingers: here.value!.fingers ?? null,
    initial: called.value,
  }
}
async function keep(name: string) {
  const { kind, chords: line, fingers } = naming.value!
  if (await attempt(() => kept.keep({ kind, name, chords: line, fingers }))) naming.value = null
}
const isMine = computed(() =>
  kept.shapes.value.find(each => each.chords === here.value?.frets && each.name === called.value),
)
</script>

<template>
  <fieldset class="space-y-3">
    <legend class="text-sm font-bold text-soft mb-1">
      {{ label }}
    </legend>
    <ChordLine
      v-model="chords"
      :settling="settling"
      :kept="kept.progressions.value"
      @keep="keepLine"
      @put-away="kept.putAway"
    />
    <ol ref="list" class="space-y-1" aria-label="Chords in order">
      <MovableRow
        v-for="(chord, i) in chords"
        :key="`${i}.${chord.frets}`"
        :at="i"
        :count="chords.length"
        :out="`Remove ${nameOf(i)}`"
        :fixed="chords.length < 2"
        @move="move(i, $event)"
        @out="drop(i)"
      >
        <button
          type="button"
          class="rounded-md border min-h-9 min-w-12 px-2.5"
          :class="i === open ? 'bg-ink text-card border-ink font-bold' : 'border-transparent hover:border-edge'"
          :aria-pressed="i === open"
          @click="open = i"
        >
          {{ nameOf(i) }}
        </button>
      </MovableRow>
    </ol>
    <p class="sr-only" role="status">{{ said }}</p>
    <div v-if="here" class="rounded-md border border-line bg-card p-3 space-y-2">
      <div v-if="choices.length > 0" class="flex items-center gap-2">
        <BaseButton size="sm" :aria-label="`${called}: the shape before`" @click="step(-1)">‹</BaseButton>
        <p class="flex-1 text-center figures" role="status">
          {{ called }}: {{ choice < 0 ? 'a shape of its own' : `shape ${choice + 1} of ${choices.length}` }}
        </p>
        <BaseButton size="sm" :aria-label="`${called}: the next shape`" @click="step(1)">›</BaseButton>
      </div>
      <NeckPicture
        :label="`Neck of ${current?.name ?? 'the chord'}: pick places`"
        :strings="guitar.tuning.length"
        :from-fret="fromFret"
        :frets="5"
        :marks="
          (current?.strings ?? []).map(each => ({
            string: each.string,
            fret: each.fret,
            text: each.finger ? String(each.finger) : undefined,
          }))
        "
        :silent="silent"
        pickable
        @pick="pick"
      />
      <WrittenField
        label="Frets, thick string first"
        hint="x32010; with bars between above nine: x-10-12-12-11-10"
        :text="here.frets"
        @written="typeFrets(open, $event)"
      />
      <p v-if="shapes[open]?.problem" class="text-attention-ink" role="alert">
        {{ shapes[open]!.problem }}
      </p>
      <p v-else class="text-soft">
        {{ names.length > 0 ? `Sounds as ${names.slice(0, 3).join(' or ')}.` : 'No common name.' }}
      </p>
      <div class="flex flex-wrap gap-2">
        <BaseButton v-if="isMine" size="sm" @click="kept.putAway(isMine)"> Remove saved shape </BaseButton>
        <BaseButton v-else-if="current" size="sm" @click="keepShape"> Save this shape </BaseButton>
      </div>
      <BenchFold v-if="ownPatterns" label="Own pattern" :summary="here.tokens ?? 'that of the drill'">
        <PatternGrid
          v-if="here.tokens"
          label="Over this chord only"
          :meter="bench.spec.value!.rhythm.meter"
          :model-value="here.tokens"
          @update:model-value="change(open, { ...here, tokens: $event.trim() || undefined })"
        />
        <BaseButton v-if="here.tokens" size="sm" @click="change(open, { ...here, tokens: undefined })">
          From the drill
        </BaseButton>
        <BaseButton v-else size="sm" @click="change(open, { ...here, tokens: drillTokens })">
          Use its own pattern
        </BaseButton>
      </BenchFold>
    </div>
    <NameDialog
      :open="naming !== null"
      :title="naming?.kind === 'shape' ? 'Save this shape' : 'Save this progression'"
      action="Keep"
      :initial="naming?.initial ?? ''"
      :busy="busy"
      :error="refusal"
      @update:open="naming = null"
      @named="keep"
    />
  </fieldset>
</template>
