<script setup lang="ts">
import { habitOf, type Blocked } from '#core/fitting/habit'
import { breachInWords } from '#core/wording/fingering'
import { numbered } from '#core/wording/note'
import { realise } from '#core/score/realise'
import type { StudentPage, StudentRow } from '#shared/contracts/people/answers'

/** What the student actually plays: written down note by note, judged, and tried on the drills that come next. */
const props = defineProps<{ bench: Bench; student: StudentRow | null; drillId: string | null }>()
const emit = defineEmits<{ done: [] }>()
const engine = useEngine()
const api = useApi()
const page = shallowRef<StudentPage | null>(null)
watch(
  () => props.student?.id,
  async id => {
    page.value = null
    if (!id) return
    // Without the list the look ahead has nothing to look at; the rest works.
    page.value = await api.call('GET /api/students/:id', { id }).catch(() => null)
  },
  { immediate: true },
)

const played = computed(() => props.bench.asPlayed.value ?? {})
const judged = computed(() => props.bench.fingering.value?.breaches.filter(breach => breach.key in played.value) ?? [])
const noteOf = computed(() => numbered(props.bench.score.value!.notes))
/** Drills set after the one on the bench; all of them when it is not on the list. */
const upcoming = computed(() => {
  const list = page.value?.assignments ?? []
  return list.slice(list.findIndex(each => each.drillId === props.drillId) + 1)
})
const habit = computed(() => {
  const result = realise(props.bench.raw.value, { hand: props.student?.hand, pins: props.bench.pins.value })
  return result.ok && result.value.kind === 'sheet' ? habitOf(result.value, played.value) : null
})
const blocked = shallowRef<Blocked | null>(null)
let newest = 0
watch(
  [habit, upcoming],
  async () => {
    const mine = ++newest
    blocked.value = null
    if (!habit.value || upcoming.value.length === 0) return
    const list = upcoming.value.map(({ drillName, spec }) => ({ name: drillName, spec }))
    const found = await engine.ask().firstBlocked(...plain([habit.value, list, props.student?.hand ?? {}] as const))
    if (mine === newest) blocked.value = found
  },
  { immediate: true },
)
</script>

<template>
  <section
    class="mb-3 border-l-4 border-plan bg-card rounded-r-md px-4 py-2.5 space-y-1.5"
    aria-label="What the student plays"
  >
    <div class="flex flex-wrap items-center gap-3">
      <p class="flex-1 font-bold">Recording what {{ student?.name ?? 'the student' }} plays</p>
      <BaseButton size="sm" @click="emit('done')"> Back to the drill </BaseButton>
    </div>
    <p v-if="Object.keys(played).length === 0" class="text-soft">
      Select a note and press the finger they use. The drill itself does not change.
    </p>
    <p v-else-if="bench.engine.busy.value" class="text-soft">Checking what it leads to…</p>
    <p v-else-if="judged.length === 0">No later problem: these fingers work for the rest of the drill.</p>
    <ul v-else>
      <li v-for="breach in judged" :key="breach.key + breach.rule" class="first-letter:uppercase">
        {{ noteOf(breach.key) }}: {{ breachInWords(breach, noteOf) }}
      </li>
    </ul>
    <p v-if="blocked">
      The next assigned drill it gets in the way of: <b>{{ blocked.name }}</b>:
      {{ breachInWords(blocked.breach, numbered(blocked.notes)) }}
    </p>
    <p v-else-if="habit && upcoming.length > 0" class="text-soft">
      Using {{ habit.plays }} instead of {{ habit.instead }} does not get in the way of the {{ upcoming.length }}
      {{ upcoming.length === 1 ? 'drill' : 'drills' }} that come next.
    </p>
  </section>
</template>
