<script setup lang="ts">
import { ChevronDownIcon } from '@heroicons/vue/20/solid'
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'

/** Shows and folds the optional rows of the sheet; `up`: the list opens above its button. */
defineProps<{ up?: boolean }>()
const { staff, lanes, quiet, digits } = useSheetRows()
</script>

<template>
  <Popover class="relative">
    <PopoverButton
      class="inline-flex items-center gap-1 min-h-9 px-3 rounded-md border border-line bg-card text-sm hover:border-edge"
    >
      Rows of the sheet <ChevronDownIcon class="size-4 text-soft" aria-hidden="true" />
    </PopoverButton>
    <PopoverPanel
      class="absolute z-20 left-0 flex flex-col gap-1.5 w-44 rounded-md border border-line bg-card shadow-md p-2"
      :class="up ? 'bottom-full mb-1' : 'top-full mt-1'"
    >
      <ToggleButton v-model="staff"> Notation </ToggleButton>
      <ToggleButton v-model="lanes"> Lanes </ToggleButton>
      <ToggleButton v-model="quiet"> Quiet strings </ToggleButton>
      <ToggleButton v-model="digits"> Finger digits </ToggleButton>
    </PopoverPanel>
  </Popover>
</template>
