<script setup lang="ts">
import type { SheetFrame, System } from '#core/sheet/layout'
import picture from './sign-in-sheet.json'

// A real drill, laid out beforehand so that signing in does not wait for the core; a test keeps it true.
const { frame, systems } = picture as unknown as { readonly frame: SheetFrame; readonly systems: readonly System[] }
</script>

<template>
  <!-- The ground the sheet lies on here: what stands out from it is edged in its colour. -->
  <div :style="{ '--card': 'var(--rail)' }">
    <SheetSystem :system="systems[0]!" :frame="frame" :selected="null" :focusable="null" still />
  </div>
</template>
