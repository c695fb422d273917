<script setup lang="ts">
import { MOST_CSV_BYTES, readCsv } from '#core/formats/csv/read'
import { toCsv } from '#core/formats/csv/write'
import type { StudentRow } from '#shared/contracts/people/answers'
import { MOST_LISTED, severalStudentsBody } from '#shared/contracts/people/students'
import { readRoster, ROSTER_COLUMNS, rosterRow } from '#shared/records/roster'

/**
 * Students of a list as they would be added: each row with what is wrong with it. Nothing is written before the whole
 * is confirmed.
 */
const props = defineProps<{ present: readonly StudentRow[] }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ added: [ids: readonly string[]] }>()
const writes = useWrites()
const { own } = useGuitars()
const { busy, refusal, reset, submit } = useWriteForm({
  schema: severalStudentsBody,
  values: () => ({}),
  body: () => ({ students: [...added.value] }),
  send: fields => writes.send('POST /api/students/several', { body: fields }),
})

const file = shallowRef<{ readonly name: string; readonly bytes: Uint8Array } | null>(null)
const leaveOut = ref(false)
async function take(chosen: File) {
  reset()
  leaveOut.value = false
  // Of one that is far too large no more than shows that it is.
  file.value = { name: chosen.name, bytes: new Uint8Array(await chosen.slice(0, MOST_CSV_BYTES + 1).arrayBuffer()) }
}

const read = computed(() => {
  if (!file.value) return null
  const csv = readCsv(file.value.bytes)
  if (!csv.ok) return csv.why
  return readRoster(
    csv,
    props.present.map(({ name }) => name),
    own.value.filter(guitar => !guitar.archived),
  )
})
const list = computed(() => (read.value === null || typeof read.value === 'string' ? null : read.value))
const added = computed(
  () => list.value?.rows.flatMap(({ student, known }) => (student && !known ? [student] : [])) ?? [],
)
const wrong = computed(() => list.value?.rows.filter(row => row.wrong.length > 0).length ?? 0)
const known = computed(() => list.value?.rows.filter(row => row.known && row.wrong.length === 0).length ?? 0)
const tooMany = computed(() => added.value.length > MOST_LISTED)
const shownColumns = computed(() =>
  ROSTER_COLUMNS.filter(column => list.value?.rows.some(({ cells }) => cells[column] !== undefined)),
)
const people = (count: number) => (count === 1 ? '1 student' : `${count} students`)
const rowsInWords = (count: number) => (count === 1 ? '1 row' : `${count} rows`)
const ready = computed(() => added.value.length > 0 && !tooMany.value && (wrong.value === 0 || leaveOut.value))

const template = () =>
  keepFile({
    blob: new Blob(
      [
        toCsv(ROSTER_COLUMNS, [
          rosterRow({
            name: 'Example (delete this row)',
            birthYear: 2014,
            guitar: 'Half-size',
            hand: { reachMm: 60 },
            slot: { weekday: 2, wallTime: '16:30', minutes: 30, everyWeeks: 1 },
          }),
        ]),
      ],
      { type: 'text/csv;charset=utf-8' },
    ),
    name: 'Students.csv',
  })

async function add() {
  if (!ready.value) return
  const saved = await submit()
  if (!saved) return
  open.value = false
  emit('added', saved.answer.ids)
}
</script>

<template>
  <BaseDialog
    v-model:open="open"
    title="Students from a list"
    about="A spreadsheet saved as CSV. You see every row before anything is added."
    full
  >
    <form @submit.prevent="add">
      <div class="flex flex-wrap items-center gap-3">
        <FileButton label="A list of students" accept=".csv,.txt,text/csv" @chosen="take">
          {{ file ? 'Choose another file' : 'Choose a file' }}
        </FileButton>
        <span v-if="file" class="truncate min-w-0">{{ file.name }}</span>
        <button
          v-else
          type="button"
          class="min-h-11 underline underline-offset-4 text-soft hover:text-ink"
          @click="template"
        >
          A list to fill in
        </button>
      </div>
      <p v-if="!file" class="mt-3 text-soft">
        The first row names the columns. Only <b>name</b> is needed; also read are birth year, guitar, reach mm, lesson
        day, lesson time, minutes and every weeks.
      </p>
      <p v-else-if="typeof read === 'string'" class="mt-3 border-l-4 border-pain pl-3" role="alert">{{ read }}</p>
      <template v-else-if="list">
        <p class="mt-3" aria-live="polite">
          {{ list.rows.length === 0 ? 'The list is empty.' : `${people(added.length)} can be added.` }}
          <template v-if="known > 0"
            >{{ rowsInWords(known) }} {{ known === 1 ? 'names a student' : 'name students' }} you already have: skipped.
          </template>
          <template v-if="wrong > 0"
            >{{ rowsInWords(wrong) }} {{ wrong === 1 ? 'has an error' : 'have errors' }}.</template
          >
          <template v-if="tooMany"> At most {{ MOST_LISTED }} are added at once: split the list. </template>
        </p>
        <p v-if="list.unused.length > 0" class="text-soft">
          Columns that are not read: {{ list.unused.slice(0, 12).join(', ') }}.
        </p>
        <div
          v-if="list.rows.length > 0"
          class="mt-3 max-h-[45vh] overflow-auto border border-line rounded-md"
          tabindex="0"
          role="region"
          aria-label="Rows of the list"
        >
          <table class="w-full text-left">
            <caption class="sr-only">
              Rows of the list as they would be added
            </caption>
            <thead class="sticky top-0 bg-card">
              <tr class="border-b border-edge/60 text-sm text-soft">
                <th scope="col" class="py-1.5 px-3">Row</th>
                <th v-for="column in shownColumns" :key="column" scope="col" class="py-1.5 px-3">{{ column }}</th>
                <th scope="col" class="py-1.5 px-3">Result</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="row in list.rows" :key="row.row" class="border-b border-line last:border-0 align-top">
                <td class="py-1.5 px-3 figures text-soft">{{ row.row }}</td>
                <td v-for="column in shownColumns" :key="column" class="py-1.5 px-3">{{ row.cells[column] }}</td>
                <td class="py-1.5 px-3">
                  <ul v-if="row.wrong.length > 0" class="border-l-4 border-pain pl-2">
                    <li v-for="reason in row.wrong" :key="reason">{{ reason }}</li>
                  </ul>
                  <span v-else :class="row.known ? 'text-soft' : ''">{{ row.known ? 'here already' : 'added' }}</span>
                </td>
              </tr>
            </tbody>
          </table>
        </div>
        <label v-if="wrong > 0 && added.length > 0" class="mt-3 flex items-center gap-3 min-h-11">
          <input v-model="leaveOut" type="checkbox" class="size-5" />
          Skip {{ rowsInWords(wrong) }} with errors, or fix the list and choose it again.
        </label>
      </template>
      <FormRefusal class="mt-3" :refusal="refusal" />
      <DialogActions
        class="mt-5"
        :action="added.length > 0 ? `Add ${people(added.length)}` : 'Add'"
        :busy="busy"
        :disabled="!ready"
        @cancel="open = false"
      />
    </form>
  </BaseDialog>
</template>
