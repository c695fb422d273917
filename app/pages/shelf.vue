<script setup lang="ts">
import { DateTime } from 'luxon'
import { realise } from '#core/score/realise'
import { familyNamed } from '#core/families/registry'
import type { DrillRow } from '#shared/contracts/drills'

useHead({ title: 'Shelf · Fidactyl' })
const { data, error, reload } = useLoaded<readonly DrillRow[]>(() => '/api/drills')
const writes = useWrites()
const toasts = useToasts()
const search = ref('')
const found = computed(() =>
  (data.value ?? []).filter(
    row => !row.archived && `${row.name} ${row.newest.title}`.toLowerCase().includes(search.value.trim().toLowerCase()),
  ),
)
const onShelf = computed(() => (data.value ?? []).filter(row => !row.archived).length)
const scoreOf = (row: DrillRow) => {
  const result = realise(row.newest.spec)
  return result.ok && result.value.kind === 'sheet' ? result.value : null
}
const day = (iso: string) => DateTime.fromISO(iso).toLocaleString(DateTime.DATE_MED, { locale: 'en-GB' })
const columns = [
  { id: 'name', header: 'Drill', value: (row: DrillRow) => row.name },
  { id: 'sheet', header: 'Opens with', value: (row: DrillRow) => row.newest.title, wideOnly: true },
  { id: 'version', header: 'Version', value: (row: DrillRow) => row.newest.number, numeric: true, wideOnly: true },
  { id: 'setFor', header: 'Set for', value: (row: DrillRow) => row.setFor, numeric: true },
  { id: 'saved', header: 'Saved', value: (row: DrillRow) => row.newest.createdAt, numeric: true, wideOnly: true },
  { id: 'more', header: '', value: () => '' },
]
async function archive(row: DrillRow, archived: boolean) {
  try {
    await writes.post(`/api/drills/${row.id}/archive`, { archived })
    await reload()
    if (archived)
      toasts.say(`“${row.name}” is off the shelf. What is set for students stays.`, {
        action: { label: 'Restore', run: () => void archive(row, false) },
      })
  } catch (refusal) {
    toasts.say((refusal as Error).message, { tone: 'trouble' })
  }
}
</script>

<template>
  <div class="p-5 sm:p-8 max-w-6xl">
    <div class="flex flex-wrap items-center gap-4 mb-5">
      <h1 class="text-2xl mr-auto">Shelf</h1>
      <label v-if="onShelf > 0" class="relative">
        <span class="sr-only">Find a drill</span>
        <input
          v-model="search"
          type="search"
          placeholder="Find a drill"
          class="min-h-11 w-64 rounded-md border border-edge/70 bg-card px-3 placeholder:text-soft"
        />
      </label>
      <NuxtLink
        to="/bench"
        class="inline-flex items-center min-h-11 px-4 rounded-md bg-action text-on-action font-bold"
      >
        Build a drill
      </NuxtLink>
    </div>
    <LoadState v-if="!data" :error="error" @retry="reload" />
    <EmptyState v-else-if="onShelf === 0" title="The shelf is empty">
      Build a drill on the bench and save it; it will stand here.
    </EmptyState>
    <EmptyState v-else-if="found.length === 0" title="No match"> Try fewer letters. </EmptyState>
    <DataTable v-else caption="Drills on the shelf" :rows="found" :columns="columns">
      <template #name="{ row }">
        <NuxtLink
          :to="{ path: '/bench', query: { drill: row.id } }"
          class="font-bold underline-offset-4 hover:underline"
        >
          {{ row.name }}
        </NuxtLink>
        <span class="block text-soft text-sm">{{ familyNamed(row.family).label }} · {{ row.newest.title }}</span>
      </template>
      <template #sheet="{ row }">
        <div class="w-56 xl:w-72" aria-hidden="true">
          <SheetThumb v-if="scoreOf(row)" :score="scoreOf(row)!" />
        </div>
      </template>
      <template #setFor="{ row }">
        <span class="whitespace-nowrap">{{
          row.setFor === 0 ? '–' : row.setFor === 1 ? '1 student' : `${row.setFor} students`
        }}</span>
      </template>
      <template #saved="{ row }">
        <span class="whitespace-nowrap">{{ day(row.newest.createdAt) }}</span>
      </template>
      <template #more="{ row }">
        <ActionMenu
          :label="`More for ${row.name}`"
          :items="[
            { label: 'Open on the bench', run: () => void navigateTo({ path: '/bench', query: { drill: row.id } }) },
            { label: 'Archive', run: () => void archive(row, true) },
          ]"
        />
      </template>
    </DataTable>
  </div>
</template>
