import type { Finger } from '../guitar/finger'
import { spanMm } from '../guitar/geometry'
import { instrumentOf, type Instrument } from '../guitar/instrument'
import { handOf, limitMm, type Hand } from '../hand/hand'
import type { Hold } from '../hand/advance-hand'
import { ticksToMs, type Tick } from '../line/ticks'
import type { HandInput } from '../schema/fields'
import type { Note, Score } from '../score/score'
import { GRADE } from './table'

/** All notes that begin at one tick, and what the fretting hand does for them. */
export interface Onset {
  readonly at: Tick
  readonly notes: readonly Note[]
  /** From the onset before; of the first, to the next. In ms, never under the shortest that counts. */
  readonly gapMs: number
  /** Onsets a second at that gap. */
  readonly rate: number
  /** Fingers that have come down since the onset before. */
  readonly landed: readonly Hold[]
  /** Fingers that have left since the onset before. */
  readonly lifted: readonly Hold[]
  /** Fingers that were down before and stay. */
  readonly staying: readonly Hold[]
  /** Fingers that would stay if the hand reached so far: a hand is not spared what it has to give up. */
  readonly givenUp: readonly Hold[]
  /**
   * Notes of the run downwards on one string that begins here, whose fingers are laid down together with the first:
   * told from the notes, so that a hand too small for it is not spared.
   */
  readonly runDown: readonly Note[]
  /**
   * The finger that does something for what sounds here: it has come down for it, or is uncovered by one that lifts on
   * its string (0 for an open string). The last where several do; null where the fretting hand has nothing to do.
   */
  readonly acting: { readonly finger: Finger | 0; readonly string: number } | null
  /** Whether the fretting hand does anything: a landing, heard or silent, or a lift on a string that sounds. */
  readonly acts: boolean
}

/** A score read for its demands. */
export interface Reading {
  readonly score: Score
  readonly hand: Hand
  readonly instrument: Instrument
  readonly onsets: readonly Onset[]
}

const DEFAULT_HAND = handOf()

const msOf = (ticks: Tick, tempo: number) => Math.max(GRADE.shortestGapMs, ticksToMs(ticks, tempo))

/**
 * The finger that does something for what sounds: it has come down and not sounded yet, or is uncovered.
 * @param heard Fingers down that have sounded; what sounds here is put to it.
 */
function actingAt(
  { notes, landed, lifted, staying }: Pick<Onset, 'notes' | 'landed' | 'lifted' | 'staying'>,
  heard: Set<Hold>,
): Onset['acting'] {
  let acting: Onset['acting'] = null
  for (const { finger, string, fret } of notes) {
    if (finger === null) continue
    const isIts = (hold: Hold) => hold.string === string && hold.fret === fret
    const hold = finger === 0 ? undefined : (landed.find(isIts) ?? staying.find(isIts))
    const comes = hold && !heard.has(hold) && (!hold.anchor || landed.includes(hold))
    if (hold) heard.add(hold)
    if (comes || lifted.some(each => each.string === string && each.fret > fret)) acting = { finger, string }
  }
  return acting
}

/** Whether a finger, once down, would have to leave for these notes whatever the hand. */
const hasToLeave = ({ finger, string, fret }: Hold, notes: readonly Note[], landed: readonly Hold[]) =>
  landed.some(hold => hold.finger === finger) ||
  notes.some(note => Math.abs(note.string - string) > 1 || (note.string === string && note.fret <= fret))

/** The fingers a hand gives up for what lands here: those it has not the reach for, and those given up before. */
function givenUpAt(
  { notes, landed, lifted }: Pick<Onset, 'notes' | 'landed' | 'lifted'>,
  before: readonly Hold[],
  hand: Hand,
  { scaleLengthMm, capo }: Instrument,
): readonly Hold[] {
  const at = notes[0]!.at
  const tooWide = (hold: Hold) =>
    hold.to === at &&
    !hold.anchor &&
    landed.some(
      landing =>
        landing.finger !== hold.finger &&
        spanMm(scaleLengthMm, capo, landing.fret, hold.fret) > limitMm(hand, landing.finger, hold.finger),
    )
  return [...before, ...lifted.filter(tooWide)].filter(hold => !hasToLeave(hold, notes, landed))
}

/** The notes after one that go on downwards on its string, lower finger after lower finger. */
function runFrom(groups: readonly (readonly Note[])[], from: number): readonly Note[] {
  const run: Note[] = []
  for (let i = from; i + 1 < groups.length; i++) {
    const [now, next] = [groups[i]!, groups[i + 1]!]
    if (now.length !== 1 || next.length !== 1) break
    const [a, b] = [now[0]!, next[0]!]
    if (a.string !== b.string || !a.finger || !b.finger || b.finger >= a.finger || b.fret >= a.fret) break
    run.push(b)
  }
  return run
}

/**
 * Reads a score onset by onset.
 * @param hand The student's; the default hand when left out.
 */
export function readScore(score: Score, hand: HandInput | undefined): Reading {
  const { notes, holds, tempo } = score
  const own = hand ? handOf(hand) : DEFAULT_HAND
  const instrument = instrumentOf(score.spec.instrument)
  const shifts = new Set(score.shifts.map(shift => shift.at))
  const groups: Note[][] = []
  for (const note of notes) {
    const last = groups.at(-1)
    if (last?.[0]!.at === note.at) last.push(note)
    else groups.push([note])
  }
  let next = 0
  let down: Hold[] = []
  let givenUp: readonly Hold[] = []
  let running = 0
  const heard = new Set<Hold>()
  const onsets = groups.map((sounding, i): Onset => {
    const { at } = sounding[0]!
    const [before, after] = [groups[i - 1], groups[i + 1]]
    const gapMs = before ? msOf(at - before[0]!.at, tempo) : after ? msOf(after[0]!.at - at, tempo) : Infinity
    const landed: Hold[] = []
    const lifted: Hold[] = []
    const staying: Hold[] = []
    for (const hold of down) (hold.to > at ? staying : lifted).push(hold)
    for (; next < holds.length && holds[next]!.from <= at; next++) if (holds[next]!.to > at) landed.push(holds[next]!)
    down = landed.length > 0 ? [...staying, ...landed] : staying
    givenUp =
      shifts.has(at) || score.spec.hold !== 'until-needed'
        ? []
        : givenUpAt({ notes: sounding, landed, lifted }, givenUp, own, instrument)
    const runDown = running > 0 || score.spec.hold !== 'until-needed' ? [] : runFrom(groups, i)
    running = runDown.length > 0 ? runDown.length : running - 1
    const acting = actingAt({ notes: sounding, landed, lifted, staying }, heard)
    return {
      at,
      notes: sounding,
      gapMs,
      rate: 1000 / gapMs,
      landed,
      lifted,
      staying,
      givenUp,
      runDown,
      acting,
      acts: landed.length > 0 || acting !== null,
    }
  })
  return { score, hand: own, instrument, onsets }
}
