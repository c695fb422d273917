<script setup lang="ts">
import type { ChoiceValue, Control } from '#core/families/family'
import type { ChordEntry } from '#core/families/chord-fields'

/**
 * One of a family's own parameters, drawn from the data the family describes it with. It is drawn anew only when it
 * changes itself.
 */
const props = defineProps<{ bench: Bench; control: Control; ownPatterns: boolean }>()

const value = useField<unknown>(props.bench, props.control.path)

/** Lists are compared by what they hold, so a choice of one is offered by its text. */
const textOf = (each: ChoiceValue) => JSON.stringify(each)
const options = computed(() =>
  props.control.kind === 'choice'
    ? props.control.options.map(each => ({ value: textOf(each.value), label: each.label }))
    : [],
)
const seriesLength = computed(() =>
  props.control.kind === 'series' ? ((props.bench.get(props.control.of) ?? []) as unknown[]).length : 0,
)
const series = computed(() =>
  Array.from({ length: seriesLength.value + 1 }, (_, n) => ({
    value: n,
    label: n === 0 ? 'none' : n === seriesLength.value ? 'all' : `first ${n}`,
  })),
)
const figures = (text: string) => (text.match(/-?\d+/g) ?? []).map(Number)
const groups = (text: string) =>
  text
    .split(',')
    .map(part => (part.match(/\d/g) ?? []).map(Number))
    .filter(group => group.length > 0)
</script>

<template>
  <FingerOrders
    v-if="control.kind === 'finger-orders'"
    :label="control.label"
    :model-value="value as number[]"
    @update:model-value="value = $event"
  />
  <BaseChips
    v-else-if="control.kind === 'choice'"
    :label="control.label"
    :options="options"
    :model-value="textOf(value as ChoiceValue)"
    @update:model-value="value = JSON.parse($event)"
  />
  <BaseStepper
    v-else-if="control.kind === 'number'"
    :label="control.label"
    :hint="control.hint"
    :min="control.min"
    :max="control.max"
    :unit="control.unit"
    :model-value="(value ?? control.min) as number"
    @update:model-value="value = $event"
  />
  <BaseChips
    v-else-if="control.kind === 'series'"
    :label="control.label"
    :options="series"
    :model-value="value as number"
    @update:model-value="value = $event"
  />
  <ChordList
    v-else-if="control.kind === 'chords'"
    :label="control.label"
    :bench="bench"
    :own-patterns="ownPatterns"
    :model-value="value as ChordEntry[]"
    @update:model-value="value = $event"
  />
  <PatternGrid
    v-else-if="control.kind === 'tokens'"
    :label="control.label"
    :meter="bench.spec.value!.rhythm.meter"
    :model-value="(value ?? '') as string"
    @update:model-value="value = $event"
  />
  <ShapePlaces
    v-else-if="control.kind === 'places'"
    :label="control.label"
    :bench="bench"
    :model-value="value as number"
    @update:model-value="value = $event"
  />
  <WrittenField
    v-else-if="control.kind === 'figures'"
    :label="control.label"
    :hint="control.hint"
    :text="((value ?? []) as number[]).join(' ')"
    @written="value = figures($event)"
  />
  <WrittenField
    v-else-if="control.kind === 'groups'"
    :label="control.label"
    :hint="control.hint"
    :text="((value ?? []) as number[][]).map(group => group.join(' ')).join(', ')"
    @written="value = groups($event)"
  />
  <RowsControl
    v-else-if="control.kind === 'rows'"
    :control="control"
    :strings="bench.spec.value!.instrument.tuning?.length ?? 6"
    :model-value="(value ?? []) as unknown[]"
    @update:model-value="value = $event"
  />
  <WrittenField
    v-else
    :label="control.label"
    :hint="control.hint"
    :text="(value ?? '') as string"
    @written="value = $event"
  />
</template>
