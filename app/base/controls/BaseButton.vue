<script setup lang="ts">
/** A button of the studio. `tone` tells its weight: the one action, a quiet one, or a confirming one. */
withDefaults(
  defineProps<{
    tone?: 'action' | 'quiet' | 'plan' | 'bare'
    size?: 'md' | 'sm' | 'lg'
    type?: 'button' | 'submit'
    busy?: boolean
    disabled?: boolean
  }>(),
  { tone: 'quiet', size: 'md', type: 'button' },
)
</script>

<template>
  <button
    :type="type"
    :disabled="disabled || busy"
    :aria-busy="busy || undefined"
    class="inline-flex items-center justify-center gap-2 rounded-md font-bold transition-colors disabled:opacity-55 disabled:cursor-not-allowed select-none whitespace-nowrap"
    :class="[
      {
        action: 'bg-action text-on-action border border-action',
        quiet: 'bg-card text-ink border border-edge/70 hover:border-ink',
        plan: 'bg-plan text-on-plan border border-plan',
        bare: 'text-ink hover:bg-wood/50 border border-transparent',
      }[tone],
      { sm: 'min-h-9 px-3 text-sm', md: 'min-h-11 px-4', lg: 'min-h-14 px-6 text-lg' }[size],
    ]"
  >
    <slot />
  </button>
</template>
