import { computed } from 'vue'
import { PRESET_NAMES, PRESETS, type PresetName } from '#core/guitar/presets'
import type { InstrumentChoice } from '#core/guitar/instrument'
import { guitarInWords } from '#core/wording/guitar'
import { useLoaded } from './useLoaded'

const isPreset = (value: string): value is PresetName => value in PRESETS

/** The guitars to choose from: the ready-made ones, then the teacher's own. */
export function useGuitars() {
  const { data: own, reload } = useLoaded('GET /api/instruments', () => ({}))
  const mine = computed(() => own.value ?? [])
  return {
    own: mine,
    reload,
    options: computed(() => [
      ...PRESET_NAMES.map(value => ({
        value: value as string,
        label: PRESETS[value].label as string,
        detail: guitarInWords({ preset: value }),
      })),
      ...mine.value
        .filter(each => !each.archived)
        .map(each => ({ value: each.id, label: each.name, detail: guitarInWords(each.choice) })),
    ]),
    /** The option a student's guitar is: one of the teacher's own, or the preset it began with. */
    valueOf: (student: { readonly instrumentId: string | null; readonly instrument: InstrumentChoice }): string =>
      student.instrumentId ?? student.instrument.preset,
    /** What a card says when an option is chosen. */
    guitarOf: (value: string) => {
      const chosen = mine.value.find(each => each.id === value)
      return chosen
        ? { instrumentId: chosen.id, instrument: chosen.choice as { preset: PresetName } }
        : { instrumentId: null, instrument: { preset: isPreset(value) ? value : ('classical' as const) } }
    },
    nameOf: (id: string | null) => mine.value.find(each => each.id === id)?.name ?? null,
  }
}
