<script setup lang="ts">
import { ArrowUturnLeftIcon, ArrowUturnRightIcon } from '@heroicons/vue/24/outline'
import { v4 as uuid } from 'uuid'
import { PRESETS } from '#core/fretboard/presets'
import { barTicks } from '#core/line/ticks'
import { minimalSpec } from '#core/spec/minimal'
import type { DrillDetail, DrillVersion } from '#shared/contracts/drills'
import type { StudentRow } from '#shared/contracts/students'

const route = useRoute()
const router = useRouter()
const api = useApi()
const toasts = useToasts()

const { data: students } = useLoaded<readonly StudentRow[]>(() => '/api/students')
const studentId = ref<string | null>(typeof route.query.student === 'string' ? route.query.student : null)
const student = computed(() => students.value?.find(each => each.id === studentId.value) ?? null)
const hand = computed(() => student.value?.hand)

const bench = useBench(hand)
const drill = shallowRef<DrillDetail | null>(null)
const selected = ref<number | null>(null)
const range = ref<readonly [number, number] | null>(null)

/** The marked notes become a drill of their own; the spec keeps what they were taken from. */
function takeExcerpt() {
  const { score, spec } = bench
  if (!range.value || !score.value || !spec.value) return
  const [from, to] = range.value.map(index => score.value!.notes[index]!.key)
  range.value = null
  selected.value = null
  drill.value = null
  bench.set('then', [...spec.value.then, { do: 'excerpt', from, to }])
}
watch(() => bench.score.value, () => {
  range.value = null
})
const lanes = useLocalStorage('fidactyl-lanes', true)

// The newest version that says what the bench says; null while there are changes to save.
const saved = computed(() => drill.value?.versions.find(version => JSON.stringify(minimalOf(version)) === JSON.stringify(bench.minimal.value)) ?? null)
const minimalOf = (version: DrillVersion) => minimalSpec(version.spec)

async function open() {
  const { spec, drill: drillId } = route.query
  if (typeof drillId === 'string') {
    try {
      drill.value = await api.get<DrillDetail>(`/api/drills/${drillId}`)
    }
    catch (error) {
      toasts.say((error as Error).message, { tone: 'trouble' })
    }
  }
  if (typeof spec === 'string') {
    try {
      const read: unknown = JSON.parse(spec)
      if (typeof read !== 'object' || read === null || Array.isArray(read)) throw new TypeError('not a drill')
      bench.load(read as Record<string, unknown>)
      // A drill that cannot be read at all leaves nothing to draw: start from the opening one and say so.
      if (!bench.spec.value) throw new TypeError('not a drill')
      if (bench.problem.value) toasts.say(`The address asks for something impossible: ${bench.problem.value.path}: ${bench.problem.value.message}. The last playable drill is shown.`, { tone: 'trouble' })
    }
    catch {
      toasts.say('The drill in the address cannot be read. The bench opens with a plain one.', { tone: 'trouble' })
      bench.load(openingSpec())
    }
  }
  else if (drill.value?.versions[0]) {
    bench.load(minimalOf(drill.value.versions[0]))
  }
}
await open()

// Putting the drill in the address is a navigation too: it must not overtake one that leads away.
let leaving = false
onBeforeRouteLeave(() => {
  leaving = true
})
watchDebounced([bench.minimal, studentId, drill], () => {
  const query = {
    ...(drill.value && { drill: drill.value.id }),
    ...(studentId.value && { student: studentId.value }),
    spec: JSON.stringify(bench.minimal.value),
  }
  if (!leaving) void router.replace({ path: '/bench', query })
}, { debounce: 250 })

watch(studentId, () => {
  // The drill moves to the student's own guitar; undo takes it back.
  if (student.value) bench.set('instrument', student.value.instrument)
})

const tempo = computed({ get: () => bench.score.value?.tempo ?? 60, set: bpm => bench.set('tempo', bpm) })
const source = computed(() => bench.score.value ? { meter: bench.score.value.meter, ticks: bench.score.value.bars * barTicks(bench.score.value.meter) } : null)
const metronome = useMetronome(source, tempo)
const dock = useTemplateRef<{ change: (by: number) => void, tap: () => void }>('dock')

