<script setup lang="ts">
import { RECORDS, type RecordsName } from '#shared/contracts/studio/records'

/** Records as files for a spreadsheet (CSV): of all the teacher's students, or of one. */
const props = withDefaults(defineProps<{ studentId?: string; of?: readonly RecordsName[] }>(), {
  studentId: undefined,
  of: () => RECORDS,
})
const LABELS: Readonly<Record<RecordsName, string>> = {
  roster: 'Roster',
  practice: 'Practice at home',
  passes: 'Passes',
  decisions: 'Decisions',
  drills: 'Drills',
}
const fileOf = (of: RecordsName) => addressOf('GET /api/records', { query: { of, student: props.studentId } })
</script>

<template>
  <ul class="flex flex-wrap gap-x-5">
    <li v-for="name in of" :key="name">
      <a
        :href="fileOf(name)"
        download
        class="inline-flex items-center min-h-11 underline underline-offset-4 hover:text-ink"
        :aria-label="`Save ${LABELS[name]} as CSV`"
      >
        {{ LABELS[name] }}
      </a>
    </li>
  </ul>
</template>
