<script setup lang="ts">
import { Dialog, DialogDescription, DialogPanel, DialogTitle } from '@headlessui/vue'

/**
 * A dialog over the page; Escape and a click beside it close it. It opens with the focus in what comes first in it,
 * which is
 * why the way out stands last; what does not fit scrolls under its last row.
 */
defineProps<{ title: string; about?: string; wide?: boolean; full?: boolean }>()
const open = defineModel<boolean>('open', { required: true })
</script>

<template>
  <Dialog :open="open" class="relative z-40" @close="open = false">
    <div class="fixed inset-0 bg-ink/40 dark:bg-black/60" aria-hidden="true" />
    <div class="fixed inset-0 flex items-end sm:items-center justify-center p-0 sm:p-6">
      <DialogPanel
        class="relative flex flex-col w-full max-h-full bg-card text-ink rounded-t-md sm:rounded-md shadow-md border border-line"
        :class="full ? 'sm:max-w-6xl' : wide ? 'sm:max-w-3xl' : 'sm:max-w-lg'"
      >
        <div class="shrink-0 px-6 pt-6 pr-14">
          <DialogTitle class="text-xl">
            {{ title }}
          </DialogTitle>
          <DialogDescription v-if="about" class="text-soft mt-1">
            {{ about }}
          </DialogDescription>
        </div>
        <div class="dialog-body min-h-0 overflow-y-auto px-6 pt-4 pb-6">
          <slot />
        </div>
        <button
          type="button"
          class="absolute top-4 right-3 min-h-11 min-w-11 rounded-md text-soft hover:text-ink text-2xl leading-none"
          aria-label="Close"
          @click="open = false"
        >
          ×
        </button>
      </DialogPanel>
    </div>
  </Dialog>
</template>
