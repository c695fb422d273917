<script setup lang="ts">
import { Dialog, DialogDescription, DialogPanel, DialogTitle } from '@headlessui/vue'

/** A dialog over the page; Escape and a click beside it close it. */
defineProps<{ title: string; about?: string; wide?: boolean }>()
const open = defineModel<boolean>('open', { required: true })
</script>

<template>
  <Dialog :open="open" class="relative z-40" @close="open = false">
    <div class="fixed inset-0 bg-ink/40 dark:bg-black/60" aria-hidden="true" />
    <div class="fixed inset-0 overflow-y-auto">
      <div class="min-h-full flex items-end sm:items-center justify-center p-0 sm:p-6">
        <DialogPanel
          class="w-full bg-card text-ink rounded-t-md sm:rounded-md shadow-md border border-line p-6"
          :class="wide ? 'sm:max-w-3xl' : 'sm:max-w-lg'"
        >
          <div class="flex items-start justify-between gap-4">
            <DialogTitle class="text-xl">
              {{ title }}
            </DialogTitle>
            <button
              type="button"
              class="min-h-9 min-w-9 -mt-1 -mr-2 rounded-md text-soft hover:text-ink text-2xl leading-none"
              aria-label="Close"
              @click="open = false"
            >
              ×
            </button>
          </div>
          <DialogDescription v-if="about" class="text-soft mt-1">
            {{ about }}
          </DialogDescription>
          <div class="mt-4">
            <slot />
          </div>
        </DialogPanel>
      </div>
    </div>
  </Dialog>
</template>
