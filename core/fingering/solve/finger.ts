import type { Finger } from '../../guitar/finger'
import type { Landing } from '../../hand/advance-hand'
import type { Event, Grip, Line, Mark } from '../../line/line'
import { alternatives } from './alternatives'
import { BOUNDLESS, stepsFor, TooWide } from '../model/effort'
import { graphOf, type Graph } from '../space/graph'
import { cheapest, quickest, type Path } from './search'
import { taskOf, type Task, type TaskMoment, type TaskOptions } from '../model/task'

/** A line with its cheapest fingering. */
export interface Fingered {
  readonly task: Task
  readonly graph: Graph
  readonly path: Path
  /** The search was too wide: a good way, not surely the cheapest. */
  readonly quick: boolean
}

/**
 * Finds the cheapest fingering of a line for one hand on one guitar.
 * @param line Notes with fixed places or only pitches, grips, restarts.
 * @param options Hand, guitar and hold policy; tempo in quarters a minute; pinned fingers; what is left to the engine;
 *   how much work it may be.
 * @returns The exact optimum under the table of costs; where that is too much work a good way, marked `quick`. The same
 *   for the same input.
 */
export function finger(line: Line, options: TaskOptions): Fingered {
  const task = taskOf(line, options)
  try {
    // What cannot be done is not begun.
    if (options.freedom !== 'none' && !task.effort.allows(LEAST_STEPS * task.moments.length))
      throw new TooWide('too many moments')
    const graph = graphOf(task)
    return { task, graph, path: cheapest(graph), quick: false }
  } catch (error) {
    if (!(error instanceof TooWide)) throw error
    const narrow: Task = { ...task, effort: BOUNDLESS, keep: keptChoices(task.moments) }
    const graph = graphOf(narrow)
    return { task: narrow, graph, path: quickest(graph), quick: true }
  }
}

/** Steps that every moment takes at least where the engine may choose. */
const LEAST_STEPS = 80

/** Steps that the beam search may take between choices, and the fewest and most choices it keeps at a moment. */
const QUICK_STEPS = 40_000
const [FEWEST_KEPT, MOST_KEPT] = [4, 32]

/**
 * How many choices of a moment the beam search keeps, so that its work is about the same for every length; of chords
 * fewer, as each costs more.
 */
function keptChoices(moments: readonly TaskMoment[]): number {
  const steps = moments.reduce((sum, { notes, grips }) => {
    const together = Math.max(notes.length, ...grips.map(grip => grip.contacts.length))
    return sum + Math.sqrt(stepsFor(together))
  }, 0)
  return Math.min(MOST_KEPT, Math.max(FEWEST_KEPT, Math.floor(Math.sqrt(QUICK_STEPS / steps))))
}

/**
 * Other fingerings of the same line, cheapest first, each different from the best at some note; none beside a quick
 * way.
 */
export function otherFingerings({ graph, path, quick }: Fingered, count: number): readonly Path[] {
  return quick ? [] : alternatives(graph, path, count)
}

/** Fingers of a path by note: 0 is an open string, tapped notes are left out. */
export function fingersByKey({ moments }: Task, path: Path): Readonly<Record<string, 0 | Finger>> {
  return Object.fromEntries(
    path.moves.flatMap(({ choice }, i) =>
      moments[i]!.notes.flatMap((note, n) => {
        const finger = choice.fingers[n]
        return finger === null || finger === undefined ? [] : [[note.noteId, finger]]
      }),
    ),
  )
}

/**
 * A line written out as a path plays it, and what the hand does beside: by onset, what lands ahead and what lifts by
 * choice.
 */
export interface PlayedLine {
  readonly line: Line
  readonly ahead: readonly (readonly Landing[])[]
  readonly lifts: readonly number[]
}

/** Position of every moment; before the first finger lands, the one it will land in. */
function positionsOf(path: Path): readonly number[] {
  const positions = path.moves.map(move => move.choice.position)
  const first = positions.find(position => position > 0) ?? 1
  return positions.map(position => position || first)
}

/** Writes places, fingers and positions of a path into its line. */
export function lineBy(line: Line, { task, path }: Fingered): PlayedLine {
  const events: Event[] = [...line.events]
  const grips: Grip[] = [...line.grips]
  const positions = positionsOf(path)
  const ahead: (readonly Landing[])[] = []
  const lifts: number[] = []
  for (const [i, moment] of task.moments.entries()) {
    const { choice, placing, lifts: lifted } = path.moves[i]!
    for (const [n, note] of moment.notes.entries()) {
      const event = events[note.index]!
      const place = choice.places[n]!
      const finger = choice.fingers[n] ?? null
      const stretched =
        choice.lone !== null && finger !== null && finger > 0 && place.fret !== choice.position + finger - 1
      const marks: readonly Mark[] = [
        ...event.marks.filter(mark => mark !== 'stretch'),
        ...(stretched ? ['stretch' as const] : []),
      ]
      events[note.index] = {
        ...event,
        place,
        want: finger === null ? event.want : { finger },
        position: positions[i]!,
        marks,
      }
    }
    for (const grip of moment.grips) {
      grips[grip.index] = {
        ...grips[grip.index]!,
        contacts: grips[grip.index]!.contacts.map(
          contact =>
            choice.fresh.find(touch => touch.string === contact.string && touch.fret === contact.fret) ?? contact,
        ),
      }
    }
    if (moment.notes.length > 0) {
      ahead.push(choice.placings[placing]!.ahead)
      lifts.push(lifted)
    }
  }
  return { line: { ...line, events, grips }, ahead, lifts }
}
