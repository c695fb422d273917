<script setup lang="ts">
/** A small button that stays pressed. */
const pressed = defineModel<boolean>({ required: true })
</script>

<template>
  <button
    type="button"
    class="rounded-md border min-h-9 px-2.5"
    :class="pressed ? 'bg-wood/60 border-edge text-ink' : 'border-line text-soft hover:border-edge'"
    :aria-pressed="pressed"
    @click="pressed = !pressed"
  >
    <slot />
  </button>
</template>
