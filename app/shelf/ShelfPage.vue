<script setup lang="ts">
import { PLAIN_DRILL } from '#core/formats/pasted'
import { hasSheet } from '#core/families/registry'
import { realise } from '#core/score/realise'
import type { FileDrill } from '~/base/files/file-drill'
import type { PastedMusic } from '~/bench/writing/pasted-music'
import { Tab, TabGroup, TabList, TabPanel, TabPanels } from '@headlessui/vue'
import { COLUMNS } from '#core/ladder/columns/registry'
import { GRADE_ROWS } from '#core/ladder/rows'
import {
  benchAddress,
  chosenOf,
  countsOf,
  matching,
  NO_QUERY,
  techniqueLabel,
  type ShelfEntry,
  type ShelfQuery,
  routineOfEntries,
} from '~/shelf/shelf-entries'

useHead({ title: 'Shelf · Fidactyl' })
const shelf = useShelf()
const { data, error, reload, entries, favourites, chosen } = shelf
const { data: roster } = useLoaded('GET /api/students', () => ({}))
const students = computed(() => roster.value?.students ?? [])
const route = useRoute()

/** An address may ask for a student, a technique and a grade: a student's page does. */
const asked = (name: string) => (typeof route.query[name] === 'string' ? route.query[name] : null)
const query = ref<ShelfQuery>({
  ...NO_QUERY,
  technique: COLUMNS.find(column => column.name === asked('technique'))?.name ?? null,
  row: GRADE_ROWS.find(each => String(each) === asked('grade')) ?? null,
})
const studentId = ref<string | null>(asked('student'))
const student = computed(() => students.value.find(each => each.id === studentId.value) ?? null)
const suiting = useSuiting(
  () => entries.value,
  () => student.value,
)
const technique = computed({
  get: () => query.value.technique,
  set: value => {
    query.value = { ...query.value, technique: value }
  },
})
const row = computed({
  get: () => query.value.row,
  set: value => {
    query.value = { ...query.value, row: value }
  },
})
const found = computed(() =>
  matching(entries.value, query.value, { favourites: favourites.value, suiting: suiting.suiting.value }),
)
const counts = computed(() => countsOf(found.value))
const listed = computed(() => chosenOf(found.value, query.value))

/** A page of cards is drawn; more when asked for. The first few come with the page itself, the others right after. */
const A_PAGE = 12
const AT_FIRST = 4
const shown = ref(AT_FIRST)
watch(listed, (_, before) => {
  if (before && before.length > 0) shown.value = A_PAGE
  else
    onceDrawn(() => {
      shown.value = A_PAGE
    })
})
const where = computed(() =>
  [
    query.value.technique === null ? null : techniqueLabel(query.value.technique),
    query.value.row === null ? null : `grade ${query.value.row}`,
  ]
    .filter(Boolean)
    .join(', '),
)
const narrowed = computed(() => JSON.stringify(query.value) !== JSON.stringify(NO_QUERY) || studentId.value !== null)
function showAll() {
  query.value = { ...NO_QUERY }
  studentId.value = null
}

const tab = ref(0)
const setting = shallowRef<readonly ShelfEntry[] | null>(null)
const adding = ref(false)
const chosenEntries = computed(() => chosen.value.flatMap(each => shelf.byRef.value.get(each) ?? []))
async function setFor({ studentId: id, path }: { studentId: string; path: boolean }) {
  const name = students.value.find(each => each.id === id)?.name ?? ''
  const refs = setting.value!.map(entry => entry.ref)
  if (await shelf.setFor(refs, id, name, path)) setting.value = null
}
const toasts = useToasts()
const reading = ref(false)
const exporting = ref(false)
/** Those that are written on paper or as music: the others have no notes. */
const toExport = computed<readonly FileDrill[]>(() =>
  chosenEntries.value
    .filter(({ spec }) => hasSheet({ family: String(spec.family) }))
    .map(({ name, spec }) => ({
      name,
      spec,
      ...(student.value && { hand: student.value.hand, habits: student.value.habits, student: student.value.name }),
    })),
)
function putOn({ spec }: PastedMusic) {
  const result = realise({ ...spec, fingering: { rule: 'one-per-fret' } })
  if (result.ok) void shelf.putOn(result.value.title.slice(0, 120), spec)
}
/** Lays several drills on the bench as one sheet, in their order. */
function openRoutine(entries: readonly ShelfEntry[]) {
  const routine = routineOfEntries(entries)
  if (routine.ok) void navigateTo({ path: '/bench', query: { spec: JSON.stringify(routine.spec) } })
  else toasts.say(`They cannot share one sheet: ${routine.why}.`, { tone: 'trouble' })
}
const actionsOf = (entry: ShelfEntry) => [
  { label: 'Open on the bench', run: () => void navigateTo(benchAddress(entry)) },
  {
    label: 'Assign to a student',
    run: () => {
      setting.value = [entry]
    },
  },
  ...(entry.own ? [{ label: 'Archive', run: () => void shelf.archive(entry, true) }] : []),
]
</script>

