<script setup lang="ts">
import { COLUMNS } from '#core/ladder/columns/registry'
import { GRADE_ROWS } from '#core/ladder/rows'

/** Techniques by grades, with how many drills there are of each: a cell, a row or a column narrows the list down. */
defineProps<{ counts: ReadonlyMap<string, number> }>()
const technique = defineModel<string | null>('technique', { required: true })
const row = defineModel<number | null>('row', { required: true })
const rows = GRADE_ROWS.toReversed()

function pick(column: string | null, grade: number | null) {
  const same = technique.value === column && row.value === grade
  technique.value = same ? null : column
  row.value = same ? null : grade
}
const isIn = (column: string, grade: number) =>
  (technique.value !== null || row.value !== null) &&
  (technique.value === null || technique.value === column) &&
  (row.value === null || row.value === grade)
</script>

<template>
  <div class="overflow-x-auto -mx-1 px-1">
    <table class="matrix border-separate border-spacing-0.5">
      <caption class="sr-only">
        Drills by technique and grade
      </caption>
      <thead>
        <tr>
          <th scope="col" class="align-bottom text-left text-sm text-soft font-normal pr-2">Grade</th>
          <th v-for="column in COLUMNS" :key="column.name" scope="col" class="p-0 align-bottom">
            <button
              type="button"
              class="column-name hover:underline underline-offset-4"
              :class="technique === column.name && row === null ? 'font-bold' : 'font-normal'"
              :aria-pressed="technique === column.name && row === null"
              @click="pick(column.name, null)"
            >
              {{ column.label }}
            </button>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="grade in rows" :key="grade">
          <th scope="row" class="p-0 pr-2">
            <button
              type="button"
              class="figures min-h-7 w-full text-left hover:underline underline-offset-4"
              :class="row === grade && technique === null ? 'font-bold' : 'font-normal'"
              :aria-label="`Grade ${grade}, all techniques`"
              :aria-pressed="row === grade && technique === null"
              @click="pick(null, grade)"
            >
              {{ grade }}
            </button>
          </th>
          <td v-for="column in COLUMNS" :key="column.name" class="p-0">
            <button
              v-if="counts.get(`${column.name} ${grade}`)"
              type="button"
              class="cell figures"
              :class="isIn(column.name, grade) ? 'chosen' : ''"
              :aria-label="`${column.label}, grade ${grade}: ${counts.get(`${column.name} ${grade}`)} drills`"
              :aria-pressed="technique === column.name && row === grade"
              @click="pick(column.name, grade)"
            >
              {{ counts.get(`${column.name} ${grade}`) }}
            </button>
            <span v-else class="cell none" aria-label="none">·</span>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.column-name {
  writing-mode: vertical-rl;
  transform: rotate(180deg);
  font-size: 0.875rem;
  line-height: 1.1;
  white-space: nowrap;
  padding: 0.25rem 0;
  text-align: left;
  min-width: 2.4rem;
}
.cell {
  display: flex;
  align-items: center;
  justify-content: center;
  width: 100%;
  min-width: 2.4rem;
  min-height: 1.75rem;
  border: 1px solid var(--line);
  border-radius: 4px;
  background: var(--card);
}
.cell:is(button):hover {
  border-color: var(--ink);
}
.cell.none {
  border-color: transparent;
  background: transparent;
  color: var(--soft);
}
.cell.chosen {
  background: var(--ink);
  color: var(--card);
  border-color: var(--ink);
  font-weight: 700;
}
</style>
