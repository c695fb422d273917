import { barreOver, travelMm, type Barre } from '../../chord-changes/change'
import type { Finger } from '../../guitar/finger'
import type { Instrument } from '../../guitar/instrument'
import type { Hold } from '../../hand/advance-hand'
import { ticksToMs, type Tick } from '../../line/ticks'
import { GRADE } from '../table'
import type { Onset, Reading } from '../reading'
import type { DemandReader } from './demand'

/** A finger that goes down with others: all the strings it takes, and where it was before. */
interface Move {
  readonly finger: Finger
  readonly holds: readonly Hold[]
  readonly from: Hold | null
}

interface Change {
  readonly fingers: number
  readonly mm: number
  readonly ms: number
  readonly guided: boolean
  readonly barre: Barre
}

/** Which fingers are down when the hand takes what is new, and when what was before came to its end. */
interface Before {
  readonly lastOf: ReadonlyMap<Finger, Hold>
  /** When the grip or stop before was left. */
  readonly left: Tick
}

/**
 * The fingers that go into a grip here or land together; none where a line merely goes on, or where one finger is kept
 * down alone.
 */
function movesAt({ landed, staying, notes }: Onset, { lastOf, left }: Before): readonly Move[] {
  const heard = landed.filter(
    hold => hold.anchor || notes.some(note => note.string === hold.string && note.fret === hold.fret),
  )
  const byFinger = new Map<Finger, Hold[]>()
  for (const hold of heard) byFinger.set(hold.finger, [...(byFinger.get(hold.finger) ?? []), hold])
  const gripped = [...heard, ...staying].filter(hold => hold.anchor)
  const isGrip = heard.some(hold => hold.anchor) && gripped.length > 1
  if (!isGrip && byFinger.size < 2) return []
  return [...byFinger].map(([finger, holds]) => {
    const last = lastOf.get(finger)
    return { finger, holds, from: last && last.to >= left ? last : null }
  })
}

function barreOf(moves: readonly Move[]): Barre {
  let reach = 0
  for (const { holds } of moves) {
    const strings = holds.map(hold => hold.string)
    reach = Math.max(reach, Math.max(...strings) - Math.min(...strings) + 1)
  }
  return barreOver(reach)
}

/** What a finger leaves: the end of its old note, and its length. */
interface Freed {
  readonly end: Tick
  readonly dur: Tick
}

/** From when a finger may leave: the end of what it sounded last; of what was before, where it comes from nowhere. */
function freedFrom(i: number, { from }: Move, left: Tick, onsets: Reading['onsets']): Freed {
  const { at } = onsets[i]!
  const until = Math.min(at, from?.to ?? left)
  for (let k = i - 1; k >= 0; k--) {
    const onset = onsets[k]!
    if (onset.at >= until) continue
    if (from && onset.at < from.from) return { end: from.from, dur: 0 }
    const note = from ? onset.notes.find(each => each.string === from.string) : onset.notes.at(-1)
    if (note) return { end: Math.min(until, note.at + note.dur), dur: Math.min(until - note.at, note.dur) }
  }
  return { end: until, dur: 0 }
}

/**
 * How long a finger has, ms: from the end of its old note to the first sound of its new string, and the end of the old
 * note that may be given away.
 */
function timeFor({ end, dur }: Freed, firstSound: Tick, tempo: number): number {
  const { ofOldNote, shortestMs } = GRADE.chordChanges
  return Math.max(shortestMs, ticksToMs(Math.max(0, firstSound - end) + ofOldNote * dur, tempo))
}

function changeAt(
  i: number,
  moves: readonly Move[],
  left: Tick,
  reading: Reading,
  soundsFrom: (string: number, i: number) => Tick,
) {
  const { onsets, score, instrument } = reading
  const { finger, eachMm, leastShare, guided: ofGuided, halfBarre, fullBarre, slow, hurried, ms } = GRADE.chordChanges
  const n = moves.length
  const share = Math.max(leastShare, n - 1) / n
  const guided = moves.some(
    ({ from, holds }) => from && holds[0]!.string === from.string && holds[0]!.fret !== from.fret,
  )
  const barre = barreOf(moves)
  let sum = 0
  let mm = 0
  let leastMs = Infinity
  let barreHurry = 0
  for (const move of moves) {
    const first = Math.min(...move.holds.map(hold => soundsFrom(hold.string, i)))
    const has = timeFor(freedFrom(i, move, left, onsets), first, score.tempo)
    const hurry = slow + (hurried * ms) / has
    const way = move.from ? travelled(move.from, move.holds, instrument) : 0
    sum += (finger + eachMm * way) * share * (guided ? ofGuided : 1) * hurry
    mm += way
    leastMs = Math.min(leastMs, has)
    if (move.holds.length > 1) barreHurry = Math.max(barreHurry, hurry)
  }
  const forBarre = barre === null ? 0 : (barre === 'full' ? fullBarre : halfBarre) * barreHurry
  return { demand: sum + forBarre, change: { fingers: n, mm, ms: leastMs, guided, barre } satisfies Change }
}

const travelled = (from: Hold, to: readonly Hold[], instrument: Instrument) =>
  travelMm(from, to.find(hold => hold.string === from.string) ?? to[0]!, instrument)

/** Fingers landing together: how many, how far they come, whether one guides, how long they have, whether one lies. */
export const chordChanges: DemandReader = {
  summing: { ...GRADE.chordChanges.sustained, single: true },
  read(reading) {
    const { onsets } = reading
    const changes: (Change | null)[] = []
    const lastOf = new Map<Finger, Hold>()
    const soundsFrom = (string: number, from: number): Tick => {
      for (let i = from; i < onsets.length; i++)
        if (onsets[i]!.notes.some(note => note.string === string)) return onsets[i]!.at
      return Infinity
    }
    let left = 0
    const byOnset = onsets.map((onset, i) => {
      for (const hold of onset.lifted) left = Math.max(left, hold.to)
      const moves = lastOf.size === 0 || i === 0 ? [] : movesAt(onset, { lastOf, left })
      const { demand, change } =
        moves.length === 0 ? { demand: 0, change: null } : changeAt(i, moves, left, reading, soundsFrom)
      for (const hold of onset.landed) lastOf.set(hold.finger, hold)
      changes.push(change)
      return demand
    })
    return { byOnset, cause: i => ({ part: 'chord changes', ...changes[i]! }) }
  },
}
