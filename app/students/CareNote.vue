<script setup lang="ts">
import type { Care } from '#core/hand/care'
import { careInWords } from '#core/wording/care'

/** What a student's hand is to be spared: stands wherever they are worked with. */
defineProps<{ care: Care | null }>()
</script>

<template>
  <p
    v-if="care"
    :class="care.pain ? 'border-pain text-pain' : 'border-attention text-attention-ink'"
    class="border-l-4 pl-2"
  >
    {{ careInWords(care) }}
  </p>
</template>
