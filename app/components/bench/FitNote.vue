<script setup lang="ts">
/** What fitting to a student changed and why; the teacher may keep the original. */
defineProps<{ fitted: Fitted }>()
const emit = defineEmits<{ original: [], dismiss: [] }>()
</script>

<template>
  <BenchNote
    label="Fitted"
    @dismiss="emit('dismiss')"
  >
    <p
      v-for="change in fitted.changes"
      :key="change.what"
    >
      <b>For {{ fitted.student }}: {{ change.what }}.</b> <span class="text-soft">{{ change.why }}.</span>
    </p>
    <p v-if="fitted.left.length > 0">
      <b>{{ fitted.changes.length > 0 ? 'Still' : `For ${fitted.student}` }}:</b> {{ fitted.left.slice(0, 2).join('; ') }}{{ fitted.left.length > 2 ? `; and ${fitted.left.length - 2} more` : '' }}.
    </p>
    <template
      v-if="fitted.changes.length > 0"
      #actions
    >
      <BaseButton
        size="sm"
        @click="emit('original')"
      >
        Keep the original
      </BaseButton>
    </template>
  </BenchNote>
</template>
