import { beatTicks } from '../line/meter'
import { barTicks, commonGrid, type Tick } from '../line/ticks'

/** How the divisions of a beat are said (common practice); others are dots. */
const SAID: Readonly<Record<number, readonly string[]>> = { 1: [], 2: ['&'], 3: ['&', 'a'], 4: ['e', '&', 'a'] }

/** The most divisions that have words. */
const MOST_SAID = 4

/** One place of the count row. */
export interface CountMark {
  readonly at: Tick
  readonly text: string
  readonly beat: boolean
}

/** The count of one beat by its own onsets, from wherever they are counted. */
function countBeat(number: number, beat: Tick, onsets: readonly Tick[]): readonly CountMark[] {
  const grid = onsets.reduce(commonGrid, beat)
  const said = SAID[beat / grid]
  return Array.from({ length: beat / grid }, (_, i): CountMark => ({
    at: number * beat + i * grid,
    text: i === 0 ? String(number + 1) : (said?.[i - 1] ?? '·'),
    beat: i === 0,
  }))
}

/**
 * The count of one bar as far as its notes need it: beats by number, divisions as they are said ("1 e & a"), on the
 * coarsest grid on which all of them begin.
 * @param onsets Where notes begin, in ticks from the bar's start; a bar in which none begins is counted by its first
 *   beat.
 * @example countBar([4, 4], [0, 5040]).map(mark => mark.text).join(' ') // '1 & 2 & 3 & 4 &'
 */
export function countBar(meter: readonly [number, number], onsets: readonly Tick[]): readonly CountMark[] {
  const [bar, beat] = [barTicks(meter), beatTicks(meter)]
  const coarsest = onsets.reduce(commonGrid, bar)
  const grid = coarsest % beat === 0 ? coarsest : commonGrid(coarsest, beat)
  // Triplets beside sixteenths have no count in common that anybody says: each beat is counted by its own.
  if (beat / grid > MOST_SAID && onsets.some(at => at % beat !== 0))
    return Array.from({ length: bar / beat }, (_, i) => {
      const own = onsets.filter(at => Math.floor(at / beat) === i)
      return countBeat(i, beat, own)
    }).flat()
  const said = SAID[beat / grid]
  return Array.from({ length: bar / grid }, (_, i): CountMark => {
    const at = i * grid
    const within = at % beat
    return within === 0
      ? { at, text: String(at / beat + 1), beat: true }
      : { at, text: said?.[within / grid - 1] ?? '·', beat: false }
  })
}
