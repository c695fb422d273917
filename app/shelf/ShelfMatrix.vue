<script setup lang="ts">
import { COLUMNS } from '#core/ladder/columns/registry'
import { GRADE_ROWS } from '#core/ladder/rows'

/** Techniques by grades, with how many drills there are of each: a cell, a row or a column narrows the list down. */
const props = defineProps<{ counts: ReadonlyMap<string, number> }>()
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
const countOf = (column: string, grade: number) => props.counts.get(`${column} ${grade}`) ?? 0

/** The button a Tab comes to, by column and row; the arrows go on from there. Column 0 and row 0 are the heads. */
const stop = ref('1 0')
const table = useTemplateRef<HTMLTableElement>('table')
const STEPS: Readonly<Record<string, readonly [x: number, y: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
const buttonAt = (place: string) => table.value?.querySelector<HTMLButtonElement>(`button[data-place="${place}"]`)
function onKey(event: KeyboardEvent) {
  const step = STEPS[event.key]
  const from = (event.target as HTMLElement).dataset.place?.split(' ').map(Number)
  if (!step || !from) return
  event.preventDefault()
  // What has no drills has no button, and is stepped over.
  for (
    let [x, y] = [from[0]! + step[0], from[1]! + step[1]];
    x >= 0 && y >= 0 && x <= COLUMNS.length && y <= rows.length;
    x += step[0], y += step[1]
  ) {
    const next = buttonAt(`${x} ${y}`)
    if (!next) continue
    next.focus()
    return
  }
}
const onFocus = (event: FocusEvent) => {
  stop.value = (event.target as HTMLElement).dataset.place ?? stop.value
}
/** What a filter has emptied is no stop any more. */
const stopHere = computed(() => {
  const [x, y] = stop.value.split(' ').map(Number) as [number, number]
  return x === 0 || y === 0 || countOf(COLUMNS[x - 1]!.name, rows[y - 1]!) > 0 ? stop.value : '1 0'
})
const tabIndex = (x: number, y: number) => (stopHere.value === `${x} ${y}` ? 0 : -1)
</script>

<template>
  <div class="overflow-x-auto -mx-1 px-1">
    <table ref="table" class="matrix border-separate border-spacing-0.5" @keydown="onKey" @focusin="onFocus">
      <caption class="sr-only">
        Drills by technique and grade; the arrow keys go from one to the next
      </caption>
      <thead>
        <tr>
          <th scope="col" class="align-bottom text-left text-sm text-soft font-normal pr-2">Grade</th>
          <th v-for="(column, x) in COLUMNS" :key="column.name" scope="col" class="p-0 align-bottom">
            <button
              type="button"
              :data-place="`${x + 1} 0`"
              :tabindex="tabIndex(x + 1, 0)"
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
        <tr v-for="(grade, y) in rows" :key="grade">
          <th scope="row" class="p-0 pr-2">
            <button
              type="button"
              :data-place="`0 ${y + 1}`"
              :tabindex="tabIndex(0, y + 1)"
              class="figures min-h-7 w-full text-left hover:underline underline-offset-4"
              :class="row === grade && technique === null ? 'font-bold' : 'font-normal'"
              :aria-label="`Grade ${grade}, all techniques`"
              :aria-pressed="row === grade && technique === null"
              @click="pick(null, grade)"
            >
              {{ grade }}
            </button>
          </th>
          <td v-for="(column, x) in COLUMNS" :key="column.name" class="p-0">
            <button
              v-if="countOf(column.name, grade) > 0"
              type="button"
              :data-place="`${x + 1} ${y + 1}`"
              :tabindex="tabIndex(x + 1, y + 1)"
              class="cell figures"
              :class="isIn(column.name, grade) ? 'chosen' : ''"
              :aria-label="`${column.label}, grade ${grade}: ${countOf(column.name, grade)} ${countOf(column.name, grade) === 1 ? 'drill' : 'drills'}`"
              :aria-pressed="technique === column.name && row === grade"
              @click="pick(column.name, grade)"
            >
              {{ countOf(column.name, grade) }}
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
