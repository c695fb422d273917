<script setup lang="ts">
import { Bars3Icon } from '@heroicons/vue/24/outline'

/** A row of an ordered list: dragged by its handle, moved and taken out by its buttons. */
defineProps<{
  /** Its place, from 0, and how many there are. */
  at: number
  count: number
  /** What taking it out is called. */
  out: string
  /** It may be moved and not taken out. */
  fixed?: boolean
}>()
const emit = defineEmits<{ move: [to: number]; out: [] }>()
</script>

<template>
  <li class="flex flex-wrap items-center gap-x-2 gap-y-1 border border-line rounded-md bg-card pr-2">
    <span
      data-handle
      class="self-stretch min-h-11 w-9 grid place-items-center cursor-grab touch-none text-soft"
      title="Drag to another place"
    >
      <Bars3Icon class="size-5" aria-hidden="true" />
    </span>
    <slot />
    <span class="ml-auto flex gap-2 py-1">
      <BaseButton size="sm" :disabled="at === 0" :aria-label="`Move number ${at + 1} up`" @click="emit('move', at - 1)">
        ↑
      </BaseButton>
      <BaseButton
        size="sm"
        :disabled="at === count - 1"
        :aria-label="`Move number ${at + 1} down`"
        @click="emit('move', at + 1)"
      >
        ↓
      </BaseButton>
      <BaseButton size="sm" :aria-label="out" :disabled="fixed" @click="emit('out')">×</BaseButton>
    </span>
  </li>
</template>