const title = computed(() => drill.value?.name ?? bench.plan.value?.title ?? bench.score.value?.title ?? 'Bench')
useHead({ title: computed(() => `${title.value} · Fidactyl`) })

const planLines = computed(() => {
  const plan = bench.plan.value
  if (!plan) return []
  return plan.kind === 'count'
    ? plan.tempos.map(({ bpm, bars, silentBars }) => `Count at ${bpm}: ${bars} bars, ${silentBars} of them silent`)
    : plan.steps.map(({ name, seconds, caution }) => `${name}, ${seconds} seconds${caution ? `: ${caution}` : ''}`)
})

const naming = ref<'save' | 'rename' | 'duplicate' | null>(null)
const busy = ref(false)
const refusal = ref('')

/** Runs a write once, showing its refusal where the teacher looks. */
async function attempt<T>(write: () => Promise<T>): Promise<T | null> {
  busy.value = true
  refusal.value = ''
  try {
    return await write()
  }
  catch (error) {
    refusal.value = (error as Error).message
    return null
  }
  finally {
    busy.value = false
  }
}

const reloadDrill = async (id: string) => {
  drill.value = await api.get<DrillDetail>(`/api/drills/${id}`)
}

async function saveAs(name: string) {
  const id = uuid()
  await api.post('/api/drills', { id, name, spec: bench.minimal.value })
  await reloadDrill(id)
}

/** Saves what is on the bench unless it is saved already. */
async function saveVersion(): Promise<DrillVersion> {
  if (saved.value) return saved.value
  if (drill.value) {
    await api.post(`/api/drills/${drill.value.id}/versions`, { id: uuid(), spec: bench.minimal.value })
    await reloadDrill(drill.value.id)
  }
  else {
    await saveAs(bench.plan.value?.title ?? bench.score.value!.title)
  }
  return drill.value!.versions[0]!
}

async function save() {
  if (bench.problem.value) return
  if (!drill.value) {
    naming.value = 'save'
    return
  }
  const version = await attempt(saveVersion)
  toasts.say(version ? `Saved as version ${version.number}. Earlier versions are kept.` : refusal.value, { tone: version ? 'plain' : 'trouble' })
}

async function named(name: string) {
  const kind = naming.value
  const done = await attempt(async () => {
    if (kind === 'save') await saveAs(name)
    if (kind === 'rename') {
      await api.put(`/api/drills/${drill.value!.id}/name`, { id: uuid(), name })
      await reloadDrill(drill.value!.id)
    }
    if (kind === 'duplicate') {
      const id = uuid()
      await api.post(`/api/drills/${drill.value!.id}/duplicate`, { id, name })
      await reloadDrill(id)
      bench.load(minimalOf(drill.value!.versions[0]!))
    }
    return true
  })
  if (!done) return
  naming.value = null
  toasts.say({ save: `Saved as “${name}”.`, rename: `Renamed to “${name}”.`, duplicate: `“${name}” is a copy of its own.` }[kind!])
}

const setting = ref(false)
async function setFor(wish: { studentId: string }) {
  const who = students.value?.find(each => each.id === wish.studentId)
  const done = await attempt(async () => {
    const version = await saveVersion()
    await api.post('/api/assignments', { id: uuid(), drillVersionId: version.id, ...wish })
    return true
  })
  if (!done) return
  setting.value = false
  toasts.say(`Set for ${who?.name}.`, { action: { label: 'Open their page', run: () => void navigateTo(`/students/${wish.studentId}`) } })
}

function startNew() {
  drill.value = null
  bench.load(openingSpec())
}

