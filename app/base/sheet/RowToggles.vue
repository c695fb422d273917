<script setup lang="ts">
/** Shows and folds the optional rows of the sheet. */
const { staff, lanes, quiet, digits } = useSheetRows()
</script>

<template>
  <ToggleButton v-model="staff"> Notation </ToggleButton>
  <ToggleButton v-model="lanes"> Lanes </ToggleButton>
  <ToggleButton v-model="quiet"> Quiet strings </ToggleButton>
  <ToggleButton v-model="digits"> Finger digits </ToggleButton>
</template>
