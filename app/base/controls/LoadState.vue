<script setup lang="ts">
/** What stands in for a page's content while it loads or when it could not. */
defineProps<{ error: { message: string } | null }>()
defineEmits<{ retry: [] }>()
</script>

<template>
  <EmptyState v-if="error" title="This could not be opened" role="alert">
    {{ error.message }}
    <template #action>
      <BaseButton @click="$emit('retry')"> Try again </BaseButton>
    </template>
  </EmptyState>
  <p v-else class="text-soft p-8 text-center" role="status">Opening…</p>
</template>
