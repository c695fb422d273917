<script setup lang="ts">
import type { Care } from '#core/hand/care'
import { careInWords } from '#core/wording/care'

/** What a student's hand is to be spared: stands wherever they are worked with. */
defineProps<{ care: Care | null }>()
</script>

<template>
  <p v-if="care" class="border-l-4 border-attention pl-2 text-attention-ink">{{ careInWords(care) }}</p>
</template>
