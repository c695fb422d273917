<script setup lang="ts">
import type { StartTempo } from '#core/grade/start-tempo'
import { gradeInWords } from '#core/wording/grade'
import type { StudentRow } from '#shared/contracts/people/answers'
import { plain } from '~/base/useEngine'

/** Where a student may start with the drill on the bench, from what they play cleanly. */
const props = defineProps<{ spec: Readonly<Record<string, unknown>>; student: StudentRow }>()
const emit = defineEmits<{ take: [bpm: number] }>()
const { data } = useLoaded('GET /api/students/:id/coverage', () => ({ id: props.student.id }))
const session = useSession()
const engine = useEngine()
const start = shallowRef<StartTempo | null>(null)
const known = ref(false)

watchDebounced(
  [() => props.spec, data],
  async () => {
    if (!data.value) return
    const heard = data.value.map(({ id, spec, cleanBpm }) => ({ id, spec, cleanBpm }))
    const weights = session.me?.weights ?? undefined
    start.value = await engine.ask().startTempoFor(plain(props.spec), plain(heard), plain(props.student.hand), weights)
    known.value = true
  },
  { debounce: 300, immediate: true },
)
const nameOf = (id: string) => data.value?.find(each => each.id === id)?.drillName ?? ''
</script>

<template>
  <section v-if="known" aria-label="Suggested start tempo" class="mb-5">
    <h3 class="font-head font-bold">Suggested start tempo</h3>
    <p v-if="!start" class="text-soft">
      Not enough data yet: {{ student.name }} has not played anything similar cleanly.
    </p>
    <template v-else>
      <p v-if="start.tempo === null">
        Too hard for now at any tempo {{ student.name }} would practise at: take fewer strings, or fewer notes per beat.
      </p>
      <p v-else class="figures">
        <span class="font-head font-bold text-2xl">♩ = {{ start.tempo }}</span>
        <span class="text-soft ml-2">between {{ start.range[0] }} and {{ start.range[1] }}</span>
      </p>
      <p class="text-soft text-sm">
        <template v-for="(near, i) in start.from.slice(0, 2)" :key="near.id"
          >{{ i > 0 ? '; ' : '' }}“{{ nameOf(near.id) }}” is clean at {{ near.cleanBpm }}, grade
          {{ gradeInWords(near.grade) }}</template
        >. A new drill starts a little below.
      </p>
      <BaseButton v-if="start.tempo !== null" size="sm" class="mt-1" @click="emit('take', start.tempo)">
        Use this tempo
      </BaseButton>
    </template>
  </section>
</template>
