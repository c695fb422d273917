import { noteTicks, TICKS_PER_QUARTER, type Tick } from '../line/ticks'

/** How the divisions of a beat are said (common practice); others are dots. */
const SAID: Readonly<Record<number, readonly string[]>> = { 1: [], 2: ['&'], 3: ['&', 'a'], 4: ['e', '&', 'a'] }

/** One place of the count row. */
export interface CountMark {
  readonly at: Tick
  readonly text: string
  readonly beat: boolean
}

/**
 * The count of one bar: beats by number, divisions as they are said ("1 e & a").
 * @param perBeat Notes per quarter.
 * @example countBar([4, 4], 2).map(mark => mark.text).join(' ') // '1 & 2 & 3 & 4 &'
 */
export function countBar(meter: readonly [number, number], perBeat: number): readonly CountMark[] {
  const beat = (4 * TICKS_PER_QUARTER) / meter[1]
  const cell = noteTicks(perBeat)
  const said = SAID[beat / cell]
  const marks: CountMark[] = []
  for (let number = 0; number < meter[0]; number++)
    marks.push({ at: number * beat, text: String(number + 1), beat: true })
  for (let at = 0; at < meter[0] * beat; at += cell) {
    if (at % beat === 0) continue
    marks.push({ at, text: said?.[Math.round((at % beat) / cell) - 1] ?? '·', beat: false })
  }
  return marks.sort((a, b) => a.at - b.at)
}
