<script setup lang="ts">
import type { LessonDetail } from '#shared/contracts/lessons'

/** The drills of the lesson, and what was noted last time and today. */
const props = defineProps<{
  lesson: RunningLesson
  detail: LessonDetail
  currentId: string | null
  /** Drills that use a finger this hand is to be spared. */
  straining: ReadonlySet<string>
}>()
const emit = defineEmits<{ choose: [assignmentId: string]; bring: [] }>()
const when = useWhen()
/** Notes on the lesson as a whole; those on a drill stand beside it. */
const ofLesson = computed(() => props.lesson.state.value.notes.filter(note => note.assignmentId === null))
</script>

<template>
  <aside
    class="bg-rail lg:border-r border-line p-4 lg:overflow-y-auto max-lg:border-b max-sm:hidden"
    aria-label="Agenda"
  >
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
            >{{ set.stage
            }}<template v-if="set.toTempo">, {{ lesson.standing(set).bpm }} → {{ set.plan.targetBpm }}</template></span
          >
          <span v-if="straining.has(set.id)" class="block text-attention-ink">uses a spared finger</span>
        </button>
      </li>
    </ul>
    <p v-if="detail.agenda.length === 0" class="text-soft">No drill is set.</p>
    <BaseButton class="mt-2 w-full min-h-12 max-lg:hidden" @click="emit('bring')">
      Bring in a drill <kbd class="font-sans text-soft" aria-hidden="true">B</kbd>
    </BaseButton>
    <section v-if="detail.lastTime && detail.lastTime.notes.length > 0" class="max-lg:hidden mt-6">
      <h2 class="text-sm font-sans text-soft">Last time, {{ when.day(detail.lastTime.at) }}</h2>
      <p v-for="text in detail.lastTime.notes" :key="text" class="mt-1">
        {{ text }}
      </p>
    </section>
    <section v-if="ofLesson.length > 0" class="max-lg:hidden mt-6">
      <h2 class="text-sm font-sans text-soft">Today</h2>
      <p v-for="each in ofLesson" :key="each.id" class="mt-1">
        {{ each.text }}
      </p>
    </section>
  </aside>
</template>
