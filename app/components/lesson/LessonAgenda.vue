<script setup lang="ts">
import type { LessonDetail } from '#shared/contracts/lessons'

/** The drills of the lesson, and what was noted last time and today. */
defineProps<{ lesson: RunningLesson; detail: LessonDetail; currentId: string | null }>()
const emit = defineEmits<{ choose: [assignmentId: string] }>()
const when = useWhen()
</script>

<template>
  <aside class="bg-rail lg:border-r border-line p-4 lg:overflow-y-auto max-lg:border-b" aria-label="Agenda">
    <ul class="max-lg:flex max-lg:gap-2 max-lg:overflow-x-auto lg:space-y-1">
      <li v-for="set in detail.agenda" :key="set.id" class="max-lg:shrink-0 max-lg:max-w-56">
        <button
          type="button"
          class="w-full text-left rounded-md border px-3 py-2"
          :class="set.id === currentId ? 'bg-card border-edge' : 'border-transparent hover:border-line'"
          :aria-pressed="set.id === currentId"
          @click="emit('choose', set.id)"
        >
          <span class="block font-bold leading-snug max-lg:truncate text-balance">{{ set.drillName }}</span>
          <span class="block text-soft figures"
            >{{ set.stage }}, {{ lesson.standing(set).bpm }} → {{ set.plan.targetBpm }}</span
          >
        </button>
      </li>
    </ul>
    <p v-if="detail.agenda.length === 0" class="text-soft">No drill is set.</p>
    <section v-if="detail.lastTime && detail.lastTime.notes.length > 0" class="max-lg:hidden mt-6">
      <h2 class="text-sm font-sans text-soft">Last time, {{ when.day(detail.lastTime.at) }}</h2>
      <p v-for="text in detail.lastTime.notes" :key="text" class="mt-1">
        {{ text }}
      </p>
    </section>
    <section v-if="lesson.state.value.notes.length > 0" class="max-lg:hidden mt-6">
      <h2 class="text-sm font-sans text-soft">Today</h2>
      <p v-for="each in lesson.state.value.notes" :key="each.id" class="mt-1">
        {{ each.text }}
      </p>
    </section>
  </aside>
</template>
