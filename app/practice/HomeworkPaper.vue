<script setup lang="ts">
import { careOf } from '#core/hand/care'
import type { HandInput } from '#core/schema/fields'
import type { Habits } from '#core/schema/habits'
import type { Pain } from '#core/schema/pain'
import type { HomeworkGiven } from '#core/practice/homework'
import { careInWords } from '#core/wording/care'
import { homeworkSheets, type HomeworkDrillSet } from '#shared/paper/homework-sheets'

/** What a student takes home: a page for each drill, or all of them together. */
const props = defineProps<{
  student: { readonly name: string; readonly hand: HandInput; readonly habits: Habits; readonly pain: Pain | null }
  given: HomeworkGiven
  sets: readonly HomeworkDrillSet[]
  today: string
}>()
const when = useWhen()
const sheets = computed(() => homeworkSheets(props.given, props.sets))
const care = computed(() => careOf(props.student.hand, props.student.habits, props.student.pain))
</script>

<template>
  <div>
    <template v-if="given.form === 'pages'">
      <template v-for="sheet in sheets" :key="sheet.id">
        <PrintPage
          v-if="sheet.score"
          class="page"
          :score="sheet.score"
          :name="sheet.name"
          :student="student.name"
          :tempos="{ start: sheet.bpm, target: null }"
          :practise="sheet.said"
        />
        <section v-else class="page"><HomeworkBlock :sheet="sheet" /></section>
      </template>
    </template>
    <section v-else class="together">
      <header>
        <h1>{{ student.name }}: practice</h1>
        <p>{{ when.longDay(today) }} · {{ given.minutesADay }} minutes a day</p>
        <p v-if="given.note" class="note">{{ given.note }}</p>
        <p v-if="care">
          <b>{{ careInWords(care) }}.</b>
        </p>
      </header>
      <HomeworkBlock v-for="sheet in sheets" :key="sheet.id" :sheet="sheet" />
      <p class="pain"><b>Pain is not normal: stop at once and tell your teacher.</b></p>
    </section>
  </div>
</template>

<style scoped>
.page:not(:last-child) {
  break-after: page;
}
.together {
  width: 690px;
  margin: 0 auto;
  color: #000;
}
h1 {
  font-size: 20px;
}
.note {
  margin-top: 4px;
}
.pain {
  margin-top: 10px;
  font-size: 14px;
}
</style>
