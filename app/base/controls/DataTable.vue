<script setup lang="ts" generic="Row extends object">
import { ChevronDownIcon, ChevronUpIcon } from '@heroicons/vue/16/solid'
import {
  createSortedRowModel,
  FlexRender,
  rowSortingFeature,
  sortFn_alphanumeric,
  sortFn_basic,
  tableFeatures,
  useTable,
  type ColumnDef,
} from '@tanstack/vue-table'

/** A table whose columns sort; a slot named after a column draws its cells. */
/** What a cell shows, and is sorted by. */
type Shown = string | number

const props = defineProps<{
  caption: string
  rows: readonly Row[]
  columns: readonly {
    readonly id: string
    readonly header: string
    readonly value: (row: Row) => Shown
    readonly numeric?: boolean
    readonly wideOnly?: boolean
  }[]
}>()
defineSlots<Record<string, (cell: { row: Row; value: Shown }) => unknown>>()

const features = tableFeatures({
  rowSortingFeature,
  sortedRowModel: createSortedRowModel(),
  sortFns: { alphanumeric: sortFn_alphanumeric, basic: sortFn_basic },
})
const columns = props.columns.map((column): ColumnDef<typeof features, Row> => ({
  id: column.id,
  header: column.header,
  accessorFn: column.value,
  sortFn: column.numeric ? 'basic' : 'alphanumeric',
}))
const table = useTable({ features, columns, data: computed(() => [...props.rows]) })
const about = (id: string) => props.columns.find(column => column.id === id)!
const sortWords = { asc: 'ascending', desc: 'descending' } as const
</script>

<template>
  <table class="w-full text-left border-collapse">
    <caption class="sr-only">
      {{
        caption
      }}
    </caption>
    <thead>
      <tr v-for="group in table.getHeaderGroups()" :key="group.id" class="border-b border-edge/60">
        <th
          v-for="header in group.headers"
          :key="header.id"
          scope="col"
          class="py-1 pr-4 font-bold text-sm text-soft"
          :class="[
            about(header.column.id).numeric ? 'text-right' : '',
            about(header.column.id).wideOnly ? 'max-lg:hidden' : '',
          ]"
          :aria-sort="
            about(header.column.id).header === ''
              ? undefined
              : header.column.getIsSorted()
                ? sortWords[header.column.getIsSorted() as 'asc' | 'desc']
                : 'none'
          "
        >
          <span v-if="about(header.column.id).header === ''" class="sr-only">More</span>
          <button
            v-else
            type="button"
            class="inline-flex items-center gap-1 min-h-9 hover:text-ink"
            @click="header.column.toggleSorting()"
          >
            <FlexRender :header="header" />
            <ChevronUpIcon v-if="header.column.getIsSorted() === 'asc'" class="size-4" aria-hidden="true" />
            <ChevronDownIcon v-if="header.column.getIsSorted() === 'desc'" class="size-4" aria-hidden="true" />
          </button>
        </th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in table.getRowModel().rows" :key="row.id" class="border-b border-line hover:bg-wood/25">
        <td
          v-for="cell in row.getAllCells()"
          :key="cell.id"
          class="py-2.5 pr-4 align-middle"
          :class="[
            about(cell.column.id).numeric ? 'text-right figures' : '',
            about(cell.column.id).wideOnly ? 'max-lg:hidden' : '',
          ]"
        >
          <slot :name="cell.column.id" :row="row.original" :value="cell.getValue() as Shown">
            {{ cell.getValue() }}
          </slot>
        </td>
      </tr>
    </tbody>
  </table>
</template>
