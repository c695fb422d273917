<script setup lang="ts">
import type { HomeworkRow } from '#shared/contracts/practice/answers'

/** What a student was given to practise, as it is on record. */
defineProps<{ homework: readonly HomeworkRow[] }>()
const when = useWhen()
</script>

<template>
  <ul class="divide-y divide-line border-y border-line">
    <li v-for="{ id, at, given } in homework" :key="id" class="grid sm:grid-cols-[14rem_minmax(0,1fr)] gap-x-4 py-2">
      <span class="font-bold"
        >{{ when.date(at) }}<span class="block font-normal text-soft figures">{{ given.minutesADay }} min a day</span>
      </span>
      <div>
        <ul>
          <li v-for="drill in given.drills" :key="drill.assignmentId" class="figures">
            {{ drill.drillName }}: {{ drill.stage }}{{ drill.bpm === null ? '' : `, at ${drill.bpm}` }},
            {{ drill.minutes }} min
          </li>
        </ul>
        <p v-if="given.note" class="text-soft">“{{ given.note }}”</p>
      </div>
    </li>
  </ul>
</template>
