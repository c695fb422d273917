<script setup lang="ts">
import { goalBpm } from '#core/practice/tempo/target'
import type { FileDrill } from '~/base/files/file-drill'
import type { PartName } from '#core/grade/table'
import { barTicks } from '#core/line/ticks'
import { writtenOut } from '#core/writing/written-out'
import type { PastedMusic } from '~/bench/writing/pasted-music'

const route = useRoute()

const { data: roster } = useLoaded('GET /api/students', () => ({}))
const students = computed(() => roster.value?.students ?? [])
const studentId = ref<string | null>(typeof route.query.student === 'string' ? route.query.student : null)
const student = computed(() => students.value.find(each => each.id === studentId.value) ?? null)
const person = computed(() => {
  const { age, instrument, hand, habits } = student.value ?? {}
  return { age, instrument, hand, habits }
})

provideHandedness(computed(() => student.value?.hand.leftHanded ?? false))

const session = useSession()
/** What a grade counts by in this studio. */
const weights = computed(() => session.me?.weights ?? undefined)
const bench = useBench(person, weights)
const kept = useSavedDrill(bench)
const fitting = useFitting(bench, kept)
const { fitted } = fitting
const assigning = useAssigning(bench, kept, students)
const work = useBenchWork(bench, {
  saved: computed(() => kept.saved.value !== null),
  title: computed(() => kept.title.value),
  query: () => ({
    ...(kept.drill.value && { drill: kept.drill.value.id }),
    ...(studentId.value && { student: studentId.value }),
  }),
})
const address = useBenchAddress({ bench, kept, assigning, studentId, work })
const resumed = await address.open(route.query)
if (resumed) studentId.value = resumed.student ?? null
address.follow()
work.follow()
/** Goes on with what was left on this device unsaved, for whom and from what it was. */
async function takeUpLeft() {
  const taken = await work.takeUpLeft()
  if (!taken) return
  studentId.value = taken.query.student ?? null
  if (taken.query.drill) await kept.load(taken.query.drill).catch(() => kept.letGo())
}

// The drill moves to the student's own guitar and hand; undo or “Keep the original” takes it back. An address that
// spells a drill out, and one that was set for this student, are left as they are.
watch(studentId, () => fitting.follow(student.value))
if (!resumed && typeof route.query.spec !== 'string' && typeof route.query.set !== 'string' && studentId.value) {
  void until(student)
    .toBeTruthy()
    .then(() => fitting.follow(student.value))
}

const desk = useWriting(bench)
const picked = ref<number | null>(null)
/** The note that is picked, or that the cursor of own music is on. */
const selected = computed({
  get: () => (desk.on.value ? desk.selected.value : picked.value),
  set: index => {
    if (desk.on.value) desk.goToNote(index)
    else picked.value = index
  },
})
const sheet = useTemplateRef<{ setFinger: (finger: number | null) => void; focus: () => void }>('sheet')
/** Begins own music anew: the sheet is empty, the cursor and the keys are in it. */
async function clearSheet() {
  desk.clear()
  await nextTick()
  sheet.value?.focus()
}
function show(key: string) {
  const index = score.value!.notes.findIndex(note => note.key === key)
  if (index >= 0) selected.value = index
}

/** The part of the grade whose notes are lit on the sheet. */
const partShown = ref<PartName | null>(null)
const lit = computed(() => bench.grade.value?.parts.find(part => part.name === partShown.value)?.notes ?? null)

/** What is on the bench belongs to nothing that was saved or set. */
function letGo() {
  kept.letGo()
  assigning.letGo()
}
function startNew() {
  letGo()
  fitting.dismiss()
  bench.open()
}

/** The marked notes become a drill of their own; the spec keeps what they were taken from. */
function takeExcerpt(from: string, to: string) {
  letGo()
  bench.set('then', [...bench.spec.value!.then, { do: 'excerpt', from, to }])
}

/** Lays another drill on the bench in place of the one that was saved or set; undo brings it back. */
function lay(spec: Record<string, unknown>) {
  varying.value = false
  letGo()
  bench.replace(spec)
}
/** The drill, or a stretch of it, becomes own music. */
const writeOut = (from?: number, to?: number) =>
  lay(writtenOut(bench.score.value!, to === undefined ? undefined : { from: from!, to }))
/** What was pasted or typed becomes own music, or goes into it where it is written. */
function takeMusic({ spec, clip }: PastedMusic) {
  if (clip && desk.on.value) desk.paste(clip)
  else lay(spec)
}

const tempo = computed({ get: () => bench.score.value?.tempo ?? 60, set: bpm => bench.set('tempo', bpm) })
const perBeat = computed(() => bench.score.value?.spec.rhythm.perBeat ?? 1)
const source = computed(() =>
  bench.score.value
    ? { meter: bench.score.value.meter, ticks: bench.score.value.bars * barTicks(bench.score.value.meter) }
    : null,
)
const metronome = useMetronome(source, tempo)
const dock = useTemplateRef<{ change: (by: number) => void; tap: () => void }>('dock')

// Not the title of an unsaved drill: setting a document's title at every step costs a quarter of a frame.
useHead({ title: computed(() => `${kept.drill.value?.name ?? 'Bench'} · Fidactyl`) })

useFoot(useTemplateRef<HTMLElement>('foot'))
const { printing, printOut } = usePrinting()
/** On a phone the parameters fold away above the sheet. */
const unfolded = ref(false)
const shown = useAppWindow()
useBenchKeys({
  bench,
  kept,
  metronome,
  dock,
  sheet,
  rows: useSheetRows(),
  print: printOut,
  exportIt: () => {
    exporting.value = toExport.value !== null
  },
})

