<script setup lang="ts">
import type { WritingVerb } from './writing-verb'

/** Verbs of the writing as buttons in a row, each with its key in its title. */
defineProps<{ verbs: readonly WritingVerb[] }>()
</script>

<template>
  <div class="contents">
    <button
      v-for="verb in verbs"
      :key="verb.label"
      type="button"
      class="rounded-md border min-h-10 px-2.5"
      :class="verb.pressed ? 'bg-ink text-card border-ink' : 'bg-card border-line hover:border-edge'"
      :aria-pressed="verb.pressed"
      :title="verb.key ? `${verb.label} (${verb.key})` : verb.label"
      @click="verb.run()"
    >
      {{ verb.label }}
    </button>
  </div>
</template>
