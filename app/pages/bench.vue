<script setup lang="ts">
import { barTicks } from '#core/line/ticks'
import type { Roster } from '#shared/contracts/students'

const route = useRoute()
const router = useRouter()

const { data: roster } = useLoaded<Roster>(() => '/api/students')
const students = computed(() => roster.value?.students ?? [])
const studentId = ref<string | null>(typeof route.query.student === 'string' ? route.query.student : null)
const student = computed(() => students.value.find(each => each.id === studentId.value) ?? null)
const person = computed(() => ({ hand: student.value?.hand, habits: student.value?.habits }))

provideHandedness(computed(() => student.value?.hand.leftHanded ?? false))

const bench = useBench(person)
const fitting = useFitting(bench)
const { fitted } = fitting
const drill = useBenchDrill(bench, students)
const { lanes, quiet } = useSheetRows()
await drill.open(route.query)

// Putting the drill in the address is a navigation too: it must not overtake one that leads away.
let leaving = false
onBeforeRouteLeave(() => {
  leaving = true
})
watchDebounced([bench.minimal, bench.pins, studentId, drill.drill, drill.assignment], () => {
  const query = {
    ...(drill.drill.value && { drill: drill.drill.value.id }),
    ...(studentId.value && { student: studentId.value }),
    ...(drill.assignment.value && { set: drill.assignment.value.id }),
    spec: JSON.stringify(bench.minimal.value),
    ...(Object.keys(bench.pins.value).length > 0 && { pins: JSON.stringify(bench.pins.value) }),
  }
  if (!leaving) void router.replace({ path: '/bench', query })
}, { debounce: 250 })

// The drill moves to the student's own guitar and hand; undo or “Keep the original” takes it back. An address that spells
// a drill out, and one that was set for this student, are left as they are.
watch(studentId, () => {
  fitting.dismiss()
  if (student.value) fitting.fit(student.value)
})
if (typeof route.query.spec !== 'string' && typeof route.query.set !== 'string' && studentId.value) {
  void until(student).toBeTruthy().then(() => fitting.fit(student.value!))
}

const selected = ref<number | null>(null)
const sheet = useTemplateRef<{ setFinger: (finger: number | null) => void }>('sheet')
function show(key: string) {
  const index = score.value!.notes.findIndex(note => note.key === key)
  if (index >= 0) selected.value = index
}

/** The marked notes become a drill of their own; the spec keeps what they were taken from. */
function takeExcerpt(from: string, to: string) {
  drill.letGo()
  bench.set('then', [...bench.spec.value!.then, { do: 'excerpt', from, to }])
}

const tempo = computed({ get: () => bench.score.value?.tempo ?? 60, set: bpm => bench.set('tempo', bpm) })
const perBeat = computed(() => bench.score.value?.spec.rhythm.perBeat ?? 1)
const source = computed(() => bench.score.value ? { meter: bench.score.value.meter, ticks: bench.score.value.bars * barTicks(bench.score.value.meter) } : null)
const metronome = useMetronome(source, tempo)
const dock = useTemplateRef<{ change: (by: number) => void, tap: () => void }>('dock')

// Not the title of an unsaved drill: setting a document's title at every step costs a quarter of a frame.
useHead({ title: computed(() => `${drill.drill.value?.name ?? 'Bench'} · Fidactyl`) })

const { printing, printOut } = usePrinting()
const keysOpen = ref(false)
const shortcuts = [
  { key: ' ', label: 'Play or stop', run: () => metronome.toggle() },
  { key: 'ArrowUp', label: 'Faster by 1', run: () => dock.value?.change(1) },
  { key: 'ArrowDown', label: 'Slower by 1', run: () => dock.value?.change(-1) },
  { key: 't', label: 'Tap the tempo', run: () => dock.value?.tap() },
  ...[1, 2, 3, 4].map(finger => ({ key: String(finger), label: `Finger ${finger} for the picked note`, run: () => sheet.value?.setFinger(finger) })),
  { key: '0', label: 'Its own finger again', run: () => sheet.value?.setFinger(null) },
  { key: 'z', label: 'Undo', run: () => bench.undo() },
  { key: 'y', label: 'Redo', run: () => bench.redo() },
  { key: 's', label: 'Save', run: () => void drill.save() },
  { key: 'l', label: 'Show or hide the finger lanes', run: () => { lanes.value = !lanes.value } },
  { key: 'q', label: 'Show or hide the quiet strings', run: () => { quiet.value = !quiet.value } },
  { key: 'p', label: 'Print', run: printOut },
  { key: '?', label: 'These keys', run: () => { keysOpen.value = true } },
]
useKeys(() => shortcuts)
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  if (!(event.ctrlKey || event.metaKey) || (event.target as HTMLElement).closest('input, textarea')) return
  const key = event.key.toLowerCase()
  const run = key === 'z' ? (event.shiftKey ? bench.redo : bench.undo) : key === 'y' ? bench.redo : key === 's' ? drill.save : null
  if (!run) return
  event.preventDefault()
  void run()
})

