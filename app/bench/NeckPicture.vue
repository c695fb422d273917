<script setup lang="ts">
/**
 * A small neck seen from the front, thick string at the foot, for left-handed students from the other side; marks show
 * fingers. Places can be picked where it is made for that.
 */
const props = defineProps<{
  strings: number
  fromFret: number
  frets: number
  marks: readonly {
    readonly string: number
    readonly fret: number
    readonly text?: string | undefined
    readonly hollow?: boolean
  }[]
  silent?: readonly number[]
  pickable?: boolean
  /** As wide as there is room, for many frets. */
  wide?: boolean
  label: string
}>()
const emit = defineEmits<{ pick: [place: { string: number; fret: number }] }>()
const GAP_X = 34
const GAP_Y = 17
const LEFT = 30
const TOP = 12
const width = computed(() => LEFT + props.frets * GAP_X + 12)
const height = computed(() => TOP + (props.strings - 1) * GAP_Y + 28)
const y = (string: number) => TOP + (string - 1) * GAP_Y
// A left-handed neck points the other way; numbers stay as they are.
const mirrored = useHandedness()
const across = (place: number) => (mirrored.value ? width.value - place : place)
const wire = (fret: number) => across(LEFT + (fret - props.fromFret) * GAP_X)
const x = (fret: number) => across(fret === 0 ? LEFT - 16 : LEFT + (fret - props.fromFret + 0.5) * GAP_X)
const shownFrets = computed(() => Array.from({ length: props.frets }, (_, i) => props.fromFret + i))
const places = computed(() =>
  Array.from({ length: props.strings }, (_, i) => i + 1).flatMap(string =>
    [0, ...shownFrets.value].map(fret => ({ string, fret })),
  ),
)
</script>

<template>
  <svg
    :viewBox="`0 0 ${width} ${height}`"
    class="w-full text-ink figures"
    :class="wide ? 'max-w-2xl' : 'max-w-72'"
    :role="pickable ? 'group' : 'img'"
    :aria-label="label"
  >
    <path
      :d="
        shownFrets
          .concat(fromFret + frets)
          .map(fret => `M${wire(fret)} ${TOP}V${y(strings)}`)
          .join('')
      "
      stroke="var(--edge)"
      stroke-width="1.2"
    />
    <path v-if="fromFret === 1" :d="`M${wire(fromFret)} ${TOP}V${y(strings)}`" stroke="var(--ink)" stroke-width="4" />
    <path
      :d="
        Array.from({ length: strings }, (_, i) => `M${wire(fromFret)} ${y(i + 1)}H${wire(fromFret + frets)}`).join('')
      "
      stroke="var(--soft)"
      stroke-width="1"
    />
    <text
      v-for="fret in shownFrets"
      :key="fret"
      :x="x(fret)"
      :y="height - 4"
      text-anchor="middle"
      font-size="12"
      fill="var(--soft)"
    >
      {{ fret }}
    </text>
    <text
      v-for="string in silent ?? []"
      :key="`x${string}`"
      :x="x(0)"
      :y="y(string) + 4"
      text-anchor="middle"
      font-size="13"
      fill="var(--soft)"
    >
      ×
    </text>
    <g v-for="(mark, i) in marks" :key="i">
      <rect
        v-if="mark.fret > 0"
        :x="x(mark.fret) - 9"
        :y="y(mark.string) - 8"
        width="18"
        height="16"
        rx="4"
        :fill="mark.hollow ? 'var(--card)' : 'var(--ink)'"
        stroke="var(--ink)"
        stroke-width="1.5"
      />
      <circle v-else :cx="x(0)" :cy="y(mark.string)" r="5" fill="none" stroke="var(--ink)" stroke-width="1.5" />
      <text
        v-if="mark.text && mark.fret > 0"
        :x="x(mark.fret)"
        :y="y(mark.string) + 4.5"
        text-anchor="middle"
        font-size="12"
        font-weight="700"
        :fill="mark.hollow ? 'var(--ink)' : 'var(--card)'"
      >
        {{ mark.text }}
      </text>
    </g>
    <template v-if="pickable">
      <rect
        v-for="place in places"
        :key="`${place.string}.${place.fret}`"
        :x="x(place.fret) - (place.fret === 0 ? 11 : GAP_X / 2)"
        :y="y(place.string) - GAP_Y / 2"
        :width="place.fret === 0 ? 22 : GAP_X"
        :height="GAP_Y"
        fill="transparent"
        role="button"
        tabindex="0"
        class="cursor-pointer hover:fill-wood/50"
        :aria-label="`string ${place.string}, ${place.fret === 0 ? 'open' : `fret ${place.fret}`}`"
        @click="emit('pick', place)"
        @keydown.enter.prevent="emit('pick', place)"
        @keydown.space.prevent="emit('pick', place)"
      />
    </template>
  </svg>
</template>
