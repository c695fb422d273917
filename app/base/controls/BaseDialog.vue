<script setup lang="ts">
import { Dialog, DialogDescription, DialogPanel, DialogTitle } from '@headlessui/vue'

/**
 * A dialog over the page; Escape, × and a click beside it close it, and ask first where something was typed. It opens
 * with the focus in what comes first in it, which is why the way out stands last; what does not fit scrolls under its
 * last row.
 */
const props = defineProps<{
  title: string
  about?: string
  wide?: boolean
  full?: boolean
  /** Whether something was typed that closing would throw away. */
  changed?: boolean
}>()
const open = defineModel<boolean>('open', { required: true })
useOpenDialogs(open)
const asking = ref(false)
watch(open, () => {
  asking.value = false
})
const stay = useTemplateRef<{ $el: HTMLElement }>('stay')
/** Closes; where something was typed it asks, and being asked twice it stays. */
async function leave() {
  if (!props.changed) open.value = false
  else {
    asking.value = !asking.value
    await nextTick()
    stay.value?.$el.focus()
  }
}
</script>

<template>
  <Dialog :open="open" class="relative z-40" @close="leave">
    <div class="fixed inset-0 bg-ink/40 dark:bg-black/60" aria-hidden="true" />
    <div
      class="fixed inset-0 flex items-end sm:items-center justify-center pt-(--messages) sm:px-6 sm:pb-6 sm:pt-[max(var(--messages),1.5rem)]"
    >
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
        <div
          v-if="asking"
          role="alertdialog"
          aria-label="Discard what you typed?"
          class="shrink-0 flex flex-wrap items-center justify-end gap-3 border-t border-attention bg-wood/40 px-6 py-3"
        >
          <p class="flex-1 font-bold">Discard what you typed?</p>
          <BaseButton ref="stay" @click="asking = false">Keep editing</BaseButton>
          <BaseButton @click="open = false">Discard</BaseButton>
        </div>
        <button
          type="button"
          class="absolute top-4 right-3 min-h-11 min-w-11 rounded-md text-soft hover:text-ink text-2xl leading-none"
          aria-label="Close"
          @click="leave"
        >
          ×
        </button>
      </DialogPanel>
    </div>
  </Dialog>
</template>
