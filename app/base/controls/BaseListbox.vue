<script setup lang="ts" generic="T extends string | number | null">
import { Listbox, ListboxButton, ListboxLabel, ListboxOption, ListboxOptions } from '@headlessui/vue'
import { CheckIcon, ChevronUpDownIcon } from '@heroicons/vue/20/solid'

/** One choice out of many, opened on demand. */
const props = defineProps<{
  label: string
  options: readonly { readonly value: T; readonly label: string; readonly detail?: string }[]
  hideLabel?: boolean
  error?: string
}>()
const value = defineModel<T>({ required: true })
const button = useTemplateRef<{ $el: HTMLElement }>('button')
/** Room for the list below its button, px; with less it opens above. */
const ROOM = 300
const up = ref(false)
/** Where the list goes is decided as it opens: under the dock at the foot nobody could read it. */
function place() {
  const foot = Number.parseFloat(getComputedStyle(document.documentElement).getPropertyValue('--foot')) || 0
  const { top, bottom } = button.value!.$el.getBoundingClientRect()
  up.value = window.innerHeight - foot - bottom < ROOM && top > window.innerHeight - foot - bottom
}
const shown = computed(() => props.options.find(option => option.value === value.value)?.label ?? 'Choose')
</script>

<template>
  <Listbox v-model="value" as="div">
    <ListboxLabel :class="hideLabel ? 'sr-only' : 'block text-sm font-bold text-soft mb-1'">
      {{ label }}
    </ListboxLabel>
    <div class="relative">
      <ListboxButton
        ref="button"
        class="w-full min-h-11 flex items-center justify-between gap-2 rounded-md border border-edge/70 bg-card px-3 text-left hover:border-ink"
        @pointerdown="place"
        @keydown="place"
      >
        <span class="truncate">{{ shown }}</span>
        <ChevronUpDownIcon class="size-5 text-soft shrink-0" aria-hidden="true" />
      </ListboxButton>
      <ListboxOptions
        class="absolute z-30 max-h-72 w-full min-w-52 overflow-auto rounded-md border border-line bg-card shadow-md py-1"
        :class="up ? 'bottom-full mb-1' : 'mt-1'"
      >
        <ListboxOption
          v-for="option in options"
          :key="String(option.value)"
          v-slot="{ active, selected }"
          :value="option.value"
          as="template"
        >
          <li class="flex items-center gap-2 px-3 py-2 cursor-pointer" :class="active ? 'bg-wood/60' : ''">
            <CheckIcon class="size-5 shrink-0" :class="selected ? 'text-ink' : 'invisible'" aria-hidden="true" />
            <span class="min-w-0">
              <span class="block truncate" :class="selected ? 'font-bold' : ''">{{ option.label }}</span>
              <span v-if="option.detail" class="block text-sm text-soft truncate">{{ option.detail }}</span>
            </span>
          </li>
        </ListboxOption>
      </ListboxOptions>
    </div>
    <p v-if="error" class="text-sm text-pain mt-1">
      {{ error }}
    </p>
  </Listbox>
</template>
