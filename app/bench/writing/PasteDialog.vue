<script setup lang="ts">
import { readPasted } from '#core/formats/pasted'
import { kindOf } from '#core/formats/kind'
import type { ReadFile } from '#core/formats/read-file'
import { MOST_BYTES, textOf } from '#core/formats/bytes'
import type { RhythmBy } from '#core/formats/tab/rhythm'
import { lengthTicks } from '#core/writing/lengths'
import { realise } from '#core/score/realise'
import type { SharedSpec } from '#core/schema/fields'
import type { PastedMusic } from './pasted-music'

/**
 * A place for a file, tablature or note names: shows what becomes of them, what was left out and how the rhythm was
 * read, before anything is done.
 */
const props = withDefaults(
  defineProps<{
    initial?: string
    /** The drill in hand: its guitar, meter and tempo are taken where file or text say nothing. */
    spec: Pick<SharedSpec, 'instrument' | 'rhythm' | 'tempo' | 'position'>
    /** Own music is written on: what is pasted can go in at its cursor. */
    into?: boolean
    /** What is done with what was read. */
    action?: string
  }>(),
  { initial: '', action: 'Turn into own music' },
)
const emit = defineEmits<{ taken: [music: PastedMusic] }>()
const open = defineModel<boolean>('open', { required: true })

/** What is typed here is kept on this device until it is taken or cancelled. */
const text = useLocalStorage('fidactyl-pasted', '')
const rhythm = ref<RhythmBy | null>(null)
const value = ref(lengthTicks({ value: 'e', dotted: false, tuplet: 1 }))
watch(open, now => {
  if (!now) return
  if (props.initial) text.value = props.initial
  rhythm.value = null
  forget()
})
watch(text, () => {
  rhythm.value = null
})

/** A file that holds music and no text: what it is called, and what it became. */
const file = shallowRef<{ readonly name: string; readonly bytes: Uint8Array } | null>(null)
const part = ref(1)
const fromFile = shallowRef<ReadFile | null>(null)
const reading = useFileReading()
const over = ref(false)
function forget() {
  reading.end()
  file.value = null
  fromFile.value = null
  part.value = 1
}
async function take(chosen: File | undefined) {
  if (!chosen) return
  forget()
  if (chosen.size > MOST_BYTES) {
    fromFile.value = {
      ok: false,
      kind: null,
      why: `“${chosen.name}” has ${Math.round(chosen.size / 1e6)} MB; ${MOST_BYTES / 1e6} MB are the most.`,
    }
    return
  }
  const bytes = new Uint8Array(await chosen.arrayBuffer())
  // Text is shown as if it had been pasted: it can be mended right here.
  if (bytes.length > 0 && kindOf(bytes) === 'text') text.value = textOf(bytes)
  else file.value = { name: chosen.name, bytes }
}
watch([file, part], async ([now]) => {
  fromFile.value = null
  if (!now) return
  const { instrument, position } = props.spec
  const result = await reading.read(now.bytes, {
    ...(part.value > 1 && { part: part.value }),
    beside: plain({ instrument, position }),
  })
  if (file.value === now) fromFile.value = result
})
const settled = refDebounced(
  computed(() => text.value ?? ''),
  150,
)
const fromText = computed(() =>
  settled.value.trim() === ''
    ? null
    : readPasted(settled.value, { rhythm: rhythm.value ?? undefined, value: value.value, beside: props.spec }),
)
const busy = computed(() => file.value !== null && fromFile.value === null)
const inHand = computed(() => file.value !== null || fromFile.value !== null)
const read = computed(() => (inHand.value ? fromFile.value : fromText.value))
const realised = computed(() => {
  if (!read.value?.ok) return null
  const result = realise({ ...read.value.spec, fingering: { rule: 'one-per-fret' } })
  return result.ok
    ? { score: result.value.kind === 'sheet' ? result.value : null, why: null }
    : { score: null, why: result.error.message }
})
const unplaced = computed(
  () =>
    read.value?.ok &&
    (read.value.spec.free as { notes: readonly { string?: number }[] }).notes.some(
      ({ string }) => string === undefined,
    ),
)
const RHYTHM_LABELS: Readonly<Record<RhythmBy, string>> = {
  count: 'from the line that counts',
  spacing: 'from the spacing',
  equal: 'all alike',
}
const rhythms = computed(() =>
  read.value?.ok ? (read.value.rhythms ?? []).map(by => ({ value: by, label: RHYTHM_LABELS[by] })) : [],
)
const readBy = computed({
  get: () => (read.value?.ok ? (read.value.rhythm ?? 'spacing') : 'spacing'),
  set: next => {
    rhythm.value = next
  },
})
const VALUES = (['q', 'e', 's'] as const).map((each, i) => ({
  value: lengthTicks({ value: each, dotted: false, tuplet: 1 }),
  label: ['quarters', 'eighths', 'sixteenths'][i]!,
}))
const names = computed(() => !inHand.value && fromText.value?.ok === true && fromText.value.kind === 'names')
const parts = computed(() =>
  read.value?.ok && 'parts' in read.value && read.value.parts
    ? read.value.parts.map((label, i) => ({ value: i + 1, label }))
    : [],
)
const ready = computed(
  () => read.value?.ok && realised.value?.score && !busy.value && (inHand.value || text.value === settled.value),
)