/** The drill on the bench as it leaves the studio: for the student it is for, with their fingers. */
const exporting = ref(false)
const toExport = computed<FileDrill | null>(() => {
  const { value: who } = student
  if (!score.value) return null
  return {
    name: title.value,
    spec: bench.minimal.value,
    pins: bench.pins.value,
    ...(who && { hand: who.hand, habits: who.habits, student: who.name }),
    ...(assigning.assignment.value?.toTempo && {
      tempos: { start: score.value.tempo, target: goalBpm(assigning.assignment.value.plan) },
    }),
  }
})
/** The box that music is pasted into. */
const pasting = ref(false)
const pastedText = ref('')
function paste(text: string) {
  pastedText.value = text
  pasting.value = true
}

/** What was kept for the set drill is in sight at once. */
async function reloadSet() {
  const { value: set } = assigning.assignment
  if (set && studentId.value) await assigning.load(set.id, studentId.value)
}
/** The variations that stand side by side. */
const varying = ref(false)
const { plan, score } = bench
const { title, naming } = kept
const { setting } = assigning
const nameAsked = {
  save: { title: 'Save on your shelf', action: 'Save', initial: () => kept.ownTitle.value },
  rename: { title: 'Rename the drill', action: 'Rename', initial: () => title.value },
  duplicate: { title: 'Duplicate the drill', action: 'Duplicate', initial: () => `${title.value} (copy)` },
}
const asked = computed(() => nameAsked[naming.value ?? 'save'])
</script>

<template>
  <div>
    <div v-if="score" class="screen-only flex flex-col lg:h-dvh">
      <BenchHeader
        v-model:student-id="studentId"
        :bench="bench"
        :kept="kept"
        :assigning="assigning"
        :lesson-id="address.lessonId"
        :students="students"
        @anew="startNew"
        @print="printOut"
        @write-out="writeOut()"
        @paste="paste('')"
        @export-it="exporting = true"
        @keys="shown = 'keys'"
      />
      <AnewNote v-if="kept.anew.value.length > 0" :changes="kept.anew.value" @dismiss="kept.dismissAnew" />
      <LeftNote v-if="work.left.value" :work="work.left.value" @take-up="takeUpLeft" @drop="work.dropLeft" />
      <FitNote v-if="fitted" :fitted="fitted" @original="fitting.keepOriginal" @dismiss="fitting.dismiss" />
      <div
        class="flex-1 min-h-0 grid grid-cols-1 md:grid-cols-[16rem_minmax(0,1fr)] lg:grid-cols-[18rem_minmax(0,1fr)_16rem]"
      >
        <aside
          class="relative lg:overflow-y-auto p-3 md:p-5 md:border-r border-line max-md:border-b"
          aria-label="Parameters"
          tabindex="-1"
        >
          <BaseButton
            class="md:hidden w-full"
            :aria-expanded="unfolded"
            aria-controls="parameters"
            @click="unfolded = !unfolded"
          >
            {{ unfolded ? 'Fold the parameters' : 'Parameters' }}
          </BaseButton>
          <div id="parameters" :class="unfolded ? 'max-md:mt-4' : 'max-md:hidden'">
            <BenchControls
              :bench="bench"
              :habits="student?.habits"
              @paste="paste('')"
              @clear="clearSheet"
              @write-out="writeOut()"
              @side-by-side="varying = true"
              @back="lay"
            />
          </div>
        </aside>
        <BenchSheet
          ref="sheet"
          v-model:selected="selected"
          :bench="bench"
          :student="student"
          :drill-id="kept.drill.value?.id ?? null"
          :desk="desk"
          :clock="metronome"
          :lit="lit"
          @excerpt="takeExcerpt"
          @write-out="writeOut"
          @paste="paste"
        />
        <aside
          class="relative lg:overflow-y-auto p-5 lg:border-l border-line max-lg:col-span-full"
          aria-label="What it amounts to"
          tabindex="0"
        >
          <BenchAmount
            v-model:part="partShown"
            :bench="bench"
            :student="student"
            :assignment="assigning.assignment.value"
            :weights="weights"
            @show="show"
          />
        </aside>
      </div>
      <footer
        v-if="!plan"
        ref="foot"
        class="border-t border-line bg-rail px-5 py-3 max-lg:sticky max-md:bottom-16 md:max-lg:bottom-0 z-10"
      >
        <SoundDock ref="dock" v-model:tempo="tempo" :metronome="metronome" :per-beat="perBeat" :meter="score.meter" />
      </footer>
      <NameDialog
        :open="naming !== null"
        :title="asked.title"
        :action="asked.action"
        :initial="naming === null ? '' : asked.initial()"
        :busy="kept.busy.value"
        :error="kept.refusal.value"
        @update:open="naming = null"
        @named="kept.name"
      />
      <VariationDialog
        v-if="!plan"
        v-model:open="varying"
        :bench="bench"
        :student="student"
        :assignment="assigning.assignment.value"
        @take="lay"
        @offered="reloadSet"
      />
      <PasteDialog
        v-model:open="pasting"
        :initial="pastedText"
        :spec="bench.spec.value!"
        :into="desk.on.value"
        @taken="takeMusic"
      />
      <SetDialog
        v-model:open="setting"
        :students="students"
        :chosen-id="studentId"
        :spec="bench.minimal.value"
        :tempo="tempo"
        :busy="assigning.busy.value"
        :error="assigning.refusal.value"
        @set="assigning.setFor"
      />
    </div>
    <ExportDialog v-if="toExport" v-model:open="exporting" :drills="[toExport]" :heading="title" :score="score" />
    <BenchPrint v-if="printing" :bench="bench" :title="title" :student="student?.name" />
  </div>
</template>
