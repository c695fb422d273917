<script setup lang="ts">
import type { Control, RowColumn } from '#core/families/family'

/**
 * A list whose entries are set one by one: each in its columns, added, moved and removed; or all of it typed in its
 * short notation.
 */
const props = defineProps<{ control: Extract<Control, { readonly kind: 'rows' }>; strings: number }>()
const rows = defineModel<readonly unknown[]>({ required: true })
const put = (i: number, row: unknown) => {
  rows.value = rows.value.map((each, k) => (k === i ? row : each))
}
const valueOf = (column: RowColumn, row: unknown) => column.get(row as never)
const set = (column: RowColumn, i: number, value: unknown) => put(i, column.set(rows.value[i] as never, value as never))
const add = () => {
  rows.value = [...rows.value, rows.value.at(-1) ?? props.control.fresh]
}
const remove = (i: number) => {
  rows.value = rows.value.filter((_, k) => k !== i)
}
function move(i: number, by: 1 | -1) {
  const moved = [...rows.value]
  ;[moved[i], moved[i + by]] = [moved[i + by], moved[i]]
  rows.value = moved
}
/** A number as it was typed; what is none is left as it was. */
function typed(column: RowColumn & { readonly input: 'number' }, i: number, event: Event) {
  const field = event.target as HTMLInputElement
  const value = Math.round(Number(field.value))
  if (field.value.trim() === '' || !Number.isFinite(value)) field.value = String(valueOf(column, rows.value[i]))
  else set(column, i, Math.min(column.max, Math.max(column.min, value)))
}
</script>

<template>
  <fieldset class="space-y-2">
    <legend class="text-sm font-bold text-soft mb-1">{{ control.label }}</legend>
    <ol class="space-y-1.5">
      <li
        v-for="(row, i) in rows"
        :key="i"
        class="flex flex-wrap items-end gap-x-2 gap-y-1 border border-line rounded-md bg-card px-2 py-1.5"
        :aria-label="`${control.entry} ${i + 1}`"
      >
        <template v-for="column in control.columns" :key="column.label">
          <label v-if="column.input === 'number'" class="text-sm text-soft">
            {{ column.label }}
            <input
              class="block w-16 min-h-9 rounded-md border border-edge/70 bg-card px-2 text-ink figures"
              type="number"
              :min="column.min"
              :max="column.max"
              :value="valueOf(column, row)"
              @change="typed(column, i, $event)"
            />
          </label>
          <label v-else-if="column.input === 'text'" class="text-sm text-soft flex-1 min-w-36">
            {{ column.label }}
            <input
              class="block w-full min-h-9 rounded-md border border-edge/70 bg-card px-2 text-ink"
              type="text"
              :value="valueOf(column, row)"
              @change="set(column, i, ($event.target as HTMLInputElement).value)"
            />
          </label>
          <label v-else-if="column.input === 'choice'" class="text-sm text-soft">
            {{ column.label }}
            <select
              class="block min-h-9 rounded-md border border-edge/70 bg-card px-2 text-ink"
              :value="valueOf(column, row)"
              @change="set(column, i, ($event.target as HTMLSelectElement).value)"
            >
              <option v-for="option in column.options" :key="option.value" :value="option.value">
                {{ option.label }}
              </option>
            </select>
          </label>
          <div v-else class="w-full" role="group" :aria-label="column.label">
            <p class="text-sm text-soft">
              {{ column.label }}: <b class="text-ink figures">{{ (valueOf(column, row) as number[]).join(' ') }}</b>
            </p>
            <div class="flex gap-1">
              <button
                v-for="string in strings"
                :key="string"
                type="button"
                class="min-h-9 min-w-8 rounded-md border border-line bg-card hover:border-edge figures"
                :aria-label="`Add string ${string}`"
                @click="set(column, i, [...(valueOf(column, row) as number[]), string])"
              >
                {{ string }}
              </button>
              <button
                type="button"
                class="min-h-9 min-w-8 rounded-md border border-line bg-card hover:border-edge disabled:opacity-55"
                aria-label="Take the last string away"
                :disabled="(valueOf(column, row) as number[]).length < 2"
                @click="set(column, i, (valueOf(column, row) as number[]).slice(0, -1))"
              >
                ←
              </button>
            </div>
          </div>
        </template>
        <div class="ml-auto flex">
          <BaseButton
            tone="bare"
            size="sm"
            :disabled="i === 0"
            :aria-label="`Move ${control.entry} ${i + 1} up`"
            @click="move(i, -1)"
            >↑</BaseButton
          >
          <BaseButton
            tone="bare"
            size="sm"
            :disabled="i === rows.length - 1"
            :aria-label="`Move ${control.entry} ${i + 1} down`"
            @click="move(i, 1)"
            >↓</BaseButton
          >
          <BaseButton
            tone="bare"
            size="sm"
            :disabled="rows.length < 2"
            :aria-label="`Remove ${control.entry} ${i + 1}`"
            @click="remove(i)"
            >×</BaseButton
          >
        </div>
      </li>
    </ol>
    <BaseButton size="sm" :disabled="rows.length >= control.most" @click="add">Add {{ control.entry }}</BaseButton>
    <details>
      <summary class="min-h-9 text-sm text-soft cursor-pointer">As text</summary>
      <WrittenField
        :label="`${control.label} as text`"
        :hint="control.hint"
        :tall="control.tall"
        :text="control.write(rows as never)"
        @written="rows = control.read($event) as readonly unknown[]"
      />
    </details>
  </fieldset>
</template>
