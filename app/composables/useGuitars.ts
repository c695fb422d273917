import { computed } from 'vue'
import { PRESET_NAMES, PRESETS, type PresetName } from '#core/guitar/presets'
import { instrumentOf, type InstrumentChoice } from '#core/guitar/instrument'
import { TUNINGS } from '#core/guitar/tunings'
import { readTuning, writeTuning } from '#core/pitch/tuning'
import type { InstrumentRow } from '#shared/contracts/instruments'
import { useLoaded } from './useApi'

/** A guitar's figures in a few words. */
export function guitarInWords(choice: InstrumentChoice): string {
  const { scaleLengthMm, frets, tuning, capo } = instrumentOf(choice)
  return `${Math.round(scaleLengthMm)} mm, ${tuning.length} strings, ${frets} frets${capo > 0 ? `, capo at ${capo}` : ''}`
}

/** A guitar's tuning: its name where it has one, else its open strings. */
export function tuningInWords(choice: InstrumentChoice): string {
  const notes = writeTuning(instrumentOf(choice).tuning)
  return TUNINGS.find(each => writeTuning(readTuning(each.notes)) === notes)?.name ?? notes
}

const isPreset = (value: string): value is PresetName => value in PRESETS

/** The guitars to choose from: the ready-made ones, then the teacher's own. */
export function useGuitars() {
  const { data: own, reload } = useLoaded<readonly InstrumentRow[]>(() => '/api/instruments')
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
