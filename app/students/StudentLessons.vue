<script setup lang="ts">
import type { Page } from '#shared/contracts/common'
import type { LessonRow } from '#shared/contracts/lessons/answers'

/** The lessons a student had, the latest first, a page at a time. */
const props = defineProps<{ studentId: string; first: Page<LessonRow> }>()
const lessons = usePages(
  'GET /api/students/:id/lessons',
  () => props.first,
  () => props.studentId,
)
const when = useWhen()
</script>

<template>
  <section class="mt-8">
    <h2 class="text-xl mb-3">Lessons</h2>
    <p v-if="lessons.rows.value.length === 0" class="text-soft">None yet.</p>
    <ul class="divide-y divide-line border-y border-line">
      <li v-for="lesson in lessons.rows.value" :key="lesson.id">
        <NuxtLink
          :to="`/lesson/${lesson.id}`"
          class="grid sm:grid-cols-[14rem_12rem_minmax(0,1fr)] gap-x-4 py-2.5 hover:bg-wood/25"
        >
          <span class="font-bold">{{ when.day(lesson.startedAt) }}, {{ when.clock(lesson.startedAt) }}</span>
          <span class="figures text-soft">{{
            lesson.endedAt === null ? 'still open' : `${lesson.clean} of ${lesson.passes} passes clean`
          }}</span>
          <span>{{ lesson.notes.join(' ') }}</span>
        </NuxtLink>
      </li>
    </ul>
    <BaseButton v-if="lessons.hasMore.value" class="mt-3" size="sm" :busy="lessons.busy.value" @click="lessons.more">
      Earlier lessons
    </BaseButton>
  </section>
</template>
