<script setup lang="ts">
/** Shows and folds the optional rows of the sheet. */
const { lanes, quiet } = useSheetRows()
const rows = [{ label: 'Lanes', shown: lanes }, { label: 'Quiet strings', shown: quiet }]
</script>

<template>
  <button
    v-for="{ label, shown } in rows"
    :key="label"
    type="button"
    class="rounded-md border min-h-9 px-2.5"
    :class="shown.value ? 'bg-wood/60 border-edge text-ink' : 'border-line text-soft hover:border-edge'"
    :aria-pressed="shown.value"
    @click="shown.value = !shown.value"
  >
    {{ label }}
  </button>
</template>
