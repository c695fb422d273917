<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { EllipsisHorizontalIcon } from '@heroicons/vue/24/outline'

/** Things that are done less often, behind one button. */
defineProps<{
  label: string
  items: readonly { readonly label: string; readonly run: () => void; readonly disabled?: boolean }[]
}>()
</script>

<template>
  <Menu as="div" class="relative">
    <MenuButton
      class="min-h-11 min-w-11 inline-flex items-center justify-center rounded-md border border-edge/70 bg-card hover:border-ink"
      :aria-label="label"
    >
      <EllipsisHorizontalIcon class="size-6" aria-hidden="true" />
    </MenuButton>
    <MenuItems class="absolute right-0 z-30 mt-1 w-56 rounded-md border border-line bg-card shadow-md py-1">
      <MenuItem v-for="item in items" :key="item.label" v-slot="{ active }" :disabled="item.disabled" as="template">
        <button
          type="button"
          class="block w-full text-left px-4 py-2.5 disabled:opacity-50"
          :class="active ? 'bg-wood/60' : ''"
          :disabled="item.disabled"
          @click="item.run()"
        >
          {{ item.label }}
        </button>
      </MenuItem>
    </MenuItems>
  </Menu>
</template>
