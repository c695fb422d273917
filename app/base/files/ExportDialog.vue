<script setup lang="ts">
import type { Score } from '#core/score/score'
import { drillOnPaper } from '#core/sheet/paper'
import { EXPORT_FORMATS, type ExportFormat, fileName, MOST_PRINTED } from '#shared/contracts/drills/export'
import type { MadeFile } from '~/base/files/useFiles'
import type { FileDrill } from './file-drill'

/**
 * One drill, or several, as files that leave the studio: on paper, or for the programs a student has. Several in one
 * format come as one archive.
 */
const props = defineProps<{
  drills: readonly FileDrill[]
  /** What it is called where several are one file. */
  heading: string
  /** The one drill as it is played: its pages on paper are told before. */
  score?: Score | null
}>()
const open = defineModel<boolean>('open', { required: true })
const toasts = useToasts()
const { attempt, busy, refusal } = useAttempt()

type Format = ExportFormat | 'png'
const format = useLocalStorage<Format>('fidactyl-export-format', 'pdf')
const paper = useLocalStorage<'a4' | 'letter'>('fidactyl-export-paper', 'a4')
const form = ref<'pages' | 'compact'>('pages')
const lanes = ref(true)
// As the sheet is shown on this device, until something else is chosen.
const notation = ref(useSheetRows().staff.value)
const click = ref(false)
const one = computed(() => props.drills.length === 1)

const FORMATS: readonly { readonly value: Format; readonly label: string; readonly about: string }[] = [
  { value: 'pdf', label: 'PDF', about: 'A page to print: the sheet with both hands, cues, boxes to log practice.' },
  { value: 'musicxml', label: 'MusicXML', about: 'For notation programs: strings, frets, fingers, strokes, slurs.' },
  { value: 'midi', label: 'MIDI', about: 'To play along with: each string on a channel of its own.' },
  { value: 'tab', label: 'Text', about: 'Tablature as plain text, for e-mail. It can be pasted back in.' },
  { value: 'svg', label: 'SVG', about: 'The sheet as a drawing, to put into a worksheet.' },
  { value: 'png', label: 'PNG', about: 'The sheet as a picture, to put into a worksheet or a message.' },
]
const about = computed(() => FORMATS.find(({ value }) => value === format.value)!.about)
const together = computed(() => !one.value && format.value === 'pdf')
const set = usePaperSet(() =>
  open.value && format.value === 'pdf' && !(one.value && props.score) && props.drills.length <= MOST_PRINTED
    ? {
        form: one.value ? 'pages' : form.value,
        heading: props.heading,
        drills: plain(props.drills),
        paper: paper.value,
        lanes: lanes.value,
        notation: notation.value,
      }
    : null,
)
const pages = computed(() =>
  open.value && one.value && props.score
    ? drillOnPaper(props.score, { lanes: lanes.value, staff: notation.value }).pages.length
    : set.pages.value,
)
const pagesInWords = (count: number) => `${count} ${count === 1 ? 'page' : 'pages'}`
const says = computed(() => {
  if (format.value !== 'pdf') return one.value ? '' : `${props.drills.length} files in one archive (ZIP).`
  if (pages.value !== null) return `${pagesInWords(pages.value)}.`
  if (props.drills.length > MOST_PRINTED) return `At most ${MOST_PRINTED} drills go on paper at once.`
  return set.counting.value ? 'The pages are being counted.' : ''
})

const done = ref(0)
let stopping: AbortController | null = null
watch(open, now => {
  if (!now) stopping?.abort()
})
const choices = computed(() => ({
  notation: notation.value,
  click: click.value,
  lanes: lanes.value,
  paper: paper.value,
}))

async function make(drill: FileDrill, signal: AbortSignal): Promise<MadeFile> {
  const as = format.value === 'png' ? 'svg' : format.value
  const made = await makeFile('POST /api/drills/export', { as, ...plain(drill), ...choices.value }, signal)
  if (format.value !== 'png') return made
  return { blob: await pngOf(made.blob), name: made.name.replace(/svg$/, 'png'), pages: null }
}

