<script setup lang="ts">
import type { Cell } from '#core/formats/csv/write'

/** The numbers of a chart: as a table that opens on demand, and as a file of comma-separated values. */
const props = defineProps<{
  /** What the table is of; names the file too. */
  title: string
  columns: readonly string[]
  /** Figures and words, row by row; empty for what is not there. */
  rows: readonly (readonly Cell[])[]
}>()
const isNumber = (value: unknown) => typeof value === 'number'
async function save() {
  // Asked for only now: most pages are looked at and not saved.
  const { toCsv } = await import('#core/formats/csv/write')
  keepFile({
    blob: new Blob([toCsv(props.columns, props.rows)], { type: 'text/csv;charset=utf-8' }),
    name: `${props.title.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '-')}.csv`,
  })
}
</script>

<template>
  <div class="flex flex-wrap items-start gap-x-5">
    <details class="min-w-0">
      <summary class="min-h-9 flex items-center cursor-pointer text-soft hover:text-ink">As a table</summary>
      <div class="overflow-x-auto max-h-96 overflow-y-auto" tabindex="0" role="region" :aria-label="title">
        <table class="figures text-sm">
          <caption class="sr-only">
            {{
              title
            }}
          </caption>
          <thead>
            <tr>
              <th v-for="column in columns" :key="column" scope="col" class="text-left pr-5 font-bold">{{ column }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(row, r) in rows" :key="r">
              <td v-for="(value, c) in row" :key="c" class="pr-5 py-0.5" :class="isNumber(value) ? 'text-right' : ''">
                {{ value ?? '' }}
              </td>
            </tr>
          </tbody>
        </table>
      </div>
    </details>
    <button
      type="button"
      class="min-h-9 underline underline-offset-4 text-soft hover:text-ink"
      :aria-label="`Save ${title} as CSV`"
      @click="save"
    >
      CSV
    </button>
  </div>
</template>
