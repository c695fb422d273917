<script setup lang="ts">
import type { Page } from '#shared/contracts/common'
import type { PastDrill } from '#shared/contracts/taught/answers'

/** The drills a student was on, the latest first, a page at a time. */
const props = defineProps<{ studentId: string; first: Page<PastDrill> }>()
const emit = defineEmits<{ back: [set: PastDrill] }>()
const past = usePages(
  'GET /api/students/:id/past-drills',
  () => props.first,
  () => props.studentId,
)
</script>

<template>
  <section v-if="past.rows.value.length > 0" class="mt-8">
    <h2 class="text-xl mb-3">Earlier drills</h2>
    <ul class="space-y-1">
      <li v-for="set in past.rows.value" :key="set.id" class="flex flex-wrap gap-x-4 items-center">
        <span>{{ set.drillName }}</span><span class="text-soft figures"
          >ended at {{ set.bpm }} of {{ set.targetBpm }}</span
        >
        <BaseButton size="sm" @click="emit('back', set)"> Restore </BaseButton>
      </li>
    </ul>
    <BaseButton v-if="past.hasMore.value" class="mt-3" size="sm" :busy="past.busy.value" @click="past.more">
      Show earlier drills
    </BaseButton>
  </section>
</template>
