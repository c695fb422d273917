<script setup lang="ts">
/** Passes at a tempo, clean and slipped told by shape. */
defineProps<{ passes: readonly { readonly id: string; readonly clean: boolean }[]; bpm: number }>()
</script>

<template>
  <div>
    <p class="text-soft text-sm">Passes at {{ bpm }}</p>
    <ul class="flex flex-wrap gap-1.5 mt-1 min-h-6" aria-label="Passes">
      <li v-for="pass in passes.slice(-12)" :key="pass.id">
        <svg width="22" height="22" viewBox="-11 -11 22 22" role="img" :aria-label="pass.clean ? 'clean' : 'slip'">
          <circle
            r="9.5"
            :fill="pass.clean ? 'var(--plan)' : 'none'"
            :stroke="pass.clean ? 'var(--plan)' : 'var(--ink)'"
            stroke-width="2"
          />
          <path v-if="!pass.clean" d="M-6 6L6 -6" stroke="var(--ink)" stroke-width="2" />
        </svg>
      </li>
      <li v-if="passes.length === 0" class="text-soft">none yet</li>
    </ul>
  </div>
</template>