<template>
  <div class="p-4 sm:p-6 max-w-[80rem]">
    <div class="flex flex-wrap items-center gap-3 mb-4">
      <h1 class="text-2xl mr-auto">Shelf</h1>
      <label class="relative">
        <span class="sr-only">Find a drill</span>
        <input
          v-model="query.search"
          type="search"
          placeholder="Find a drill"
          class="min-h-11 w-64 rounded-md border border-edge/70 bg-card px-3 placeholder:text-soft"
        />
      </label>
      <BaseButton @click="reading = true">Read a file</BaseButton>
      <NuxtLink
        to="/bench"
        class="inline-flex items-center min-h-11 px-4 rounded-md bg-action text-on-action font-bold"
      >
        Build a drill
      </NuxtLink>
    </div>
    <LoadState v-if="!data" :error="error" @retry="reload" />
    <TabGroup v-else :selected-index="tab" @change="tab = $event">
      <TabList class="flex gap-2 mb-4 border-b border-line">
        <Tab v-for="name in ['Drills', 'Collections']" :key="name" v-slot="{ selected }" as="template">
          <button
            type="button"
            class="min-h-11 px-3 border-b-2 -mb-px"
            :class="selected ? 'border-action font-bold' : 'border-transparent text-soft hover:text-ink'"
          >
            {{ name }}
          </button>
        </Tab>
      </TabList>
      <TabPanels>
        <TabPanel tabindex="-1">
          <div class="grid gap-6 lg:grid-cols-[15rem_minmax(0,1fr)]">
            <ShelfFilters
              v-model:query="query"
              v-model:student-id="studentId"
              :students="students"
              :counts="counts"
              :busy="suiting.busy.value"
              :progress="suiting.progress.value"
              @stop="suiting.stop"
            />
            <div class="min-w-0">
              <BenchFold label="By technique and grade" summary="how many drills there are of each">
                <ShelfMatrix v-model:technique="technique" v-model:row="row" :counts="counts" />
                <ChartFigures
                  title="Drills by technique and grade"
                  :columns="['Technique', ...GRADE_ROWS.map(grade => `Grade ${grade}`)]"
                  :rows="
                    COLUMNS.map(column => [
                      column.label,
                      ...GRADE_ROWS.map(grade => counts.get(`${column.name} ${grade}`) ?? 0),
                    ])
                  "
                />
              </BenchFold>
              <div class="flex flex-wrap items-baseline gap-3 mt-4 mb-2">
                <h2 class="text-lg">
                  <span role="status"
                    >{{ listed.length }} {{ listed.length === 1 ? 'drill' : 'drills'
                    }}{{ where ? `: ${where}` : '' }}</span
                  >
                </h2>
                <button
                  v-if="narrowed"
                  type="button"
                  class="min-h-9 underline underline-offset-4 text-soft"
                  @click="showAll"
                >
                  Show everything
                </button>
              </div>
              <EmptyState v-if="listed.length === 0" title="No match">
                {{
                  query.source === 'favourites' && favourites.size === 0
                    ? 'Press the star of a drill to keep it among your favourites.'
                    : 'Try fewer letters, another grade or technique, or show everything.'
                }}
              </EmptyState>
              <div class="grid gap-3 xl:grid-cols-2">
                <ShelfCard
                  v-for="entry in listed.slice(0, shown)"
                  :key="entry.ref"
                  :entry="entry"
                  :favourite="favourites.has(entry.ref)"
                  :chosen="chosen.includes(entry.ref)"
                  :first="entry.after.flatMap(each => shelf.byRef.value.get(each)?.name ?? [])"
                  :actions="actionsOf(entry)"
                  @favour="shelf.favour(entry.ref, $event)"
                  @choose="shelf.choose(entry.ref, $event)"
                />
              </div>
              <BaseButton v-if="listed.length > shown" class="mt-4" @click="shown += A_PAGE">
                Show {{ Math.min(A_PAGE, listed.length - shown) }} more
              </BaseButton>
            </div>
          </div>
        </TabPanel>
        <TabPanel tabindex="-1">
          <ShelfCollections :shelf="shelf" @set="setting = $event" @routine="openRoutine" />
        </TabPanel>
      </TabPanels>
    </TabGroup>
    <div
      v-if="chosen.length > 0"
      class="sticky bottom-16 md:bottom-0 z-10 mt-4 -mx-4 sm:-mx-6 px-4 sm:px-6 py-3 flex flex-wrap items-center gap-3 bg-rail border-t border-line"
      role="region"
      aria-label="Chosen drills"
    >
      <p class="flex-1 font-bold">{{ chosen.length }} chosen</p>
      <BaseButton @click="chosen = []">Clear</BaseButton>
      <BaseButton @click="adding = true">Add to a collection</BaseButton>
      <BaseButton @click="exporting = true">Export</BaseButton>
      <BaseButton v-if="chosen.length > 1" @click="openRoutine(chosenEntries)">As one sheet</BaseButton>
      <BaseButton tone="action" @click="setting = chosenEntries">Assign to a student</BaseButton>
    </div>
    <SetSeveralDialog
      :open="setting !== null"
      :students="students"
      :student-id="studentId"
      :entries="setting ?? []"
      :busy="shelf.busy.value"
      :error="shelf.refusal.value"
      @update:open="setting = null"
      @set="setFor"
    />
    <PasteDialog v-model:open="reading" :spec="PLAIN_DRILL" action="Put on the shelf" @taken="putOn" />
    <ExportDialog v-model:open="exporting" :drills="toExport" heading="Drills" />
    <AddToDialog v-model:open="adding" :shelf="shelf" />
  </div>
</template>
