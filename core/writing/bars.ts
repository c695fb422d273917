import type { Notes } from './edit'
import { endOf } from './edit'
import { barTicks, type Tick } from '../line/ticks'

/** A bar that some note does not fit into: how far over its line the longest goes. */
export interface Over {
  /** Number of the bar, from 1. */
  readonly bar: number
  readonly by: Tick
}

/** Bars whose notes run over their line; they are tied across it. */
export function overBars(notes: Notes, meter: readonly [number, number]): readonly Over[] {
  const bar = barTicks(meter)
  const over = new Map<number, Tick>()
  for (const { at, dur } of notes) {
    const number = Math.floor(at / bar)
    const by = at + dur - (number + 1) * bar
    if (by > 0) over.set(number + 1, Math.max(over.get(number + 1) ?? 0, by))
  }
  return [...over].map(([number, by]) => ({ bar: number, by }))
}

/** Bars that notes fill, the last perhaps in part; at least one. */
export const barsOf = (notes: Notes, meter: readonly [number, number]) =>
  Math.max(1, Math.ceil(endOf(notes) / barTicks(meter)))

/**
 * The places a cursor goes to from a moment: where notes begin or end, and where the next would be.
 * @param length Ticks of the length in hand: what a step is where nothing is written.
 */
export function stepFrom(notes: Notes, at: Tick, way: 1 | -1, length: Tick): Tick {
  if (way === 1) {
    const here = notes.find(note => note.at === at)
    const next = notes.find(note => note.at > at)?.at ?? Infinity
    return Math.min(next, at + (here?.dur ?? length))
  }
  const before = notes.reduce((latest, note) => {
    const end = note.at + note.dur
    const place = end < at ? end : note.at < at ? note.at : -1
    return Math.max(latest, place)
  }, -1)
  const end = endOf(notes)
  // Past the last note a step back is one length, until there are notes again.
  return at > end ? Math.max(end, at - length) : Math.max(0, before)
}
