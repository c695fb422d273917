<script setup lang="ts">
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/vue'
import { ChevronDownIcon } from '@heroicons/vue/20/solid'
import { useLocalStorage } from '@vueuse/core'

/** Parameters that are changed seldom: folded to a line that says how they stand. This device keeps what is unfolded. */
const props = defineProps<{ label: string; summary: string; unfolded?: boolean }>()
const folds = useLocalStorage<Record<string, boolean>>('fidactyl-folds', {})
const keep = (open: boolean) => {
  folds.value = { ...folds.value, [props.label]: open }
}
</script>

<template>
  <Disclosure
    v-slot="{ open }"
    as="section"
    :aria-label="label"
    :default-open="folds[label] ?? unfolded ?? false"
    class="border-t border-line"
  >
    <DisclosureButton
      class="w-full min-h-11 py-2 flex items-baseline gap-2 text-left hover:bg-wood/30"
      @click="keep(!open)"
    >
      <span class="font-bold shrink-0">{{ label }}</span>
      <span class="flex-1 min-w-0 truncate text-sm text-soft">{{ open ? '' : summary }}</span>
      <ChevronDownIcon
        class="size-5 text-soft shrink-0 self-center"
        :class="open ? 'rotate-180' : ''"
        aria-hidden="true"
      />
    </DisclosureButton>
    <DisclosurePanel class="pb-4 pt-1 space-y-3">
      <slot />
    </DisclosurePanel>
  </Disclosure>
</template>
