<script setup lang="ts">
import type { Toast } from '~/base/stores/toasts'

/** One message, which goes by itself after a while, but never while somebody points at it or stands in it. */
const props = defineProps<{ toast: Toast }>()
const emit = defineEmits<{ gone: [] }>()

const STAYS_MS = 8000

const line = useTemplateRef('line')
const pointed = useElementHover(line)
const { focused } = useFocusWithin(line)
const { start, stop } = useTimeoutFn(() => emit('gone'), STAYS_MS, { immediate: false })
// Trouble stays until it is read.
watch(
  () => props.toast.tone === 'plain' && !pointed.value && !focused.value,
  passes => (passes ? start() : stop()),
  { immediate: true },
)

function take() {
  props.toast.action?.run()
  emit('gone')
}
</script>

<template>
  <div
    ref="line"
    class="pointer-events-auto flex items-center gap-3 rounded-md shadow-md px-4 py-2 min-h-12 border"
    :class="toast.tone === 'trouble' ? 'bg-card text-ink border-pain border-l-4' : 'bg-ink text-card border-ink'"
  >
    <p class="flex-1">
      {{ toast.text }}
    </p>
    <button v-if="toast.action" type="button" class="font-bold underline underline-offset-4 min-h-9 px-2" @click="take">
      {{ toast.action.label }}
    </button>
    <button type="button" class="min-h-9 min-w-9 text-xl leading-none" aria-label="Dismiss" @click="emit('gone')">
      ×
    </button>
  </div>
</template>
