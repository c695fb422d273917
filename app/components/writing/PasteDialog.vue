<script setup lang="ts">
import { readPasted } from '#core/formats/pasted'
import type { RhythmBy } from '#core/formats/tab/rhythm'
import { lengthTicks } from '#core/writing/lengths'
import { realise } from '#core/score/realise'
import type { SharedSpec } from '#core/schema/fields'
import type { PastedMusic } from './pasted-music'

/** A box for tablature or note names: shows what becomes of them, and how the rhythm was read, before anything is done. */
const props = defineProps<{
  initial: string
  /** The drill in hand: its guitar, meter and tempo are taken where the text says nothing. */
  spec: SharedSpec
  /** Own music is written on: what is pasted can go in at its cursor. */
  into: boolean
}>()
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
})
watch(text, () => {
  rhythm.value = null
})

const settled = refDebounced(
  computed(() => text.value ?? ''),
  150,
)
const read = computed(() =>
  settled.value.trim() === ''
    ? null
    : readPasted(settled.value, { rhythm: rhythm.value ?? undefined, value: value.value, beside: props.spec }),
)
const realised = computed(() => {
  if (!read.value?.ok) return null
  const result = realise({ ...read.value.spec, fingering: { rule: 'one-per-fret' } })
  return result.ok
    ? { score: result.value.kind === 'sheet' ? result.value : null, why: null }
    : { score: null, why: result.error.message }
})
const WAYS: Readonly<Record<RhythmBy, string>> = {
  count: 'from the line that counts',
  spacing: 'from the spacing',
  equal: 'all alike',
}
const ways = computed(() => (read.value?.ok ? read.value.ways.map(way => ({ value: way, label: WAYS[way] })) : []))
const way = computed({
  get: () => (read.value?.ok ? (read.value.rhythm ?? 'spacing') : 'spacing'),
  set: next => {
    rhythm.value = next
  },
})
const VALUES = (['q', 'e', 's'] as const).map((each, i) => ({
  value: lengthTicks({ value: each, dotted: false, tuplet: 1 }),
  label: ['quarters', 'eighths', 'sixteenths'][i]!,
}))
const ready = computed(() => read.value?.ok && realised.value?.score && text.value === settled.value)

function take(atCursor: boolean) {
  if (!read.value?.ok) return
  const { spec, clip } = read.value
  emit('taken', atCursor ? { spec, clip } : { spec })
  leave()
}
function leave() {
  text.value = ''
  open.value = false
}
</script>

<template>
  <BaseDialog
    v-model:open="open"
    title="Paste tablature or notes"
    about="Lines of dashes and frets, or note names such as E4 F#4 G4/q. Nothing is changed before you say so."
    wide
  >
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
    <div aria-live="polite" class="mt-3 space-y-3">
      <p v-if="read && !read.ok" class="border-l-4 border-attention pl-3">{{ read.why }}</p>
      <template v-else-if="read && read.ok">
        <p v-if="realised?.why" class="border-l-4 border-attention pl-3">This cannot be played: {{ realised.why }}.</p>
        <template v-else-if="realised?.score">
          <p class="figures">
            {{ realised.score.notes.length }} {{ realised.score.notes.length === 1 ? 'note' : 'notes' }} in
            {{ realised.score.bars }} {{ realised.score.bars === 1 ? 'bar' : 'bars' }} of
            {{ realised.score.meter.join('/')
            }}<template v-if="read.kind === 'names'">, places chosen by the engine</template>.
          </p>
          <div class="overflow-x-auto rounded-md border border-line p-2">
            <SheetThumb :score="realised.score" :width="640" />
          </div>
        </template>
        <BaseChips v-if="ways.length > 1" v-model="way" label="Rhythm read" :options="ways" />
        <BaseChips
          v-if="way === 'equal' || read.kind === 'names'"
          v-model="value"
          label="Each note"
          :options="VALUES"
        />
        <ul v-if="read.warnings.length > 0" class="text-soft">
          <li v-for="warning in read.warnings.slice(0, 6)" :key="warning">{{ warning }}</li>
          <li v-if="read.warnings.length > 6">and {{ read.warnings.length - 6 }} more remarks</li>
        </ul>
      </template>
    </div>
    <div class="sticky -bottom-6 -mx-6 -mb-6 flex flex-wrap justify-end gap-3 bg-card px-6 pt-3 pb-6">
      <BaseButton :tone="into ? 'quiet' : 'action'" :disabled="!ready" @click="take(false)"
        >Make own music of it</BaseButton
      >
      <BaseButton v-if="into" tone="action" :disabled="!ready" @click="take(true)">Put in at the cursor</BaseButton>
      <BaseButton @click="leave">Cancel</BaseButton>
    </div>
  </BaseDialog>
</template>
