import { computed, shallowReadonly, type Ref, ref, shallowRef } from 'vue'
import { familyLookup } from '#core/families/registry'
import { minimalSpec } from '#core/families/minimal-spec'
import { parseSpec } from '#core/schema/parse'
import type { DrillDetail, DrillVersion } from '#shared/contracts/drills/answers'
import { useToasts } from '../base/stores/toasts'
import { useWrites } from '../base/stores/writes'
import { useApi } from '../base/useApi'
import { useAttempt } from '../base/useAttempt'
import type { Bench } from './useBench'

/** What a name is asked for. */
export type Naming = 'save' | 'rename' | 'duplicate'

/** A kept spec as it reads today: fields that a family has got since have their defaults. */
export function minimalOf(kept: Pick<DrillVersion, 'spec'>): Record<string, unknown> {
  const read = parseSpec(kept.spec, familyLookup)
  return minimalSpec(read.ok ? read.value : kept.spec)
}

/** The saved drill behind the bench: its versions, saving the next one, naming and copying it. */
export function useSavedDrill(bench: Bench) {
  const api = useApi()
  const writes = useWrites()
  const toasts = useToasts()
  const { busy, refusal, attempt } = useAttempt()
  const drill = shallowRef<DrillDetail | null>(null)
  const naming = ref<Naming | null>(null)

  const ownTitle = computed(() => bench.plan.value?.title ?? bench.score.value?.title ?? 'Bench')
  // The newest version that says what the bench says; null while there are changes to save.
  const versionTexts = computed(() =>
    (drill.value?.versions ?? []).map(version => ({ version, text: JSON.stringify(minimalOf(version)) })),
  )
  const saved = computed(() => {
    const text = JSON.stringify(bench.minimal.value)
    return versionTexts.value.find(each => each.text === text)?.version ?? null
  })
  const state = computed(() =>
    bench.problem.value
      ? 'cannot be played'
      : !drill.value
        ? 'not saved yet'
        : saved.value
          ? `version ${saved.value.number} of ${drill.value.versions.length}`
          : 'changed since it was saved',
  )

  const anewSeen = ref<string | null>(null)
  /** What comes out otherwise since the drill on the bench was saved; nothing once it was read or the drill changed. */
  const anew = computed(() =>
    saved.value && saved.value.id === drill.value?.versions[0]?.id && anewSeen.value !== saved.value.id
      ? drill.value.anew
      : [],
  )

  async function load(id: string) {
    drill.value = await api.call('GET /api/drills/:id', { id })
  }

  async function saveAs(name: string) {
    await load((await writes.send('POST /api/drills', { body: { name, spec: bench.minimal.value } })).id)
  }

  /** Saves what is on the bench unless it is saved already. @throws ApiError */
  async function saveVersion(): Promise<DrillVersion> {
    if (saved.value) return saved.value
    if (drill.value?.mine) {
      await writes.send('POST /api/drills/:id/versions', { id: drill.value.id, body: { spec: bench.minimal.value } })
      await load(drill.value.id)
    } else {
      await saveAs(drill.value?.name ?? ownTitle.value)
    }
    return drill.value!.versions[0]!
  }

  /** Saves the next version; a drill that has no name yet is asked for one. */
  async function save() {
    if (bench.problem.value) return
    // Another teacher's is copied to be changed.
    if (!drill.value?.mine) {
      naming.value = 'save'
      return
    }
    const version = await attempt(saveVersion)
    toasts.say(version ? `Saved as version ${version.done.number}. Earlier versions are kept.` : refusal.value, {
      tone: version ? 'plain' : 'trouble',
    })
  }

  const NAMINGS: Readonly<Record<Naming, (wanted: string) => Promise<void>>> = {
    save: saveAs,
    rename: async wanted => {
      if (!drill.value!.mine) return saveAs(wanted)
      await writes.send('PUT /api/drills/:id/name', { id: drill.value!.id, body: { name: wanted } })
      await load(drill.value!.id)
    },
    duplicate: async wanted => {
      await load(
        (await writes.send('POST /api/drills/:id/duplicate', { id: drill.value!.id, body: { name: wanted } })).id,
      )
      bench.load(minimalOf(drill.value!.versions[0]!))
    },
  }

  /** Does what a name was asked for. */
  async function name(wanted: string) {
    const kind = naming.value!
    if (!(await attempt(() => NAMINGS[kind](wanted)))) return
    naming.value = null
    toasts.say(
      {
        save: `Saved as “${wanted}”.`,
        rename: `Renamed to “${wanted}”.`,
        duplicate: `“${wanted}” is a copy of its own.`,
      }[kind],
    )
  }

  return {
    drill: shallowReadonly(drill) as Readonly<Ref<DrillDetail | null>>,
    saved,
    state,
    ownTitle,
    title: computed(() => drill.value?.name ?? ownTitle.value),
    naming,
    busy,
    refusal,
    load,
    save,
    saveVersion,
    name,
    anew,
    dismissAnew: () => {
      anewSeen.value = saved.value?.id ?? null
    },
    /** What is on the bench no longer belongs to the saved drill. */
    letGo: () => {
      drill.value = null
    },
  }
}

/** The saved drill as the bench's parts share it. */
export type SavedDrill = ReturnType<typeof useSavedDrill>
