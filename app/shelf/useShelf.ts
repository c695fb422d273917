import { navigateTo } from '#imports'
import { computed, ref, shallowRef, watch } from 'vue'
import { entriesOf, type ShelfEntry } from './shelf-entries'
import type { ProgrammeRow, ShelfPage } from '#shared/contracts/drills/answers'
import { useSession } from '../base/stores/session'
import { useToasts } from '../base/stores/toasts'
import { useWrites } from '../base/stores/writes'
import { useLoaded } from '../base/useLoaded'
import { useAttempt } from '../base/useAttempt'

/** What is on the shelf and all a teacher does there; each act is in sight at once, and taken back if refused. */
export function useShelf() {
  const { data: loaded, error, reload } = useLoaded('GET /api/shelf', () => ({}))
  const data = shallowRef<ShelfPage | null>(null)
  watch(loaded, now => {
    if (now) data.value = now
  })
  const writes = useWrites()
  const toasts = useToasts()
  const session = useSession()
  const { busy, refusal, attempt } = useAttempt()

  // Apart, so that a star or a moved collection does not make every entry anew.
  const drills = computed(() => data.value?.drills ?? [])
  const rungs = computed(() => data.value?.rungs ?? [])
  const entries = computed(() =>
    entriesOf({ drills: drills.value, rungs: rungs.value }, session.me?.weights ?? undefined),
  )
  /** Everything that can be named, also what is shown as another or is off the shelf. */
  const byRef = computed(() => {
    const found = new Map(entries.value.map(entry => [entry.ref, entry]))
    for (const entry of entries.value) if (entry.own?.fromRung) found.set(entry.own.fromRung, entry)
    return found
  })
  const favourites = computed(() => new Set(data.value?.favourites ?? []))
  const programmes = computed(() => data.value?.programmes ?? [])
  const chosen = ref<readonly string[]>([])
  /** Which collection is open. */
  const opened = ref<string | null>(null)

  const change = (part: Partial<ShelfPage>) => {
    if (data.value) data.value = { ...data.value, ...part }
  }
  /** Shows a change at once, then has it kept; a refusal takes it back and says why. */
  async function keep(part: Partial<ShelfPage>, write: () => Promise<unknown>): Promise<boolean> {
    const before = data.value
    change(part)
    try {
      await write()
      return true
    } catch (failure) {
      data.value = before
      toasts.say((failure as Error).message, { tone: 'trouble' })
      return false
    }
  }

  const favour = (ref: string, kept: boolean) =>
    keep(
      {
        favourites: kept
          ? [...(data.value?.favourites ?? []), ref]
          : (data.value?.favourites ?? []).filter(each => each !== ref),
      },
      () => writes.send('PUT /api/shelf/favourites', { body: { ref, kept } }),
    )

  async function archive({ own }: ShelfEntry, archived: boolean) {
    if (!own) return
    try {
      await writes.send('POST /api/drills/:id/archive', { id: own.id, body: { archived } })
      await reload()
      chosen.value = chosen.value.filter(each => each !== own.id)
      if (archived)
        toasts.say(`“${own.name}” is off the shelf. What is set for students stays.`, {
          action: { label: 'Restore', run: () => void archive({ own } as ShelfEntry, false) },
        })
    } catch (failure) {
      toasts.say((failure as Error).message, { tone: 'trouble' })
    }
  }

  /** Keeps music that was read from a file or pasted as a drill. */
  async function putOn(name: string, spec: Record<string, unknown>) {
    const kept = await attempt(() => writes.send('POST /api/drills', { body: { name, spec } }))
    if (!kept) {
      toasts.say(refusal.value, { tone: 'trouble' })
      return
    }
    await reload()
    const entry = byRef.value.get(kept.done.id)
    toasts.say(`“${name}” is on your shelf.`, {
      ...(entry && { action: { label: 'Undo', run: () => void archive(entry, true) } }),
    })
  }

  /** Sets drills for a student, in the order they are in. */
  async function setFor(refs: readonly string[], studentId: string, name: string, path: boolean): Promise<boolean> {
    const set = await attempt(() =>
      writes.send('POST /api/students/:id/drills', { id: studentId, body: { refs, path } }),
    )
    if (!set) return false
    toasts.say(refs.length === 1 ? `Assigned to ${name}.` : `${refs.length} drills set for ${name}.`, {
      action: { label: 'Open their page', run: () => void navigateTo(`/students/${studentId}`) },
    })
    chosen.value = []
    await reload()
    return true
  }

  const others = (id: string) => programmes.value.filter(each => each.id !== id)
  async function createProgramme(name: string, refs: readonly string[]): Promise<ProgrammeRow | null> {
    const made = await attempt(() => writes.send('POST /api/programmes', { body: { name, refs } }))
    if (!made) return null
    change({ programmes: [...programmes.value, made.done] })
    opened.value = made.done.id
    if (refs.length > 0) chosen.value = []
    return made.done
  }
  /** Another name or order; one press takes it back. */
  const changeProgramme = ({ id }: ProgrammeRow, now: { readonly name: string; readonly refs: readonly string[] }) =>
    keep({ programmes: programmes.value.map(each => (each.id === id ? { id, ...now } : each)) }, () =>
      writes.send('PUT /api/programmes/:id', { id, body: now }),
    )
  async function addTo(programme: ProgrammeRow, refs: readonly string[]) {
    const more = refs.filter(each => !programme.refs.includes(each))
    const { name, refs: before } = programme
    const done = await changeProgramme(programme, { name, refs: [...before, ...more] })
    if (!done) return
    chosen.value = []
    toasts.say(`${more.length === 1 ? 'One drill is' : `${more.length} drills are`} added to “${name}”.`, {
      action: { label: 'Undo', run: () => void changeProgramme(programme, { name, refs: before }) },
    })
  }
  async function archiveProgramme(programme: ProgrammeRow) {
    const { id, name } = programme
    const done = await keep({ programmes: others(id) }, () =>
      writes.send('POST /api/programmes/:id/archive', { id, body: { archived: true } }),
    )
    if (done)
      toasts.say(`“${name}” is put away. Its drills stay.`, {
        action: {
          label: 'Restore',
          run: () =>
            void keep({ programmes: [...programmes.value, programme] }, () =>
              writes.send('POST /api/programmes/:id/archive', { id, body: { archived: false } }),
            ),
        },
      })
  }

  return {
    data,
    error,
    reload,
    busy,
    refusal,
    entries,
    byRef,
    favourites,
    programmes,
    /** Refs chosen for what is done with several, in the order they were chosen. */
    chosen,
    choose: (ref: string, now: boolean) => {
      chosen.value = now ? [...chosen.value, ref] : chosen.value.filter(each => each !== ref)
    },
    favour,
    archive,
    putOn,
    setFor,
    createProgramme,
    changeProgramme,
    addTo,
    archiveProgramme,
    opened,
  }
}

/** The shelf as its parts share it. */
export type Shelf = ReturnType<typeof useShelf>
