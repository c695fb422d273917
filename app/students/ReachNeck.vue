<script setup lang="ts">
import { fretDistanceMm, romanPosition } from '#core/guitar/geometry'
import type { Instrument } from '#core/guitar/instrument'
import { playingFingers, type Hand } from '#core/hand/hand'
import { easeByPosition, guitarFit, USUAL_POSITION, type Ease, type PositionEase } from '#core/hand/reach'

/**
 * A neck to scale, each position shaded by how one finger per fret fits the hand; where fingers are spared, by how the
 * others fit, with a strip below for all four. For left-handed students it points the other way.
 */
const props = defineProps<{ hand: Hand; instrument: Instrument }>()
// Drawn at the width there is, so that figures stay readable on a phone.
const { width: room } = useElementSize(useTemplateRef('figure'))
const WIDTH = computed(() => Math.max(280, Math.round(room.value) || 640))
const NECK = 46
const TOP = 20
const STRIP = 10
const all = computed(() => easeByPosition(props.hand, props.instrument))
const fingers = computed(() => playingFingers(props.hand))
const spares = computed(() => fingers.value.length < 4)
const eases = computed(() => (spares.value ? easeByPosition(props.hand, props.instrument, fingers.value) : all.value))
const foot = computed(() => TOP + NECK + (spares.value ? STRIP + 4 : 0))
const end = computed(() => fretDistanceMm(props.instrument.scaleLengthMm, props.instrument.frets))
const across = (place: number) => (props.hand.leftHanded ? WIDTH.value - place : place)
const wire = (fret: number) =>
  across(8 + (fretDistanceMm(props.instrument.scaleLengthMm, fret) / end.value) * (WIDTH.value - 16))
const band = (position: number) => {
  const [a, b] = [wire(position - 1 + props.instrument.capo), wire(position + props.instrument.capo)]
  return { x: Math.min(a, b), width: Math.abs(b - a), middle: (a + b) / 2 }
}
const SHADES: Readonly<Record<Ease, string>> = {
  'comfortable': 'url(#ease-comfortable)',
  'possible': 'url(#ease-possible)',
  'out of reach': 'var(--card)',
}
const marked = (position: number) => [1, 3, 5, 7, 9, 12, 15].includes(position)
const fit = computed(() => guitarFit(props.hand, props.instrument))
function tell(of: readonly PositionEase[]) {
  const first = (ease: Ease) => of.find(each => each.ease === ease)?.position
  const [comfortable, possible] = [first('comfortable'), first('possible')]
  return [
    comfortable ? `comfortable from ${romanPosition(comfortable)}` : 'comfortable nowhere on this neck',
    possible && (!comfortable || possible < comfortable)
      ? `possible with a stretch from ${romanPosition(possible)}`
      : null,
    of[0]?.ease === 'out of reach' ? 'out of reach below' : null,
  ]
    .filter(text => text !== null)
    .join(', ')
}
const told = computed(() => {
  if (!spares.value) return `One finger per fret is ${tell(all.value)}.`
  const withAll = `With all four, one per fret, it is ${tell(all.value)}.`
  if (fingers.value.length === 0) return `No finger is left to play with. ${withAll}`
  if (fingers.value.length === 1) return `Only finger ${fingers.value[0]} is left: nothing is spanned. ${withAll}`
  return `Fingers ${fingers.value.join(' ')}, one per fret: ${tell(eases.value)}. ${withAll}`
})
const tooBig = computed(() => fit.value.tooBig && eases.value[USUAL_POSITION - 1]?.ease !== 'comfortable')
</script>

