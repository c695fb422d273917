import { TUNINGS } from '../guitar/tunings'
import { pitchClassName } from '../pitch/pitch'
import { readTuning } from '../pitch/tuning'
import type { SharedSpec } from '../schema/fields'

/**
 * Names the strings of a drill for its title.
 * @example stringsInWords({ order: 'adjacent', from: 6, to: 1, travel: 'there', repeatTurn: true }) // 'strings 6–1'
 */
export function stringsInWords(strings: SharedSpec['strings']): string {
  const { order, from, to, travel } = strings
  const list =
    typeof order === 'string'
      ? from === to
        ? `string ${from}`
        : `strings ${from}–${to}${order === 'skip' ? ' skipping one' : ''}`
      : `string${order.length > 1 ? 's' : ''} ${order.join(' ')}`
  return list + { 'there': '', 'back': ', way back', 'there-and-back': ' and back' }[travel]
}

/**
 * What the shared fields make of a drill, for its title: slurs, sound, a meter other than 4/4, capo and tuning.
 * @param slurred Whether the slur mask slurs anything.
 */
export function sharedInWords(
  { slurs, sound, rhythm: { meter }, instrument: { capo, tuning } }: SharedSpec,
  slurred: boolean,
): readonly string[] {
  const known = TUNINGS.find(({ notes }) => String(readTuning(notes)) === String(tuning))?.name
  return [
    slurred ? `slurred on ${slurs.join(' ')}` : null,
    sound.length === 'legato' ? null : sound.length,
    meter[0] === 4 && meter[1] === 4 ? null : `in ${meter.join('/')}`,
    capo ? `capo ${capo}` : null,
    tuning && known !== 'Standard' ? `tuned ${known ?? tuning.map(pitchClassName).join(' ')}` : null,
  ].filter(text => text !== null)
}
