<script setup lang="ts">
import type { NuxtError } from '#app'

const props = defineProps<{ error: NuxtError }>()
const missing = computed(() => props.error.statusCode === 404)
</script>

<template>
  <main class="max-w-xl mx-auto p-8 pt-24">
    <EmptyState :title="missing ? 'Page not found' : 'Something went wrong'">
      {{
        missing
          ? 'The address may be mistyped, or what was here has been removed.'
          : 'What was saved is kept. Reload the page; if it happens again, note what you did.'
      }}
      <template #action>
        <BaseButton tone="action" @click="clearError({ redirect: '/' })"> Go to today </BaseButton>
      </template>
    </EmptyState>
  </main>
</template>