const { printing, printOut } = usePrinting()
const shortcuts = computed(() => [
  { key: ' ', label: 'Play or stop', run: () => metronome.toggle() },
  { key: 'ArrowUp', label: 'Faster by 1', run: () => dock.value?.change(1) },
  { key: 'ArrowDown', label: 'Slower by 1', run: () => dock.value?.change(-1) },
  { key: 't', label: 'Tap the tempo', run: () => dock.value?.tap() },
  { key: 'z', label: 'Undo', run: () => bench.undo() },
  { key: 'y', label: 'Redo', run: () => bench.redo() },
  { key: 's', label: 'Save', run: () => void save() },
  { key: 'l', label: 'Show or fold the finger lanes', run: () => { lanes.value = !lanes.value } },
  { key: 'p', label: 'Print', run: printOut },
  { key: '?', label: 'These keys', run: () => { keysOpen.value = true } },
])
const keysOpen = ref(false)
useKeys(() => shortcuts.value)
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  if (!(event.ctrlKey || event.metaKey) || (event.target as HTMLElement).closest('input, textarea')) return
  const key = event.key.toLowerCase()
  if (key === 'z') {
    event.preventDefault()
    if (event.shiftKey) bench.redo()
    else bench.undo()
  }
  if (key === 'y') {
    event.preventDefault()
    bench.redo()
  }
  if (key === 's') {
    event.preventDefault()
    void save()
  }
})

const state = computed(() => bench.problem.value
  ? 'cannot be played'
  : !drill.value ? 'not saved yet' : saved.value ? `version ${saved.value.number} of ${drill.value.versions.length}` : 'changed since it was saved')
const studentOptions = computed(() => [
  { value: null, label: 'nobody in particular', detail: 'reach 80 mm' },
  ...(students.value ?? []).filter(each => !each.archived).map(each => ({ value: each.id, label: each.name, detail: `${PRESETS[each.instrument.preset].label}, reach ${each.hand.reachMm ?? 80} mm` })),
])
</script>

