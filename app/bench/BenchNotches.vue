<script setup lang="ts">
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/vue'
import { ChevronDownIcon } from '@heroicons/vue/20/solid'
import type { Context } from '#core/score/prepare'
import { PARTS, type PartName, type Weights } from '#core/grade/table'
import { byInWords, changeInWords, partsInWords } from '#core/wording/change'
import { gradeInWords } from '#core/wording/grade'
import { capital } from '#core/wording/numbers'

/** Drills one change away, harder or easier: pressing one puts it on the bench, and undo takes it back. */
const props = defineProps<{ bench: Bench; context: Context; weights?: Weights }>()
const wanted = ref(false)
const { way, part, sameSpeed, busy, found, shown, stop } = useNotches(() =>
  wanted.value ? { spec: props.bench.raw.value, context: props.context, weights: props.weights } : null,
)
const family = computed(() => props.bench.spec.value!.family)
const WAYS = [
  { value: 'harder', label: 'Harder' },
  { value: 'easier', label: 'Easier' },
] as const
const partChoice = computed({
  get: () => part.value ?? 'any',
  set: (name: PartName | 'any') => {
    part.value = name === 'any' ? null : name
  },
})
const PART_OPTIONS = [
  { value: 'any' as const, label: 'Anything' },
  ...PARTS.map(name => ({ value: name, label: capital(name) })),
]
</script>

<template>
  <Disclosure v-slot="{ open }" as="section" aria-label="A little harder or easier" class="border-t border-line mb-3">
    <DisclosureButton
      class="w-full min-h-11 flex items-center gap-2 text-left hover:bg-wood/30"
      @click="wanted = !open"
    >
      <span class="font-head font-bold flex-1">A little harder or easier</span>
      <ChevronDownIcon class="size-5 text-soft" :class="open ? 'rotate-180' : ''" aria-hidden="true" />
    </DisclosureButton>
    <DisclosurePanel class="pb-3 space-y-3">
      <BaseChips v-model="way" label="Direction" :columns="2" :options="WAYS" />
      <BaseListbox v-model="partChoice" :label="way === 'harder' ? 'More of' : 'Less of'" :options="PART_OPTIONS" />
      <ToggleButton v-model="sameSpeed">At the same speed</ToggleButton>
      <div v-if="busy" role="status" class="flex items-center gap-3">
        <p class="flex-1 text-soft">Looking for drills one change away…</p>
        <BaseButton size="sm" @click="stop">Stop</BaseButton>
      </div>
      <p v-else-if="found && shown.length === 0" class="text-soft">
        No single change does that here. Choose “Anything”, or allow the speed to change.
      </p>
      <ul v-else class="space-y-1.5">
        <li v-for="near in shown" :key="`${near.change.path} ${String(near.change.to)}`">
          <button
            type="button"
            class="w-full text-left rounded-md border border-line hover:border-edge px-2.5 py-1.5"
            @click="bench.replace({ ...near.spec })"
          >
            <span class="flex items-baseline gap-2">
              <span class="flex-1 font-bold">{{ changeInWords(near.change, family).to }}</span>
              <span class="figures whitespace-nowrap">{{ byInWords(near.by) }}</span>
            </span>
            <span class="block text-sm text-soft figures">
              {{ changeInWords(near.change, family).from }};
              {{ near.parts.length > 0 ? partsInWords(near) : `grade ${gradeInWords(near.grade)}` }}
            </span>
          </button>
        </li>
      </ul>
    </DisclosurePanel>
  </Disclosure>
</template>
