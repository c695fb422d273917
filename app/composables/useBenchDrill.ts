import { realise } from '#core/score/realise'
import { familyLookup } from '#core/families/registry'
import { minimalSpec } from '#core/families/minimal-spec'
import { pinsSchema, type Pins } from '#core/schema/fields'
import { parseSpec } from '#core/schema/parse'
import type { DrillDetail, DrillVersion } from '#shared/contracts/drills'
import type { AssignmentDetail, StudentPage, StudentRow } from '#shared/contracts/students'

/** What a name is asked for. */
export type Naming = 'save' | 'rename' | 'duplicate'

/** A kept spec as it reads today: fields that a family has got since have their defaults. */
function minimalOf(version: Pick<DrillVersion, 'spec'>): Record<string, unknown> {
  const read = parseSpec(version.spec, familyLookup)
  return minimalSpec(read.ok ? read.value : version.spec)
}

/**
 * The saved drill behind the bench: opening it, saving versions, naming, copying, setting it for a student.
 * Refusals of a write are kept where the teacher looks.
 */
export function useBenchDrill(bench: Bench, students: Readonly<Ref<readonly StudentRow[] | null>>) {
  const api = useApi()
  const writes = useWrites()
  const toasts = useToasts()
  const drill = shallowRef<DrillDetail | null>(null)
  /** The set drill whose fingers are worked on; null when the bench is not about one. */
  const assignment = shallowRef<AssignmentDetail | null>(null)
  const naming = ref<Naming | null>(null)
  const setting = ref(false)
  const busy = ref(false)
  const refusal = ref('')

  const ownTitle = computed(() => bench.plan.value?.title ?? bench.score.value?.title ?? 'Bench')
  // The newest version that says what the bench says; null while there are changes to save.
  const versionTexts = computed(() => (drill.value?.versions ?? []).map(version => ({ version, text: JSON.stringify(minimalOf(version)) })))
  const saved = computed(() => {
    const text = JSON.stringify(bench.minimal.value)
    return versionTexts.value.find(each => each.text === text)?.version ?? null
  })
  const state = computed(() => bench.problem.value
    ? 'cannot be played'
    : !drill.value ? 'not saved yet' : saved.value ? `version ${saved.value.number} of ${drill.value.versions.length}` : 'changed since it was saved')

  const anewSeen = ref<string | null>(null)
  /** What is reckoned otherwise since the drill on the bench was saved; nothing once it was read or the drill changed. */
  const anew = computed(() => (saved.value && saved.value.id === drill.value?.versions[0]?.id && anewSeen.value !== saved.value.id ? drill.value.anew : []))
  const dismissAnew = () => {
    anewSeen.value = saved.value?.id ?? null
  }

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

  async function load(id: string) {
    drill.value = await api.get<DrillDetail>(`/api/drills/${id}`)
  }

  async function saveAs(name: string) {
    await load((await writes.post<{ id: string }>('/api/drills', { name, spec: bench.minimal.value })).id)
  }

  /** Saves what is on the bench unless it is saved already. */
  async function saveVersion(): Promise<DrillVersion> {
    if (saved.value) return saved.value
    if (drill.value) {
      await writes.post(`/api/drills/${drill.value.id}/versions`, { spec: bench.minimal.value })
      await load(drill.value.id)
    }
    else {
      await saveAs(ownTitle.value)
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

  async function name(wanted: string) {
    const kind = naming.value
    const done = await attempt(async () => {
      if (kind === 'save') await saveAs(wanted)
      if (kind === 'rename') {
        await writes.put(`/api/drills/${drill.value!.id}/name`, { name: wanted })
        await load(drill.value!.id)
      }
      if (kind === 'duplicate') {
        await load((await writes.post<{ id: string }>(`/api/drills/${drill.value!.id}/duplicate`, { name: wanted })).id)
        bench.load(minimalOf(drill.value!.versions[0]!))
      }
      return true
    })
    if (!done) return
    naming.value = null
    toasts.say({ save: `Saved as “${wanted}”.`, rename: `Renamed to “${wanted}”.`, duplicate: `“${wanted}” is a copy of its own.` }[kind!])
  }

  /** Fingers that go with a drill to its student: those pinned; where the engine chose, all of them, so that a faster tempo does not change them. */
  function fingersToSet(spec: unknown, who: StudentRow | undefined): Pins {
    if (bench.spec.value?.fingering.rule !== 'best') return bench.pins.value
    const result = realise(spec, { hand: who?.hand, pins: bench.pins.value })
    return result.ok && result.value.kind === 'sheet' ? Object.fromEntries(result.value.notes.flatMap(note => (note.finger ? [[note.key, note.finger]] : []))) : {}
  }

  async function setFor({ spec, ...wish }: { readonly studentId: string, readonly spec: Record<string, unknown> | null }) {
    const who = students.value?.find(each => each.id === wish.studentId)
    if (spec) bench.replace(spec)
    const done = await attempt(async () => {
      const version = await saveVersion()
      await writes.post('/api/assignments', { drillVersionId: version.id, ...wish, pins: fingersToSet(bench.minimal.value, who) })
      return true
    })
    if (!done) return
    setting.value = false
    toasts.say(`Set for ${who?.name}.`, { action: { label: 'Open their page', run: () => void navigateTo(`/students/${wish.studentId}`) } })
  }

  const samePins = (a: Pins, b: Pins) => saysTheSame(Object.entries(a).sort(), Object.entries(b).sort())
  // Only while the bench still says what was set: of another drill the fingers would be another's.
  const fingersChanged = computed(() => assignment.value !== null && saved.value?.number === assignment.value.versionNumber && !samePins(bench.pins.value, assignment.value.pins))

  /** Keeps the fingers on the bench for the student whose set drill this is. */
  async function keepFingers() {
    const set = assignment.value!
    const { value: pins } = bench.pins
    const done = await attempt(async () => {
      await writes.put(`/api/assignments/${set.id}/pins`, { pins })
      return true
    })
    toasts.say(done ? 'The fingers are kept for this student.' : refusal.value, { tone: done ? 'plain' : 'trouble' })
    if (done) assignment.value = { ...set, pins }
  }

  async function loadSet(id: string, studentId: string) {
    try {
      const page = await api.get<StudentPage>(`/api/students/${studentId}`)
      assignment.value = page.assignments.find(each => each.id === id) ?? null
      if (assignment.value) await load(assignment.value.drillId)
    }
    catch (error) {
      toasts.say((error as Error).message, { tone: 'trouble' })
    }
  }

  /** Opens what the address asks for: a saved drill, a drill spelt out, a drill as it was set. */
  async function open({ spec, drill: drillId, pins, set, student }: { readonly spec?: unknown, readonly drill?: unknown, readonly pins?: unknown, readonly set?: unknown, readonly student?: unknown }) {
    if (typeof set === 'string' && typeof student === 'string') {
      await loadSet(set, student)
      if (assignment.value && typeof spec !== 'string') {
        bench.load(minimalOf(assignment.value), assignment.value.pins)
        return
      }
    }
    if (typeof drillId === 'string' && !drill.value) {
      try {
        await load(drillId)
      }
      catch (error) {
        toasts.say((error as Error).message, { tone: 'trouble' })
      }
    }
    if (typeof spec === 'string') {
      try {
        const read: unknown = JSON.parse(spec)
        if (typeof read !== 'object' || read === null || Array.isArray(read)) throw new TypeError('not a drill')
        bench.load(read as Record<string, unknown>, readPins(pins))
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

  /** Pins of an address; what cannot be read is no reason to lose the drill. */
  function readPins(text: unknown): Pins {
    if (typeof text !== 'string') return {}
    try {
      const read = pinsSchema.safeParse(JSON.parse(text))
      return read.success ? read.data : {}
    }
    catch {
      return {}
    }
  }

  function startNew() {
    drill.value = null
    assignment.value = null
    bench.load(openingSpec())
  }

  return {
    drill: readonly(drill) as Readonly<Ref<DrillDetail | null>>,
    saved,
    state,
    ownTitle,
    title: computed(() => drill.value?.name ?? ownTitle.value),
    naming,
    setting,
    busy: readonly(busy),
    refusal: readonly(refusal),
    open,
    save,
    name,
    setFor,
    assignment: shallowReadonly(assignment),
    fingersChanged,
    keepFingers,
    anew,
    dismissAnew,
    startNew,
    /** What is on the bench no longer belongs to the saved drill. */
    letGo: () => {
      drill.value = null
      assignment.value = null
    },
  }
}

/** The saved drill as the bench's parts share it. */
export type BenchDrill = ReturnType<typeof useBenchDrill>