<template>
  <div>
    <div
      v-if="bench.score.value && bench.spec.value"
      class="screen-only flex flex-col lg:h-dvh"
    >
      <header class="flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-line px-5 py-3">
        <div class="min-w-0 flex-1 basis-64">
          <h1 class="text-xl truncate">
            {{ title }}
          </h1>
          <p class="text-soft text-sm truncate">
            {{ state }}<template v-if="drill">
              · {{ bench.plan.value?.title ?? bench.score.value.title }}
            </template>
          </p>
        </div>
        <div class="w-56 max-sm:w-full">
          <BaseListbox
            v-model="studentId"
            label="For"
            hide-label
            :options="studentOptions"
          />
        </div>
        <div class="flex flex-wrap gap-2">
          <BaseButton
            :disabled="!bench.canUndo.value"
            aria-label="Undo"
            @click="bench.undo()"
          >
            <ArrowUturnLeftIcon
              class="size-5"
              aria-hidden="true"
            /><span class="max-xl:hidden">Undo</span>
          </BaseButton>
          <BaseButton
            :disabled="!bench.canRedo.value"
            aria-label="Redo"
            @click="bench.redo()"
          >
            <ArrowUturnRightIcon
              class="size-5"
              aria-hidden="true"
            /><span class="max-xl:hidden">Redo</span>
          </BaseButton>
          <BaseButton
            :disabled="bench.problem.value !== null || saved !== null"
            :busy="busy"
            @click="save"
          >
            Save
          </BaseButton>
          <BaseButton
            tone="action"
            :disabled="bench.problem.value !== null"
            @click="setting = true"
          >
            <span class="max-sm:hidden">Set for a student</span><span class="sm:hidden">Set</span>
          </BaseButton>
          <ActionMenu
            label="More"
            :items="[
              { label: 'Print', run: printOut },
              { label: 'Rename', run: () => naming = 'rename', disabled: !drill },
              { label: 'Duplicate', run: () => naming = 'duplicate', disabled: !drill },
              { label: 'New drill', run: startNew },
              { label: 'Keys of this place', run: () => keysOpen = true },
            ]"
          />
        </div>
      </header>
      <div class="flex-1 min-h-0 grid grid-cols-1 lg:grid-cols-[18rem_minmax(0,1fr)_16rem]">
        <aside
          class="lg:overflow-y-auto p-5 lg:border-r border-line max-lg:order-2"
          aria-label="Parameters"
          tabindex="-1"
        >
          <BenchControls :bench="bench" />
        </aside>
        <section
          class="min-w-0 min-h-0 flex flex-col max-lg:order-1"
          aria-label="Sheet"
        >
          <div class="flex-1 min-h-0 lg:overflow-y-auto p-3 sm:p-5">
            <div
              v-if="bench.problem.value"
              role="alert"
              class="mb-3 border-l-4 border-attention bg-card rounded-r-md px-4 py-2.5"
            >
              <p class="font-bold">
                This cannot be played: {{ bench.problem.value.message }}
              </p>
              <p class="text-soft">
                At {{ bench.problem.value.path }}. The sheet shows the last playable drill; undo or change the parameter.
              </p>
            </div>
            <div class="flex items-baseline justify-between gap-4 mb-2">
              <p class="text-soft">
                {{ bench.plan.value?.purpose ?? bench.score.value.purpose }}
              </p>
              <button
                v-if="!bench.plan.value"
                type="button"
                class="text-soft underline underline-offset-4 min-h-9 shrink-0"
                :aria-pressed="lanes"
                @click="lanes = !lanes"
              >
                {{ lanes ? 'Fold the lanes' : 'Show the lanes' }}
              </button>
            </div>
            <TimedRunner
              v-if="bench.plan.value"
              :plan="bench.plan.value"
            />
            <div
              v-else
              class="bg-card border border-line rounded-md px-2 py-3"
            >
              <DrillSheet
                v-model:selected="selected"
                v-model:range="range"
                :score="bench.score.value"
                :lanes="lanes"
                :clock="metronome"
              />
            </div>
            <div
              v-if="range && !bench.plan.value"
              class="mt-3 flex flex-wrap items-center gap-3 border-l-4 border-plan bg-card rounded-r-md px-4 py-2.5"
            >
              <p class="flex-1">
                Notes {{ range[0] + 1 }} to {{ range[1] + 1 }} are marked.
              </p>
              <BaseButton
                tone="action"
                @click="takeExcerpt"
              >
                Make a drill of them
              </BaseButton>
              <BaseButton @click="range = null">
                Leave it
              </BaseButton>
            </div>
          </div>
          <NoteCard
            v-if="!bench.plan.value"
            class="px-3 sm:px-5 py-2 lg:border-t border-line"
            :score="bench.score.value"
            :selected="selected"
          />
        </section>
        <aside
          class="lg:overflow-y-auto p-5 lg:border-l border-line max-lg:order-3"
          aria-label="What it amounts to"
          tabindex="0"
        >
          <BenchReckoning
            v-if="!bench.plan.value"
            :score="bench.score.value"
            :hand="hand"
          />
        </aside>
      </div>
      <footer
        v-if="!bench.plan.value"
        class="border-t border-line bg-rail px-5 py-3 max-lg:sticky max-md:bottom-16 md:max-lg:bottom-0 z-10"
      >
        <SoundDock
          ref="dock"
          v-model:tempo="tempo"
          :metronome="metronome"
          :per-beat="bench.score.value.spec.rhythm.perBeat"
        />
      </footer>
      <NameDialog
        :open="naming !== null"
        :title="naming === 'rename' ? 'Rename the drill' : naming === 'duplicate' ? 'Duplicate the drill' : 'Save on your shelf'"
        :action="naming === 'rename' ? 'Rename' : naming === 'duplicate' ? 'Duplicate' : 'Save'"
        :initial="naming === 'save' ? bench.plan.value?.title ?? bench.score.value.title : naming === 'duplicate' ? `${drill?.name} (copy)` : drill?.name ?? ''"
        :busy="busy"
        :error="refusal"
        @update:open="naming = null"
        @named="named"
      />
      <SetDialog
        v-model:open="setting"
        :students="students ?? []"
        :chosen-id="studentId"
        :tempo="tempo"
        :busy="busy"
        :error="refusal"
        @set="setFor"
      />
      <ShortcutsDialog
        v-model:open="keysOpen"
        :shortcuts="shortcuts"
      />
    </div>
    <PrintPage
      v-if="printing && !bench.plan.value && bench.score.value"
      class="print-only"
      :score="bench.score.value"
      :name="title"
      :student="student?.name"
      :tempos="{ start: tempo, target: null }"
    />
    <section
      v-if="printing && bench.plan.value"
      class="print-only"
    >
      <h1 class="text-2xl">
        {{ title }}
      </h1>
      <p>{{ bench.plan.value.purpose }}</p>
      <ol class="list-decimal pl-6 mt-4 space-y-2">
        <li
          v-for="(line, i) in planLines"
          :key="i"
        >
          ☐ {{ line }}
        </li>
      </ol>
    </section>
  </div>
</template>
