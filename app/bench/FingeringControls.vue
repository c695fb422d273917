<script setup lang="ts">
/** Who decides the fretting fingers: the drill's own rule, the engine for this hand, or what was typed. */
const props = defineProps<{ bench: Bench }>()
const RULES = [
  { value: 'one-per-fret', label: 'one per fret' },
  { value: 'best', label: 'best for the hand' },
  { value: 'given', label: 'as given' },
]
const rule = useField<string>(props.bench, 'fingering.rule')
const HINTS: Readonly<Record<string, string>> = {
  'one-per-fret': 'Each finger has its own fret, as the drill says.',
  'best': 'Fidactyl chooses the finger and position of every note: the easiest for this hand on this guitar.',
  'given': 'You choose the fingers; the hand follows them and every problem is marked.',
}
const pinned = computed(() => Object.keys(props.bench.pins.value).length)
const summary = computed(() =>
  [RULES.find(({ value }) => value === rule.value)?.label, pinned.value > 0 ? `${pinned.value} pinned` : '']
    .filter(Boolean)
    .join(', '),
)
</script>

<template>
  <BenchFold label="Fingering" :summary="summary">
    <BaseChips v-model="rule" label="Who chooses the fingers" :options="RULES" />
    <p class="text-soft">
      {{ HINTS[rule] }}
    </p>
    <p v-if="pinned > 0">
      {{ pinned }} {{ pinned === 1 ? 'finger is' : 'fingers are' }} pinned.
      <button
        type="button"
        class="underline underline-offset-4 min-h-9"
        @click="bench.pin(Object.fromEntries(Object.keys(bench.pins.value).map(key => [key, null])))"
      >
        Clear pins
      </button>
    </p>
  </BenchFold>
</template>