function give(atCursor: boolean) {
  if (!read.value?.ok) return
  const { spec, clip } = read.value
  emit('taken', atCursor ? { spec, clip } : { spec })
  leave()
}
function leave() {
  text.value = ''
  forget()
  open.value = false
}
</script>

<template>
  <BaseDialog
    v-model:open="open"
    title="Read a file, or paste"
    about="MusicXML, MIDI, or tablature as text; or note names such as E4 F#4 G4/q. Nothing is changed before you say so."
    wide
  >
    <div
      class="rounded-md"
      :class="over ? 'outline-2 outline-dashed outline-offset-4 outline-attention' : ''"
      @dragover.prevent="over = true"
      @dragleave="over = false"
      @drop.prevent="((over = false), take($event.dataTransfer?.files[0]))"
    >
      <div class="flex flex-wrap items-center gap-3 mb-3">
        <FileButton label="File with music" accept=".musicxml,.xml,.mxl,.mid,.midi,.txt,.tab,text/plain" @chosen="take">
          Choose a file
        </FileButton>
        <p v-if="file" class="min-w-0 flex-1 truncate">
          {{ file.name }}
          <button type="button" class="ml-2 underline underline-offset-4 min-h-9" @click="forget">Take away</button>
        </p>
        <p v-else class="text-soft text-sm">or drop one here: .musicxml, .mxl, .mid, .txt</p>
      </div>
      <template v-if="!inHand">
        <label for="pasted-text" class="block text-sm font-bold text-soft mb-1">Text</label>
        <textarea
          id="pasted-text"
          v-model="text"
          rows="7"
          spellcheck="false"
          autocomplete="off"
          class="w-full rounded-md border border-edge/70 bg-paper px-3 py-2 font-mono text-sm leading-snug whitespace-pre"
          maxlength="250000"
        />
      </template>
    </div>
    <div aria-live="polite" class="mt-3 space-y-3">
      <p v-if="busy" class="text-soft">
        Reading the file…
        <button type="button" class="underline underline-offset-4 min-h-9" @click="forget">Stop</button>
      </p>
      <p v-else-if="read && !read.ok" class="border-l-4 border-attention pl-3">
        {{ read.why }}
        <button v-if="!file && inHand" type="button" class="underline underline-offset-4 min-h-9" @click="forget">
          Go on
        </button>
      </p>
      <template v-else-if="read && read.ok">
        <p v-if="realised?.why" class="border-l-4 border-attention pl-3">This cannot be played: {{ realised.why }}.</p>
        <template v-else-if="realised?.score">
          <p class="figures">
            {{ realised.score.notes.length }} {{ realised.score.notes.length === 1 ? 'note' : 'notes' }} in
            {{ realised.score.bars }} {{ realised.score.bars === 1 ? 'bar' : 'bars' }} of
            {{ realised.score.meter.join('/') }} at {{ realised.score.tempo
            }}<template v-if="unplaced">, places chosen by the engine</template>.
          </p>
          <div class="overflow-x-auto rounded-md border border-line p-2">
            <SheetThumb :score="realised.score" :width="640" />
          </div>
        </template>
        <BaseListbox v-if="parts.length > 0" v-model="part" label="Part" :options="parts" />
        <BaseChips v-if="rhythms.length > 1" v-model="readBy" label="Rhythm read" :options="rhythms" />
        <BaseChips
          v-if="(rhythms.length > 0 && readBy === 'equal') || names"
          v-model="value"
          label="Each note"
          :options="VALUES"
        />
        <ul v-if="read.warnings.length > 0" class="text-soft" aria-label="Read differently from the file">
          <li v-for="warning in read.warnings.slice(0, 6)" :key="warning">{{ warning }}</li>
          <li v-if="read.warnings.length > 6">and {{ read.warnings.length - 6 }} more notes</li>
        </ul>
      </template>
    </div>
    <div class="sticky -bottom-6 -mx-6 -mb-6 flex flex-wrap justify-end gap-3 bg-card px-6 pt-3 pb-6">
      <BaseButton @click="leave">Cancel</BaseButton>
      <BaseButton :tone="into ? 'quiet' : 'action'" :disabled="!ready" @click="give(false)">{{ action }}</BaseButton>
      <BaseButton v-if="into" tone="action" :disabled="!ready" @click="give(true)">Insert at the cursor</BaseButton>
    </div>
  </BaseDialog>
</template>
