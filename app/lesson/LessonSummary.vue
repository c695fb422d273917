<script setup lang="ts">
import { homeworkOnPaper } from '#shared/paper/homework-sheets'
import { faultCue, faultInWords } from '#core/wording/fault'
import { goalBpm, isFalling, isTimed } from '#core/practice/tempo/target'
import { careOf } from '#core/hand/care'
import { capital, countInWords } from '#core/wording/numbers'
import type { AgendaItem } from '#shared/contracts/taught/answers'

/** What a lesson amounted to, on one page. */
const props = defineProps<{ lesson: RunningLesson }>()
const emit = defineEmits<{ reopen: []; homework: []; noted: [text: string, about: 'drill' | 'lesson'] }>()
const when = useWhen()
const noting = ref(false)
const isToday = computed(() => when.day(detail.value.startedAt) === 'today')
const detail = computed(() => props.lesson.detail.value!)
const state = computed(() => props.lesson.state.value)
const rows = computed(() =>
  detail.value.agenda
    .map(set => {
      const passes = props.lesson.passesOf(set)
      const decided = state.value.decisions.filter(decision => decision.assignmentId === set.id)
      const before = set.decisions.at(-1)?.bpm ?? set.plan.startBpm
      return {
        set,
        passes,
        clean: passes.filter(pass => pass.clean).length,
        decided,
        before,
        after: decided.at(-1)?.bpm ?? before,
        minutes: state.value.minutes.get(set.id) ?? 0,
        notes: state.value.notes.filter(note => note.assignmentId === set.id),
        faults: state.value.faults.filter(fault => fault.assignmentId === set.id),
        gone: state.value.gone.filter(each => each.assignmentId === set.id).length,
        quality: state.value.quality.get(set.id) ?? null,
        planned: state.value.agenda?.find(item => item.assignmentId === set.id)?.minutes ?? null,
      }
    })
    .filter(
      row =>
        row.passes.length + row.decided.length + row.notes.length + row.faults.length + row.gone > 0 ||
        row.quality !== null,
    ),
)
const general = computed(() => state.value.notes.filter(note => note.assignmentId === null))
const length = computed(() => {
  const end = state.value.endedAt ?? detail.value.endedAt
  return end ? Math.max(1, Math.round((Date.parse(end) - Date.parse(detail.value.startedAt)) / 60_000)) : null
})
/** What became of the tempo; falling tempos are gone down, not eased. */
const words = (set: AgendaItem, before: number, after: number, decided: readonly { decision: string }[]) => {
  if (decided.at(-1)?.decision === 'done') return `completed at ${after}`
  if (after === before) return isTimed(set.plan) ? `stays at ${after}` : 'untimed'
  if (isFalling(set.plan)) return `from ${before} to ${after}`
  return after > before ? `raised from ${before} to ${after}` : `eased from ${before} to ${after}`
}
const { printOut } = usePrinting()
/** What was given in this lesson last, as a file. */
const newest = computed(() => detail.value.homework[0]?.given)
const saveHomework = useHomeworkFile()
const homeworkFile = () =>
  saveHomework(
    homeworkOnPaper(
      newest.value!,
      detail.value.agenda,
      detail.value.student,
      when.longDay(detail.value.startedAt.slice(0, 10)),
    ),
  )
const minutes = (value: number) => (value < 1 ? 'under a minute' : `${Math.round(value)} min`)
</script>

<template>
  <article class="max-w-3xl mx-auto p-5 sm:p-8">
    <SetAside class="screen-only" :lesson-id="detail.id" />
    <h1 class="text-3xl">
      {{ detail.student.name }}
    </h1>
    <p class="text-soft">
      Lesson {{ when.day(detail.startedAt) }}, {{ when.clock(detail.startedAt)
      }}<template v-if="length"> · {{ length }} min </template>
    </p>
    <CareNote v-if="detail.student.pain" :care="careOf({}, {}, detail.student.pain)" class="mt-2" />
    <EmptyState v-if="rows.length === 0 && general.length === 0" class="mt-6" title="Nothing recorded">
      No pass, decision or note in this lesson.
    </EmptyState>
    <section v-for="row in rows" :key="row.set.id" class="mt-6 border-t border-line pt-4">
      <h2 class="text-xl">
        {{ row.set.drillName }}
      </h2>
      <p class="figures text-lg">
        <b>{{ words(row.set, row.before, row.after, row.decided) }}</b>{{ ' '
        }}<span v-if="isTimed(row.set.plan)" class="text-soft">of {{ goalBpm(row.set.plan) }}</span>
      </p>
      <p class="text-soft figures">
        {{ row.clean }} of {{ row.passes.length }} passes clean · {{ minutes(row.minutes)
        }}{{ row.planned === null ? '' : ` of ${row.planned} planned`
        }}{{ row.quality === null ? '' : ` · sounded ${row.quality} of 5` }}
      </p>
      <p v-if="row.faults.length > 0">
        {{ capital(row.faults.map(faultInWords).join('; ')) }}.
        <span class="text-soft">{{ faultCue(row.faults[0]!.fault) }}</span>
      </p>
      <p v-if="row.gone > 0">
        {{
          row.gone === 1
            ? 'A fault heard before is gone.'
            : `${capital(countInWords(row.gone))} faults heard before are gone.`
        }}
      </p>
      <ul class="mt-1">
        <li v-for="decision in row.decided" :key="decision.id">
          {{ decision.reason ? `Against the plan: ${decision.reason}` : decision.offerReason }}
        </li>
        <li v-for="note in row.notes" :key="note.id">“{{ note.text }}”</li>
      </ul>
    </section>
    <section v-if="general.length > 0" class="mt-6 border-t border-line pt-4">
      <h2 class="text-xl">Notes</h2>
      <p v-for="note in general" :key="note.id">“{{ note.text }}”</p>
    </section>
    <section v-if="detail.homework.length > 0" class="mt-6 border-t border-line pt-4">
      <h2 class="text-xl mb-1">Homework</h2>
      <HomeworkGivenList :homework="detail.homework" />
    </section>
    <div class="screen-only mt-8 flex flex-wrap gap-3">
      <BaseButton tone="action" @click="navigateTo('/')"> Back to today </BaseButton>
      <BaseButton @click="navigateTo(`/students/${detail.student.id}`)">
        Open {{ detail.student.name }}’s page
      </BaseButton>
      <BaseButton @click="noting = true"> Add a note </BaseButton>
      <BaseButton v-if="isToday && lesson.detail.value!.agenda.length > 0" @click="emit('homework')"
        >Homework</BaseButton
      >
      <BaseButton v-if="isToday" @click="emit('reopen')"> Reopen the lesson </BaseButton>
      <BaseButton v-if="newest" @click="homeworkFile"> Homework as PDF </BaseButton>
      <BaseButton @click="printOut"> Print </BaseButton>
    </div>
    <LessonNoteDialog v-model:open="noting" :drill-name="null" @noted="(text, about) => emit('noted', text, about)" />
  </article>
</template>