<template>
  <figure ref="figure">
    <svg :viewBox="`0 0 ${WIDTH} ${foot + 26}`" class="w-full figures" role="img" :aria-label="told">
      <defs>
        <pattern id="ease-comfortable" width="8" height="8" patternUnits="userSpaceOnUse">
          <rect width="8" height="8" fill="var(--plan)" />
        </pattern>
        <pattern id="ease-possible" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="7" height="7" fill="var(--card)" />
          <rect width="2.5" height="7" fill="var(--attention)" />
        </pattern>
      </defs>
      <rect
        :x="Math.min(wire(0), wire(instrument.frets))"
        :y="TOP"
        :width="WIDTH - 16"
        :height="NECK"
        fill="var(--rail)"
      />
      <rect
        v-for="each in eases"
        :key="each.position"
        :x="band(each.position).x"
        :y="TOP"
        :width="band(each.position).width"
        :height="NECK"
        :fill="SHADES[each.ease]"
      >
        <title>{{ romanPosition(each.position) }}: {{ each.spanMm.toFixed(0) }} mm, {{ each.ease }}</title>
      </rect>
      <template v-if="spares">
        <rect
          v-for="each in all"
          :key="`a${each.position}`"
          :x="band(each.position).x"
          :y="TOP + NECK + 4"
          :width="band(each.position).width"
          :height="STRIP"
          :fill="SHADES[each.ease]"
          stroke="var(--edge)"
          stroke-width="0.5"
        >
          <title>
            {{ romanPosition(each.position) }} with all four: {{ each.spanMm.toFixed(0) }} mm, {{ each.ease }}
          </title>
        </rect>
      </template>
      <path
        :d="Array.from({ length: instrument.frets + 1 }, (_, fret) => `M${wire(fret)} ${TOP}V${TOP + NECK}`).join('')"
        stroke="var(--edge)"
        stroke-width="1"
      />
      <path :d="`M${wire(0)} ${TOP - 2}V${TOP + NECK + 2}`" stroke="var(--ink)" stroke-width="5" />
      <path
        v-if="instrument.capo > 0"
        :d="`M${wire(instrument.capo)} ${TOP - 5}V${TOP + NECK + 5}`"
        stroke="var(--soft)"
        stroke-width="7"
      />
      <path
        :d="`M${wire(0)} ${TOP}H${wire(instrument.frets)}M${wire(0)} ${TOP + NECK}H${wire(instrument.frets)}`"
        stroke="var(--edge)"
        stroke-width="1.5"
      />
      <path
        :d="`M${wire(instrument.bodyFret)} ${TOP - 6}V${TOP + NECK + 6}`"
        stroke="var(--ink)"
        stroke-width="2"
        stroke-dasharray="4 3"
      />
      <text
        v-for="each in eases.filter(one => marked(one.position))"
        :key="`n${each.position}`"
        :x="band(each.position).middle"
        :y="foot + 18"
        text-anchor="middle"
        font-size="13"
        fill="var(--soft)"
      >
        {{ romanPosition(each.position) }}
      </text>
      <text
        :x="wire(instrument.bodyFret) + (hand.leftHanded ? 5 : -5)"
        :y="TOP - 7"
        :text-anchor="hand.leftHanded ? 'start' : 'end'"
        font-size="12"
        fill="var(--soft)"
      >
        body at {{ instrument.bodyFret }}
      </text>
    </svg>
    <figcaption class="text-soft">
      <span class="inline-flex items-center gap-1.5 mr-4"
        ><span class="inline-block size-4 bg-plan border border-edge" aria-hidden="true" />comfortable</span
      >
      <span class="inline-flex items-center gap-1.5 mr-4"
        ><span class="inline-block size-4 border border-edge possible" aria-hidden="true" />with a stretch</span
      >
      <span class="inline-flex items-center gap-1.5 mr-4"
        ><span class="inline-block size-4 bg-card border border-edge" aria-hidden="true" />out of reach</span
      >
      <span v-if="spares" class="inline-block">the strip below: with all four fingers</span>
      <span class="block mt-1">{{ told }}</span>
    </figcaption>
    <p v-if="tooBig" class="mt-1 border-l-4 border-attention pl-3">
      This guitar is large for the hand: to play comfortably in V, a reach of {{ Math.round(hand.reachMm) }} mm needs a
      scale of at most {{ Math.floor(fit.longestScaleMm) }} mm; this one has {{ Math.round(instrument.scaleLengthMm) }}.
    </p>
  </figure>
</template>

<style scoped>
.possible {
  background: repeating-linear-gradient(45deg, var(--attention) 0 2.5px, var(--card) 2.5px 7px);
}
</style>
