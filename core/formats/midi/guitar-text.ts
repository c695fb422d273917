import type { Instrument } from '../../guitar/instrument'
import { PRESET_NAMES, type PresetName } from '../../guitar/presets'

/** The guitar a file was written for, by which its channels are strings. */
export interface WrittenFor {
  readonly preset: PresetName
  readonly tuning: readonly number[]
  readonly capo: number
}

/**
 * The guitar of a drill in a line of text that a file carries.
 * @example guitarText('classical', { tuning: [40, 45, 50, 55, 59, 64], capo: 2 }) // 'Guitar classical, tuning 40 45 50 55 59 64, capo 2; channels are strings'
 */
export const guitarText = (preset: PresetName, { tuning, capo }: Pick<Instrument, 'tuning' | 'capo'>) =>
  `Guitar ${preset}, tuning ${tuning.join(' ')}, capo ${capo}; channels are strings`

/** The guitar such a line tells of; null for any other text. */
export function guitarIn(text: string): WrittenFor | null {
  const found = /^Guitar ([a-z-]{1,20}), tuning (\d{1,3}(?: \d{1,3}){5,7}), capo (\d{1,2}); channels are strings$/.exec(
    text,
  )
  const preset = PRESET_NAMES.find(name => name === found?.[1])
  const tuning = found?.[2]!.split(' ').map(Number) ?? []
  const capo = Number(found?.[3])
  return preset && tuning.every(midi => midi <= 127) && capo <= 11 ? { preset, tuning, capo } : null
}