/** Every drill a file of its own, all of them in one archive. */
async function makeAll(signal: AbortSignal): Promise<MadeFile> {
  const { zipSync } = await import('fflate')
  const files: Record<string, Uint8Array> = {}
  const ending = format.value === 'png' ? 'png' : EXPORT_FORMATS[format.value].ending
  for (const [i, drill] of props.drills.entries()) {
    const { blob } = await make(drill, signal)
    files[`${String(i + 1).padStart(2, '0')} ${fileName(drill.name)}.${ending}`] = new Uint8Array(
      await blob.arrayBuffer(),
    )
    done.value = i + 1
  }
  return {
    blob: new Blob([zipSync(files, { level: 6 }) as BlobPart], { type: 'application/zip' }),
    name: `${fileName(props.heading)}.zip`,
    pages: null,
  }
}

function fileOf(signal: AbortSignal): Promise<MadeFile> {
  const { drills } = props
  if (one.value) return make(drills[0]!, signal)
  if (!together.value) return makeAll(signal)
  return set.file(signal)
}

async function save() {
  const stop = new AbortController()
  stopping = stop
  done.value = 0
  const result = await attempt(async () => {
    try {
      const file = await fileOf(stop.signal)
      if (stop.signal.aborted) return null
      keepFile(file)
      return file
    } catch (failure) {
      // Who closed the dialog wants no word of it.
      if (stop.signal.aborted) return null
      throw failure
    }
  })
  if (!result?.done) return
  const { name, pages: written } = result.done
  toasts.say(`“${name}” is among your downloads${written === null ? '' : `: ${pagesInWords(written)}`}.`)
  open.value = false
}
</script>

<template>
  <BaseDialog v-model:open="open" title="Export" :about="one ? drills[0]!.name : `${drills.length} drills`" wide>
    <form @submit.prevent="save">
      <BaseChips v-model="format" label="As" :options="FORMATS" tall />
      <p class="mt-2 text-soft" aria-live="polite">{{ about }} {{ says }}</p>
      <div class="mt-4 flex flex-wrap gap-x-8 gap-y-4">
        <BaseChips
          v-if="together"
          v-model="form"
          label="Several drills"
          :options="[
            { value: 'pages', label: 'a page each' },
            { value: 'compact', label: 'compact' },
          ]"
        />
        <BaseChips
          v-if="format === 'pdf'"
          v-model="paper"
          label="Paper"
          :options="[
            { value: 'a4', label: 'A4' },
            { value: 'letter', label: 'Letter' },
          ]"
        />
        <BaseChips
          v-if="(format === 'pdf' && !(together && form === 'compact')) || format === 'svg' || format === 'png'"
          v-model="lanes"
          label="Finger lanes"
          :options="[
            { value: true, label: 'with' },
            { value: false, label: 'without' },
          ]"
        />
        <BaseChips
          v-if="format !== 'midi' && format !== 'tab'"
          v-model="notation"
          label="Standard notation"
          :options="[
            { value: true, label: 'above the strings' },
            { value: false, label: 'strings only' },
          ]"
        />
        <BaseChips
          v-if="format === 'midi'"
          v-model="click"
          label="Click"
          :options="[
            { value: true, label: 'with a bar counted in' },
            { value: false, label: 'none' },
          ]"
        />
      </div>
      <div v-if="busy && !one && !together" class="mt-4">
        <label for="export-progress" class="text-sm text-soft">{{ done }} of {{ drills.length }}</label>
        <progress id="export-progress" class="w-full" :value="done" :max="drills.length" />
      </div>
      <FormRefusal :refusal="refusal ? { message: refusal } : null" />
      <DialogActions
        action="Save the file"
        :busy="busy"
        :disabled="drills.length === 0 || (together && drills.length > MOST_PRINTED)"
        @cancel="open = false"
      />
    </form>
  </BaseDialog>
</template>
