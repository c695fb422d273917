<script setup lang="ts">
/** What fitting to a student changed and why; the teacher may keep the original. */
defineProps<{ fitted: Fitted }>()
const emit = defineEmits<{ original: [], dismiss: [] }>()
</script>

<template>
  <section
    class="border-b border-line bg-card px-5 py-2.5 flex flex-wrap items-center gap-x-4 gap-y-2"
    aria-label="Fitted"
    role="status"
  >
    <div class="flex-1 basis-72">
      <p
        v-for="change in fitted.changes"
        :key="change.what"
      >
        <b>For {{ fitted.student }}: {{ change.what }}.</b> <span class="text-soft">{{ change.why }}.</span>
      </p>
      <p v-if="fitted.left.length > 0">
        <b>{{ fitted.changes.length > 0 ? 'Still' : `For ${fitted.student}` }}:</b> {{ fitted.left.slice(0, 2).join('; ') }}{{ fitted.left.length > 2 ? `; and ${fitted.left.length - 2} more` : '' }}.
      </p>
    </div>
    <BaseButton
      v-if="fitted.changes.length > 0"
      size="sm"
      @click="emit('original')"
    >
      Keep the original
    </BaseButton>
    <BaseButton
      size="sm"
      @click="emit('dismiss')"
    >
      Dismiss
    </BaseButton>
  </section>
</template>
