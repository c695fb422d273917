import { instrumentOf, type InstrumentChoice } from '../guitar/instrument'
import { TUNINGS } from '../guitar/tunings'
import { readTuning, writeTuning } from '../pitch/tuning'

/**
 * A guitar's figures in a few words.
 * @example guitarInWords({ preset: 'classical' }) // '650 mm, 6 strings, 19 frets'
 */
export function guitarInWords(choice: InstrumentChoice): string {
  const { scaleLengthMm, frets, tuning, capo } = instrumentOf(choice)
  return `${Math.round(scaleLengthMm)} mm, ${tuning.length} strings, ${frets} frets${capo > 0 ? `, capo at ${capo}` : ''}`
}

/**
 * A guitar's tuning: its name where it has one, else its open strings.
 * @example tuningInWords({ preset: 'electric', tuning: [38, 45, 50, 55, 59, 64] }) // 'Drop D'
 */
export function tuningInWords(choice: InstrumentChoice): string {
  const notes = writeTuning(instrumentOf(choice).tuning)
  return TUNINGS.find(each => writeTuning(readTuning(each.notes)) === notes)?.name ?? notes
}
