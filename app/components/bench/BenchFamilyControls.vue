<script setup lang="ts">
import type { ChoiceValue, Control, Family } from '#core/families/family'
import type { ChordEntry } from '#core/families/chord-fields'

/** The family's own parameters, drawn from the data the family describes them with. */
const props = defineProps<{ bench: Bench, family: Family }>()

const valueOf = (path: string) => props.bench.get(path)
const set = (control: Control, value: unknown) => props.bench.set(control.path, value)
const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)
const shown = computed(() => props.family.controls.filter(({ when }) => !when
  || (when.is !== undefined ? same(valueOf(when.path), when.is) : !same(valueOf(when.path), when.not))))

/** Lists are compared by what they hold, so a choice of one is offered by its text. */
const textOf = (value: ChoiceValue) => JSON.stringify(value)
const optionsOf = (control: Control & { kind: 'choice' }) => control.options.map(({ value, label }) => ({ value: textOf(value), label }))
const seriesOf = (control: Control & { kind: 'series' }) => {
  const count = (valueOf(control.of) as unknown[]).length
  return Array.from({ length: count + 1 }, (_, n) => ({ value: n, label: n === 0 ? 'none' : n === count ? 'all' : `first ${n}` }))
}
const figures = (text: string) => (text.match(/-?\d+/g) ?? []).map(Number)
const groups = (text: string) => text.split(',').map(part => (part.match(/\d/g) ?? []).map(Number)).filter(group => group.length > 0)
</script>

<template>
  <template
    v-for="control in shown"
    :key="control.path"
  >
    <FingerOrders
      v-if="control.kind === 'finger-orders'"
      :label="control.label"
      :model-value="(valueOf(control.path) as number[])"
      @update:model-value="set(control, $event)"
    />
    <BaseChips
      v-else-if="control.kind === 'choice'"
      :label="control.label"
      :options="optionsOf(control)"
      :model-value="textOf(valueOf(control.path) as ChoiceValue)"
      @update:model-value="set(control, JSON.parse($event))"
    />
    <BaseStepper
      v-else-if="control.kind === 'number'"
      :label="control.label"
      :hint="control.hint"
      :min="control.min"
      :max="control.max"
      :unit="control.unit"
      :model-value="((valueOf(control.path) ?? control.min) as number)"
      @update:model-value="set(control, $event)"
    />
    <BaseChips
      v-else-if="control.kind === 'series'"
      :label="control.label"
      :options="seriesOf(control)"
      :model-value="(valueOf(control.path) as number)"
      @update:model-value="set(control, $event)"
    />
    <ChordList
      v-else-if="control.kind === 'chords'"
      :label="control.label"
      :instrument="bench.spec.value!.instrument"
      :own-patterns="family.controls.some(each => each.kind === 'tokens')"
      :model-value="(valueOf(control.path) as ChordEntry[])"
      @update:model-value="set(control, $event)"
    />
    <PatternGrid
      v-else-if="control.kind === 'tokens'"
      :label="control.label"
      :model-value="((valueOf(control.path) ?? '') as string)"
      @update:model-value="set(control, $event)"
    />
    <ShapePlaces
      v-else-if="control.kind === 'places'"
      :label="control.label"
      :bench="bench"
      :model-value="(valueOf(control.path) as number)"
      @update:model-value="set(control, $event)"
    />
    <WrittenField
      v-else-if="control.kind === 'figures'"
      :label="control.label"
      :hint="control.hint"
      :text="((valueOf(control.path) ?? []) as number[]).join(' ')"
      @written="set(control, figures($event))"
    />
    <WrittenField
      v-else-if="control.kind === 'groups'"
      :label="control.label"
      :hint="control.hint"
      :text="((valueOf(control.path) ?? []) as number[][]).map(group => group.join(' ')).join(', ')"
      @written="set(control, groups($event))"
    />
    <WrittenField
      v-else-if="control.kind === 'written'"
      :label="control.label"
      :hint="control.hint"
      :tall="control.tall"
      :text="control.write(valueOf(control.path) as never)"
      @written="set(control, control.read($event))"
    />
    <WrittenField
      v-else
      :label="control.label"
      :hint="control.hint"
      :text="((valueOf(control.path) ?? '') as string)"
      @written="set(control, $event)"
    />
  </template>
</template>
