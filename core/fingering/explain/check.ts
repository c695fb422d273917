import { accountOf } from './account'
import type { Choice } from '../model/choice'
import { TooWide } from '../model/effort'
import { fingersByKey } from '../solve/finger'
import { graphOf } from '../space/graph'
import { steered, type Path } from '../solve/search'
import { chargesOf, type Charged } from './reasons'
import type { Line } from '../../line/line'
import type { Pins } from '../../schema/fields'
import { taskOf, type Task, type TaskMoment, type TaskOptions } from '../model/task'

/** A fingering by note with what it costs. */
export interface PricedFingers {
  readonly cost: number
  readonly fingers: Readonly<Record<string, number>>
}

/** A finger that is paid for: from here on the drill costs more than it need. */
export interface CostlyNote {
  readonly key: string
  readonly rule: 'costly'
  /** The finger given, the one that would cost less, and by how much. */
  readonly finger: number
  readonly cheaper: number
  readonly extra: number
  /** Where it is paid when that is later, null for a chord that no note begins; left out where it is paid here. */
  readonly paidAt?: { readonly key: string; readonly string: number; readonly fret: number } | null
  /** What is paid there above all; null where the hand is only in the wrong place. */
  readonly what: Charged | null
  /** The cheapest way on with all fingers before this note as they are. */
  readonly repair: PricedFingers
}

/** The line with no finger typed: what the engine would do if it were asked. */
export const untyped = (line: Line): Line => ({
  ...line,
  events: line.events.map(event => (event.typed ? { ...event, typed: false } : event)),
})

/** From how much more effort a finger counts as costly. */
export const COSTLY_FROM = 2

/** What fingers are judged on, and which of them. */
export interface CheckOptions extends Omit<TaskOptions, 'pins' | 'freedom'> {
  readonly only?: ReadonlySet<string>
}

/**
 * Judges given fingers note by note: r(i) is the optimum with the first i fingers fixed minus the optimum with i − 1
 * fixed; every note with r(i) of at least 2 is costly. It names the note where that is paid, its repair is the
 * optimum with i − 1 fixed.
 * @param given Finger by note, in the order of the line; open and tapped notes left out.
 * @param options As for the engine, pins being taken from `given`; `only` names the notes that are asked about.
 * @returns The costly notes; null when telling them is more work than it may be.
 */
export function costlyNotes(line: Line, given: Pins, options: CheckOptions): readonly CostlyNote[] | null {
  try {
    return judgeNotes(line, given, options)
  } catch (error) {
    if (error instanceof TooWide) return null
    throw error
  }
}

function judgeNotes(line: Line, given: Pins, { only, ...options }: CheckOptions): readonly CostlyNote[] {
  const open = untyped(line)
  const task = taskOf(open, { ...options, freedom: 'all', pins: {} })
  const graph = graphOf(task, taskOf(open, { ...options, freedom: 'all', pins: given }))
  const notes = task.moments.flatMap((moment, i) =>
    moment.notes.filter(note => note.noteId in given).map((note, n) => ({ key: note.noteId, moment: i, before: n })),
  )
  const agreement = graph.layers.map((layer, i) => layer.map(choice => agreementOf(task.moments[i]!, choice, given)))
  const optimumWith = steered(
    graph,
    agreement,
    task.moments.map(moment => moment.notes.filter(note => note.noteId in given).length),
  )
  // Two notes of one chord string given two fingers: nothing to compare with.
  if (!optimumWith) return []
  const known = new Map<number, Path>()
  /** The optimum with so many notes fixed. */
  const fixing = (count: number): Path => {
    const last = notes[count - 1]
    const path = known.get(count) ?? (last ? optimumWith(last.moment, last.before + 1) : optimumWith(0, 0))
    known.set(count, path)
    return path
  }
  const rises = (from: number, to: number) => fixing(to).cost - fixing(from).cost >= COSTLY_FROM - 1e-9
  const costly: number[] = []
  // The optimum only rises with every finger fixed, so a stretch of notes that adds too little as a whole hides no
  // costly one.
  const search = (from: number, to: number): void => {
    if (from === to || !rises(from, to)) return
    if (to - from === 1) {
      costly.push(to)
      return
    }
    const middle = Math.floor((from + to) / 2)
    search(from, middle)
    search(middle, to)
  }
  if (only) for (const [i, { key }] of notes.entries()) if (only.has(key) && rises(i, i + 1)) costly.push(i + 1)
  if (!only) search(0, notes.length)
  return costly.map((i): CostlyNote => {
    const { key } = notes[i - 1]!
    const repair = fixing(i - 1)
    const fingers = fingersByKey(task, repair)
    return {
      key,
      rule: 'costly',
      finger: given[key]!,
      cheaper: fingers[key]!,
      extra: fixing(i).cost - repair.cost,
      ...consequence(task, key, repair, fixing(notes.length)),
      repair: { cost: repair.cost, fingers },
    }
  })
}

/** With how many of a moment's given fingers a choice agrees, from the first on. */
function agreementOf({ notes }: TaskMoment, { fingers }: Choice, given: Pins): number {
  let count = 0
  for (const [n, note] of notes.entries()) {
    if (!(note.noteId in given)) continue
    if (fingers[n] !== given[note.noteId]) break
    count++
  }
  return count
}

/**
 * Where a finger is paid for in the drill as it is shown: the note from it on whose cost rises most, and what is
 * charged there.
 */
function consequence(task: Task, key: string, free: Path, shown: Path): Pick<CostlyNote, 'paidAt' | 'what'> {
  const [without, withIt] = [accountOf(task, free), accountOf(task, shown)]
  const from = task.moments.findIndex(moment => moment.notes.some(note => note.noteId === key))
  let worst = from
  let most = -Infinity
  for (const [i, entry] of withIt.entries()) {
    if (i < from) continue
    const more = entry.cost - without[i]!.cost
    if (more > most + 1e-9) [worst, most] = [i, more]
  }
  const paid = withIt[worst]!
  const what = chargesOf(paid, task.rules)[0]?.what ?? null
  if (paid.moment.notes.some(each => each.noteId === key)) return { what }
  const place = paid.choice.places[0]
  return { paidAt: place ? { key: paid.moment.notes[0]!.noteId, string: place.string, fret: place.fret } : null, what }
}
