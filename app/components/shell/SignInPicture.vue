<script setup lang="ts">
import { realise } from '#core/score/realise'
import { layOut } from '../sheet/sheet-layout'

// A real drill, so that the first thing seen is what the studio is about.
const result = realise({ version: 1, family: 'order', strings: { from: 4, to: 3, travel: 'there' }, tempo: 72, order: { fingers: [1, 3, 2, 4] } })
const layout = result.ok && result.value.kind === 'sheet' ? layOut(result.value, { width: 560, lanes: true, most: 1 }) : null
</script>

<template>
  <SheetSystem
    v-if="layout?.systems[0]"
    :system="layout.systems[0]"
    :layout="layout"
    :selected="null"
    :focusable="null"
    still
  />
</template>
