<script setup lang="ts" generic="T extends string | number | null">
import { autoUpdate, flip, offset, shift, size, useFloating } from '@floating-ui/vue'
import { Listbox, ListboxButton, ListboxLabel, ListboxOption, ListboxOptions } from '@headlessui/vue'
import { CheckIcon, ChevronUpDownIcon } from '@heroicons/vue/20/solid'
import type { ComponentPublicInstance } from 'vue'

/** One choice out of many, opened on demand. */
const props = defineProps<{
  label: string
  options: readonly { readonly value: T; readonly label: string; readonly detail?: string }[]
  hideLabel?: boolean
  error?: string
}>()
const value = defineModel<T>({ required: true })
const button = useTemplateRef<ComponentPublicInstance>('button')
const list = useTemplateRef<ComponentPublicInstance>('list')
/** The list is this high at most, px. */
const MOST_HIGH = 288
/** It goes where there is room: neither cut off by a dialog's edge nor under the dock at the foot of the page. */
const room = () => ({
  padding: {
    top: 8,
    left: 8,
    right: 8,
    bottom: 8 + (Number.parseFloat(getComputedStyle(document.documentElement).getPropertyValue('--foot')) || 0),
  },
})
const { floatingStyles } = useFloating(button, list, {
  placement: 'bottom-start',
  strategy: 'fixed',
  transform: false,
  whileElementsMounted: autoUpdate,
  middleware: [
    offset(4),
    flip(() => ({ ...room(), fallbackStrategy: 'bestFit' })),
    shift(room),
    size(() => ({
      ...room(),
      apply: ({ availableHeight, rects, elements }) => {
        elements.floating.style.width = `${rects.reference.width}px`
        elements.floating.style.maxHeight = `${Math.min(MOST_HIGH, Math.max(96, availableHeight))}px`
      },
    })),
  ],
})
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
      >
        <span class="truncate">{{ shown }}</span>
        <ChevronUpDownIcon class="size-5 text-soft shrink-0" aria-hidden="true" />
      </ListboxButton>
      <ListboxOptions
        ref="list"
        class="z-30 min-w-52 overflow-auto rounded-md border border-line bg-card shadow-md py-1"
        :style="floatingStyles"
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
