<script setup lang="ts">
import type { AgendaEntry } from '#core/practice/agenda/agenda'
import type { LessonDetail } from '#shared/contracts/lessons/answers'
import type { AgendaItem } from '#shared/contracts/taught/answers'

/** The drills of the lesson, and what was noted last time and today. */
const props = defineProps<{
  lesson: RunningLesson
  detail: LessonDetail
  /** What can be turned to, in order. */
  agenda: readonly AgendaItem[]
  /** What the lesson is made of, with its minutes. */
  items: readonly AgendaEntry[]
  currentId: string | null
  /** Drills that use a finger this hand is to be spared. */
  straining: ReadonlySet<string>
}>()
const emit = defineEmits<{ choose: [assignmentId: string]; bring: []; arrange: [] }>()
const when = useWhen()
const minutesOf = computed(() => new Map(props.items.map(item => [item.id, item.minutes])))
/** Whole minutes spent at a drill so far. */
const spent = (id: string) => Math.floor(props.lesson.state.value.minutes.get(id) ?? 0)
function timeOf(id: string) {
  const planned = minutesOf.value.get(id)
  const gone = spent(id)
  if (planned === undefined) return gone > 0 ? `${gone} min` : 'not today'
  return gone > 0 ? `${gone} of ${planned} min` : `${planned} min`
}
const total = computed(() => props.items.reduce((all, item) => all + item.minutes, 0))
/** Notes on the lesson as a whole; those on a drill stand beside it. */
const ofLesson = computed(() => props.lesson.state.value.notes.filter(note => note.assignmentId === null))
</script>

<template>
  <aside
    class="bg-rail lg:border-r border-line p-4 lg:overflow-y-auto max-lg:border-b max-sm:hidden"
    aria-label="Agenda"
  >
    <ul class="max-lg:flex max-lg:gap-2 max-lg:overflow-x-auto lg:space-y-1">
      <li v-for="set in agenda" :key="set.id" class="max-lg:shrink-0 max-lg:max-w-56">
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
          <span class="block figures" :class="minutesOf.has(set.id) ? '' : 'text-soft'">{{ timeOf(set.id) }}</span>
          <span v-if="straining.has(set.id)" class="block text-attention-ink">uses a spared finger</span>
        </button>
      </li>
    </ul>
    <p v-if="detail.agenda.length === 0" class="text-soft">No drills assigned.</p>
    <p v-if="agenda.length > 0" class="max-lg:hidden mt-2 text-sm text-soft figures">
      {{ total }} of {{ detail.minutes }} minutes planned
    </p>
    <BaseButton v-if="agenda.length > 0" class="mt-2 w-full min-h-12 max-lg:w-auto" @click="emit('arrange')">
      Arrange <kbd class="font-sans text-soft" aria-hidden="true">A</kbd>
    </BaseButton>
    <BaseButton class="mt-2 w-full min-h-12 max-lg:hidden" @click="emit('bring')">
      Add a drill <kbd class="font-sans text-soft" aria-hidden="true">B</kbd>
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
