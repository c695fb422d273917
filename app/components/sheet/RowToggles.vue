<script setup lang="ts">
/** Shows and folds the optional rows of the sheet. */
const { lanes, quiet, digits } = useSheetRows()
</script>

<template>
  <ToggleButton v-model="lanes"> Lanes </ToggleButton>
  <ToggleButton v-model="quiet"> Quiet strings </ToggleButton>
  <ToggleButton v-model="digits"> Finger digits </ToggleButton>
</template>
