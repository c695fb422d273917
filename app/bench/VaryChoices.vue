<script setup lang="ts">
import { romanPosition } from '#core/guitar/geometry'
import type { Transform } from '#core/schema/fields'
import { realise } from '#core/score/realise'
import { transformsInWords } from '#core/transforms/registry'

/** Variations of the drill: added by a press, taken back by another; looked through only while they are in sight. */
const props = defineProps<{ bench: Bench; moves: boolean; divides: boolean }>()
const PLAIN: readonly { readonly label: string; readonly transform: Transform }[] = [
  { label: 'Reverse', transform: { do: 'reverse' } },
  { label: 'Mirror', transform: { do: 'mirror' } },
  { label: 'Start on note 2', transform: { do: 'rotate', n: 2 } },
  { label: 'Turn the strokes', transform: { do: 'strokes', by: 1 } },
  { label: 'Accent every third', transform: { do: 'accents', every: 3, from: 1 } },
  { label: 'A string thinner', transform: { do: 'string-set', by: -1 } },
  { label: 'A string thicker', transform: { do: 'string-set', by: 1 } },
]

/** Variations that need a figure first. */
interface Figured {
  readonly label: string
  readonly action: string
  readonly max: number
  readonly value: Ref<number>
  readonly make: (n: number) => Transform
  readonly show?: (n: number) => string
  readonly unit?: string
}
const figured = computed((): readonly Figured[] => [
  { label: 'Start on another note', action: 'Start there', max: 96, value: startOn, make: n => ({ do: 'rotate', n }) },
  ...(props.moves
    ? [
        {
          label: 'Another position',
          action: 'Move',
          max: 24,
          value: moveTo,
          make: (to: number): Transform => ({ do: 'position', to }),
          show: romanPosition,
        },
      ]
    : []),
  ...(props.divides
    ? [
        {
          label: 'Another division',
          action: 'Divide',
          max: 8,
          value: toBeat,
          make: (n: number): Transform => ({ do: 'perBeat', n }),
          unit: 'a beat',
        },
      ]
    : []),
])
const startOn = ref(3)
const moveTo = ref(7)
const toBeat = ref(3)

const then = useField<readonly Transform[]>(props.bench, 'then')
/** Why each variation cannot be played on this drill; looked at when the drill has settled, for it takes a while. */
const impossible = shallowRef<ReadonlyMap<string, string>>(new Map())
watchDebounced(
  props.bench.raw,
  raw => {
    const tried = PLAIN.map(({ label, transform }) => ({
      label,
      result: realise({ ...raw, then: [...then.value, transform], fingering: { rule: 'one-per-fret' } }),
    }))
    impossible.value = new Map(
      tried.flatMap(({ label, result }) => (result.ok ? [] : [[label, result.error.message] as const])),
    )
  },
  { debounce: 250, immediate: true },
)
const add = (transform: Transform) => {
  then.value = [...then.value, transform]
}
const drop = (place: number) => {
  then.value = then.value.filter((_, i) => i !== place)
}
</script>

<template>
  <div>
    <div class="flex flex-wrap gap-1.5">
      <button
        v-for="choice in PLAIN"
        :key="choice.label"
        type="button"
        class="rounded-md border border-line bg-card min-h-9 px-2.5 hover:border-edge disabled:opacity-55 disabled:cursor-not-allowed"
        :disabled="impossible.has(choice.label)"
        :title="impossible.get(choice.label)"
        :aria-describedby="impossible.has(choice.label) ? 'vary-impossible' : undefined"
        @click="add(choice.transform)"
      >
        {{ choice.label }}
      </button>
    </div>
    <ul v-if="impossible.size > 0" id="vary-impossible" class="text-soft text-sm mt-1">
      <li v-for="[label, why] in impossible" :key="label">{{ label }}: {{ why }}.</li>
    </ul>
    <div class="mt-2 space-y-2">
      <div v-for="each in figured" :key="each.label" class="flex items-end gap-2">
        <BaseStepper
          v-model="each.value.value"
          class="flex-1"
          :label="each.label"
          :min="1"
          :max="each.max"
          :show="each.show"
          :unit="each.unit"
        />
        <BaseButton @click="add(each.make(each.value.value))">
          {{ each.action }}
        </BaseButton>
      </div>
    </div>
    <ol v-if="then.length > 0" class="mt-2 flex flex-wrap gap-1.5" aria-label="Variations in effect">
      <li v-for="(transform, i) in then" :key="i">
        <button
          type="button"
          class="rounded-md border border-ink bg-ink text-card min-h-9 px-2.5"
          :aria-label="`Remove: ${transformsInWords([transform]).join()}`"
          @click="drop(i)"
        >
          {{ transformsInWords([transform]).join() }} ×
        </button>
      </li>
    </ol>
  </div>
</template>