const { plan, score } = bench
const { title, naming, setting, refusal, busy } = drill
const nameAsked = {
  save: { title: 'Save on your shelf', action: 'Save', initial: () => drill.ownTitle.value },
  rename: { title: 'Rename the drill', action: 'Rename', initial: () => title.value },
  duplicate: { title: 'Duplicate the drill', action: 'Duplicate', initial: () => `${title.value} (copy)` },
}
const asked = computed(() => nameAsked[naming.value ?? 'save'])
</script>

<template>
  <div>
    <div
      v-if="score"
      class="screen-only flex flex-col lg:h-dvh"
    >
      <BenchHeader
        v-model:student-id="studentId"
        :bench="bench"
        :drill="drill"
        :students="students"
        @print="printOut"
        @keys="keysOpen = true"
      />
      <AnewNote
        v-if="drill.anew.value.length > 0"
        :changes="drill.anew.value"
        @dismiss="drill.dismissAnew"
      />
      <FitNote
        v-if="fitted"
        :fitted="fitted"
        @original="fitting.keepOriginal"
        @dismiss="fitting.dismiss"
      />
      <div class="flex-1 min-h-0 grid grid-cols-1 lg:grid-cols-[18rem_minmax(0,1fr)_16rem]">
        <aside
          class="relative lg:overflow-y-auto p-5 lg:border-r border-line max-lg:order-2"
          aria-label="Parameters"
          tabindex="-1"
        >
          <BenchControls :bench="bench" />
        </aside>
        <BenchSheet
          ref="sheet"
          v-model:selected="selected"
          :bench="bench"
          :student="student"
          :drill-id="drill.drill.value?.id ?? null"
          :clock="metronome"
          @excerpt="takeExcerpt"
        />
        <aside
          class="relative lg:overflow-y-auto p-5 lg:border-l border-line max-lg:order-3"
          aria-label="What it amounts to"
          tabindex="0"
        >
          <BenchReckoning
            v-if="!plan"
            :score="score"
            :hand="student?.hand"
            :verdict="bench.fingering.value"
            :busy="bench.engine.busy.value"
            @show="show"
            @take="bench.take"
          />
        </aside>
      </div>
      <footer
        v-if="!plan"
        class="border-t border-line bg-rail px-5 py-3 max-lg:sticky max-md:bottom-16 md:max-lg:bottom-0 z-10"
      >
        <SoundDock
          ref="dock"
          v-model:tempo="tempo"
          :metronome="metronome"
          :per-beat="perBeat"
          :meter="score.meter"
        />
      </footer>
      <NameDialog
        :open="naming !== null"
        :title="asked.title"
        :action="asked.action"
        :initial="naming === null ? '' : asked.initial()"
        :busy="busy"
        :error="refusal"
        @update:open="naming = null"
        @named="drill.name"
      />
      <SetDialog
        v-model:open="setting"
        :students="students"
        :chosen-id="studentId"
        :spec="bench.minimal.value"
        :tempo="tempo"
        :busy="busy"
        :error="refusal"
        @set="drill.setFor"
      />
      <ShortcutsDialog
        v-model:open="keysOpen"
        :shortcuts="shortcuts"
      />
    </div>
    <BenchPrint
      v-if="printing"
      :bench="bench"
      :title="title"
      :student="student?.name"
    />
  </div>
</template>
