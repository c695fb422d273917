<script setup lang="ts">
import type { Shortcut } from '~/base/useKeys'

/** The keys of the place; `?` opens it. */
defineProps<{ shortcuts: readonly Shortcut[] }>()
const open = defineModel<boolean>('open', { required: true })
</script>

<template>
  <BaseDialog v-model:open="open" title="Keyboard shortcuts">
    <dl class="divide-y divide-line">
      <div v-for="shortcut in shortcuts" :key="keyName(shortcut)" class="flex justify-between py-2">
        <dt>{{ shortcut.label }}</dt>
        <dd>
          <kbd class="rounded border border-edge px-2 py-0.5 font-bold font-sans">{{ keyName(shortcut) }}</kbd>
        </dd>
      </div>
    </dl>
  </BaseDialog>
</template>
