import { barTicks, commonGrid, TICKS_PER_QUARTER, type Tick } from '../../line/ticks'
import type { TabBlock } from './lines'

/** How the rhythm of a text was read: from a line that counts, from the spacing in its bars, or all alike. */
export type RhythmBy = 'count' | 'spacing' | 'equal'

/** One bar of a block: the columns between its lines, and where something stands in it. */
export interface TabBar {
  readonly from: number
  readonly to: number
  /** Columns of its onsets, in order. */
  readonly columns: readonly number[]
}

/** Divisions of a beat that music is written in. */
const DIVISIONS = [1, 2, 4, 3, 6, 8, 5, 7, 12]

/** Places of a bar on the coarsest even division of it that keeps its onsets apart and near where they stand. */
function onGrid(places: readonly number[], meter: readonly [number, number], near: number): readonly Tick[] | null {
  const bar = barTicks(meter)
  for (const division of DIVISIONS) {
    const cells = meter[0] * division
    if (bar % cells !== 0) continue
    const at = places.map(place => Math.round(place * cells))
    if (places.every((place, i) => Math.abs(place * cells - at[i]!) <= near && at[i]! < cells && at[i] !== at[i - 1]))
      return at.map(each => (each * bar) / cells)
  }
  return null
}

/** Columns that every bar leaves empty before its first note. */
export const paddingOf = (bars: readonly TabBar[]) =>
  Math.min(...bars.flatMap(({ from, columns }) => (columns.length > 0 ? [columns[0]! - from] : [])), Infinity)

/**
 * Onsets of a bar from how they are spaced: the columns between the bar lines, without the padding, are the bar.
 * @returns Ticks from the bar's beginning; null where the spacing tells nothing.
 */
export function bySpacing(
  { from, to, columns }: TabBar,
  padding: number,
  meter: readonly [number, number],
): readonly Tick[] | null {
  if (columns.length === 0) return []
  // A column more than elsewhere is the writer's hand, not a rest.
  const own = columns[0]! - from
  const start = from + (own - padding === 1 ? own : padding)
  const places = columns.map(column => column - start)
  const cell = places.reduce(commonGrid, 0) || to - start
  // The last note has its cell even where the bar line comes sooner, and a column more before the line is none.
  const whole = Math.max(1, Math.ceil((to - start) / cell))
  for (const cells of [whole, whole - 1])
    if (cells > places.at(-1)! / cell) {
      const exact = onGrid(
        places.map(place => place / (cells * cell)),
        meter,
        1e-9,
      )
      if (exact) return exact
    }
  const width = Math.max(to - start, places.at(-1)! + 1)
  return onGrid(
    places.map(place => place / width),
    meter,
    0.3,
  )
}

/**
 * Onsets of a bar drawn to scale: after one column of margin its columns divide it evenly.
 * @returns Ticks from the bar's beginning; null where that makes no whole ticks.
 */
export function byScale({ from, to, columns }: TabBar, meter: readonly [number, number]): readonly Tick[] | null {
  const at = columns.map(column => ((column - from - 1) * barTicks(meter)) / (to - from - 1))
  return at.every(tick => tick >= 0 && Number.isInteger(tick)) ? at : null
}

/** A place of the count: its column, and how far into which bar it is. */
export interface Counted {
  readonly column: number
  readonly at: Tick
}

/** The counts above a block as moments of their bars; none where no line counts. */
export function countsOf({ count: line }: TabBlock, meter: readonly [number, number]): readonly Counted[] {
  if (line === null) return []
  const beat = barTicks(meter) / meter[0]
  const marks = [...line.matchAll(/\d+|[e&+a.]/gi)].map(match => ({
    column: match.index,
    text: match[0].toLowerCase(),
  }))
  const counted: Counted[] = []
  for (let i = 0; i < marks.length; i++) {
    if (!/\d/.test(marks[i]!.text)) continue
    const number = Number(marks[i]!.text)
    let next = i + 1
    while (next < marks.length && !/\d/.test(marks[next]!.text)) next++
    const parts = marks.slice(i + 1, next)
    const said = parts.map(part => (part.text === '+' ? '&' : part.text)).join('')
    counted.push({ column: marks[i]!.column, at: (number - 1) * beat })
    // “1 & a” at even distances are thirds; otherwise e & a are the quarters of the beat (common practice).
    const even = said === '&a' && parts[1]!.column - parts[0]!.column === parts[0]!.column - marks[i]!.column
    const fractions: Readonly<Record<string, number>> = even
      ? { '&': 1 / 3, 'a': 2 / 3 }
      : { 'e': 1 / 4, '&': 1 / 2, 'a': 3 / 4 }
    for (const [k, part] of parts.entries())
      counted.push({
        column: part.column,
        at:
          (number - 1) * beat +
          Math.round(beat * (fractions[part.text === '+' ? '&' : part.text] ?? (k + 1) / (parts.length + 1))),
      })
  }
  return counted
}

/** How far a whole count stands to the left or right of its notes: where most of them are under a count. */
function shiftOf(columns: readonly number[], here: readonly Counted[]): number {
  const under = new Set(here.map(({ column }) => column))
  const hits = (shift: number) => columns.filter(column => under.has(column - shift)).length
  return [0, 1, -1, 2, -2, 3, -3].reduce((best, shift) => (hits(shift) > hits(best) ? shift : best), 0)
}

/** The moment of a column: that of the count above it, or between two counts as far as it stands between them. */
function momentAt(column: number, here: readonly Counted[], end: Counted, beat: Tick): Tick {
  const before = here.findLast(each => each.column <= column) ?? here[0]!
  if (before.column >= column) return before.at
  const after = here.find(each => each.column > column) ?? end
  const way = (column - before.column) / Math.max(1, after.column - before.column)
  const at = before.at + way * (after.at - before.at)
  const grid = [1, 2, 4, 3, 6, 8].find(
    parts => Math.abs((at * parts) / beat - Math.round((at * parts) / beat)) < parts * 0.03,
  )
  return Math.round((at * (grid ?? 12)) / beat) * (beat / (grid ?? 12))
}

/**
 * Onsets of a bar by the line above that counts them: each takes the count it stands under.
 * @param counted What {@link countsOf} its block gave.
 */
export function byCount(
  { from, to, columns }: TabBar,
  counted: readonly Counted[],
  meter: readonly [number, number],
): readonly Tick[] | null {
  const here = counted.filter(({ column }) => column >= from - 1 && column < to)
  if (here.length === 0) return null
  const beat = barTicks(meter) / meter[0]
  const shift = shiftOf(columns, here)
  const at = columns.map(column => momentAt(column - shift, here, { column: to, at: barTicks(meter) }, beat))
  const rising = at.every((tick, i) => tick < barTicks(meter) && (i === 0 || tick > at[i - 1]!))
  return rising ? at : null
}

/**
 * The meter that a line of counts has: as many beats as it goes up to, of quarters.
 * @example meterOfCount('1 & 2 & 3 &') // [3, 4]
 */
export function meterOfCount(count: string): readonly [number, 4] | null {
  const beats = Math.max(0, ...(count.match(/\d+/g) ?? []).map(Number))
  return beats >= 2 && beats <= 12 ? [beats, 4] : null
}

/** The value all notes have where nothing tells: an eighth. */
export const PLAIN_VALUE: Tick = TICKS_PER_QUARTER / 2
