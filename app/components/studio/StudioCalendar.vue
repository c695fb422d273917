<script setup lang="ts">
import type { CalendarNames } from '#shared/contracts/calendar'

/** The teacher's weekly lessons as a file for other calendars, showing as little of students as is wanted. */
const names = useLocalStorage<CalendarNames>('fidactyl-calendar-names', 'first')
const NAMES = [
  { value: 'first', label: 'first names' },
  { value: 'initials', label: 'initials' },
  { value: 'none', label: 'no names' },
] as const
</script>

<template>
  <section class="mt-10">
    <h2 class="text-xl mb-1">Lessons in your calendar</h2>
    <p class="text-soft mb-3">
      Your weekly lessons with all that was moved or cancelled, as a file (iCalendar) that any calendar reads. Save it
      anew when lessons change: the calendar puts the newer ones in place of the older.
    </p>
    <div class="flex flex-wrap items-end gap-x-6 gap-y-3">
      <BaseChips v-model="names" label="Shown" :options="NAMES" tall />
      <a
        :href="`/api/calendar?names=${names}`"
        download
        class="inline-flex items-center min-h-11 px-4 rounded-md border border-edge/70 bg-card font-bold hover:border-ink"
      >
        Save the calendar
      </a>
    </div>
  </section>
</template>
