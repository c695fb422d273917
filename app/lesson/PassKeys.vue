<script setup lang="ts">
/**
 * The two keys of a lesson, large enough for a hand that holds a guitar, one for what went wrong, and one to take back.
 */
defineProps<{ undoable: boolean }>()
const emit = defineEmits<{ pass: [clean: boolean]; fault: []; undo: [] }>()
</script>

<template>
  <div class="flex gap-3">
    <BaseButton :disabled="!undoable" class="min-h-16" @click="emit('undo')">
      Undo <kbd class="max-sm:hidden font-sans text-soft" aria-hidden="true">U</kbd>
    </BaseButton>
    <BaseButton class="min-h-16" @click="emit('fault')">
      Fault <kbd class="max-sm:hidden font-sans text-soft" aria-hidden="true">F</kbd>
    </BaseButton>
    <button
      type="button"
      class="rounded-md bg-plan text-on-plan min-h-16 sm:min-w-36 flex-1 font-head font-bold text-2xl"
      @click="emit('pass', true)"
    >
      Clean <kbd class="max-sm:hidden ml-1 text-base font-sans opacity-90" aria-hidden="true">J</kbd>
    </button>
    <button
      type="button"
      class="rounded-md bg-card border border-edge min-h-16 sm:min-w-36 flex-1 font-head font-bold text-2xl"
      @click="emit('pass', false)"
    >
      Slip <kbd class="max-sm:hidden ml-1 text-base font-sans text-soft" aria-hidden="true">K</kbd>
    </button>
  </div>
</template>
