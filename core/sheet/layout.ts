import { chordsThroughout } from '../chord-changes/sequence'
import { partsThroughout } from '../writing/written-out'
import { romanPosition } from '../guitar/geometry'
import { instrumentOf } from '../guitar/instrument'
import { barTicks } from '../line/ticks'
import { pitchClassName } from '../pitch/pitch'
import { countBar } from '../score/count'
import { positionAt } from '../score/position-at'
import type { Note, MutedBy, Score } from '../score/score'
import { STAFF_LEFT, staffRoom, type StaffRoom } from './staff/room'
import { ribbonsOf, type Ribbon } from './ribbons'

/** What the sheet is drawn for; lengths in px. */
export interface SheetRoom {
  readonly width: number
  readonly lanes: boolean
  /** Which strings are kept quiet by what; not drawn when left out. */
  readonly quiet?: boolean
  /** Leave room for a staff in standard notation above each line. */
  readonly staff?: boolean
  /** Draw no more than this many systems. */
  readonly most?: number
  /** Draw no fewer bars than this, though nothing is written in them. */
  readonly leastBars?: number | undefined
}

export interface PlacedNote {
  readonly index: number
  readonly note: Note
  readonly x: number
  readonly y: number
  readonly width: number
}
/** Marks of a note that are words. */
const MARK_WORDS = { louder: 'louder', softer: 'softer', rolled: 'roll' } as const

/**
 * A sign between the plucking row and the strings: a rest stroke, a plucking finger set on its string before it plays,
 * an accent, a note cut short, a tap of the plucking hand.
 */
export interface Sign {
  readonly x: number
  readonly y: number
  readonly kind: 'rest' | 'planted' | 'accent' | 'short' | 'tap'
}

/** A string that sounds at an onset, or what keeps it quiet. */
export interface QuietMark {
  readonly x: number
  readonly y: number
  readonly by: MutedBy | 'sounds'
}

/** One line of the sheet, ready to draw. */
export interface System {
  readonly index: number
  readonly from: number
  readonly to: number
  readonly firstBar: number
  readonly lastBar: number
  readonly right: number
  readonly notes: readonly PlacedNote[]
  /** Fingers that only lie there and never sound: their frets, in brackets. */
  readonly silent: readonly { readonly x: number; readonly y: number; readonly text: string }[]
  /** Names of chords, or of the drills of a routine, where they begin. */
  readonly chords: readonly { readonly x: number; readonly text: string }[]
  readonly counts: readonly { readonly x: number; readonly text: string; readonly beat: boolean }[]
  readonly barLines: readonly number[]
  readonly positions: readonly { readonly x: number; readonly text: string }[]
  readonly slurs: readonly string[]
  readonly slides: readonly string[]
  readonly signs: readonly Sign[]
  /** Words over notes: where it grows louder or softer, where a finger rolls over. */
  readonly words: readonly { readonly x: number; readonly text: string }[]
  readonly ribbons: readonly Ribbon[]
  readonly quiet: readonly QuietMark[]
}

/** What every system of a sheet has in common; lengths in px. */
export interface SheetFrame {
  readonly width: number
  readonly height: number
  readonly left: number
  readonly rows: {
    /** The top line of the staff; null where there is none. */
    readonly staff: number | null
    readonly chord: number
    readonly count: number
    readonly pluck: number
    readonly signs: number
    readonly position: number
    readonly strings: readonly number[]
    readonly lanes: readonly number[]
    readonly quiet: readonly number[]
  }
  readonly stringNames: readonly string[]
}

export interface SheetLayout {
  readonly frame: SheetFrame
  readonly systems: readonly System[]
  readonly pxPerTick: number
  /** Room between the beginning of a line and its first moment, px. */
  readonly inset: number
}

/** Where a moment is in its system, px. */
export const xOf = ({ frame, inset, pxPerTick }: SheetLayout, { from }: System, at: number) =>
  frame.left + inset + (at - from) * pxPerTick

const STRING_GAP = 16
const LANE_GAP = 19
const QUIET_GAP = 10
const LEAST_CELL = 23
/** Room for the letters of three and more plucking fingers that play together, px. */
const LEAST_STACK_CELL = 34
const MOST_CELL = 62

const SIGNS_HEIGHT = 12
const CHORDS_HEIGHT = 20

/** Which rows a sheet has besides those that every sheet has. */
interface Has {
  readonly taps: boolean
  readonly signs: boolean
  readonly chords: boolean
  readonly staff: StaffRoom | null
}

const rowsFor = (strings: number, { lanes, quiet = false }: SheetRoom, has: Has) => {
  const over = has.staff?.height ?? 0
  const head = over + (has.chords ? CHORDS_HEIGHT : 0)
  const lower = head + (has.signs ? SIGNS_HEIGHT : 0)
  const top = 76 + lower
  const stringRows = Array.from({ length: strings }, (_, i) => top + i * STRING_GAP)
  const laneTop = stringRows.at(-1)! + 28
  const laneRows = lanes ? (has.taps ? [0, 1, 2, 3, 4] : [0, 1, 2, 3]).map(i => laneTop + i * LANE_GAP) : []
  const quietTop = (laneRows.at(-1) ?? stringRows.at(-1)!) + 26
  return {
    staff: has.staff?.top ?? null,
    chord: 16 + over,
    count: 16 + head,
    pluck: 36 + head,
    signs: 50 + head,
    position: 57 + lower,
    strings: stringRows,
    lanes: laneRows,
    quiet: quiet ? stringRows.map((_, i) => quietTop + i * QUIET_GAP) : [],
  }
}

/** The closest that two notes follow each other in a drill, at most a beat. */
function cellTicks({ notes, meter }: Score): number {
  let least = barTicks(meter) / meter[0]
  notes.forEach(({ at, dur }, i) => {
    const gap = i === 0 ? 0 : at - notes[i - 1]!.at
    least = Math.min(least, dur, gap > 0 ? gap : dur)
  })
  return least
}

/** Ticks per system: whole bars where they fit, else the largest part of a bar in whole beats that does. */
function systemTicks(score: Score, available: number, cellTicks: number, leastCell: number): number {
  const bar = barTicks(score.meter)
  const fits = (ticks: number) => (ticks / cellTicks) * leastCell <= available
  const bars = Math.max(1, Math.ceil(score.bars))
  if (fits(bar)) {
    const most = Math.min(bars, Math.floor(available / ((bar / cellTicks) * leastCell)))
    // As even as possible: three bars where two fit become two and one, four become two and two.
    return bar * Math.ceil(bars / Math.ceil(bars / most))
  }
  const beats = score.meter[0]
  const beat = bar / beats
  for (let parts = beats - 1; parts > 1; parts--) if (beats % parts === 0 && fits(parts * beat)) return parts * beat
  return beat
}

function arcs(notes: readonly PlacedNote[], score: Score, left: number): readonly string[] {
  return notes.flatMap(placed => {
    if (placed.note.pluck !== null || placed.note.via === 'tap' || placed.note.via === 'slide') return []
    const before = score.notes.findLast((note, i) => i < placed.index && note.string === placed.note.string)
    const start = notes.find(each => each.note === before)?.x ?? left
    // Flat enough to stay clear of the next string.
    const y = placed.y - 8
    return [`M${start} ${y}Q${(start + placed.x) / 2} ${y - 7} ${placed.x} ${y}`]
  })
}

/** A line from fret to fret where a finger slides: up when it goes up the neck. */
function slides(notes: readonly PlacedNote[]): readonly string[] {
  return notes.flatMap(({ index, note, x, y }) => {
    if (note.via !== 'slide') return []
    const before = notes.findLast(each => each.index < index && each.note.string === note.string)
    const rise = before && before.note.fret > note.fret ? -3 : 3
    // A slide over the end of a line begins a little before its note.
    return [`M${before ? before.x + 9 : x - 20} ${y + rise}L${x - 9} ${y - rise}`]
  })
}

/** What stands under the plucking row. A planted finger is marked where it first plays; it goes on so. */
function signsOf(score: Score): ReadonlyMap<string, readonly Sign['kind'][]> {
  const about = new Set(score.cues.map(cue => cue.about))
  const staccato = score.spec.sound.length === 'staccato'
  const planted = new Set<string>()
  return new Map(
    score.notes.map(note => {
      const finger = note.via === 'pluck' && note.pluck !== null && 'pimac'.includes(note.pluck) ? note.pluck : null
      const kinds: Sign['kind'][] = []
      if (note.via === 'tap') kinds.push('tap')
      if (finger && about.has('rest-stroke')) kinds.push('rest')
      if (finger && about.has('plant') && !planted.has(finger)) kinds.push('planted')
      if (finger) planted.add(finger)
      if (note.marks.includes('accent')) kinds.push('accent')
      if (staccato || note.marks.includes('staccato')) kinds.push('short')
      return [note.key, kinds]
    }),
  )
}

/** For every onset of a line each string: sounding, or kept quiet by something. */
function quietMarks(score: Score, notes: readonly PlacedNote[], rows: readonly number[]): readonly QuietMark[] {
  if (rows.length === 0) return []
  const placed = new Map(notes.map(each => [each.note.key, each]))
  const marks = new Map<string, QuietMark>()
  for (const { x, note } of notes)
    marks.set(`${note.at}.${note.string}`, { x, y: rows[note.string - 1]!, by: 'sounds' })
  for (const { key, string, how } of score.report.quiet) {
    const here = placed.get(key)
    if (here && !marks.has(`${here.note.at}.${string}`))
      marks.set(`${here.note.at}.${string}`, { x: here.x, y: rows[string - 1]!, by: how })
  }
  return [...marks.values()]
}

/** What stands over the count: names of chords, or of the drills of a routine, where they begin. */
const headsOf = (score: Score): readonly { readonly at: number; readonly text: string }[] => [
  ...chordsThroughout(score).map(({ at, shape }) => ({ at, text: shape.name })),
  ...partsThroughout(score).map(({ at, title }) => ({ at, text: title })),
]

/** A score with its layout. */
export interface LaidOut {
  readonly score: Score
  readonly layout: SheetLayout
}

/** Whether what a hand does, and how wide things are, is as it was: systems can differ in their notes only. */
const isLaidOutAlike = (
  before: LaidOut,
  score: Score,
  now: Pick<SheetLayout, 'pxPerTick' | 'inset'>,
  width: number,
  rows: SheetFrame['rows'],
) =>
  before.score.holds === score.holds &&
  before.score.shifts === score.shifts &&
  before.score.report === score.report &&
  before.score.cues === score.cues &&
  String(before.score.meter) === String(score.meter) &&
  before.layout.pxPerTick === now.pxPerTick &&
  before.layout.inset === now.inset &&
  before.layout.frame.width === width &&
  JSON.stringify(before.layout.frame.rows) === JSON.stringify(rows)

/** Whether a system has just these notes. */
const hasNotes = (system: System, notes: readonly Note[], first: number, end: number) =>
  system.notes.length === end - first &&
  system.notes.every(({ note, index }, i) => index === first + i && note === notes[index])

/**
 * Lays a score out in systems of a width: pure figures, no drawing.
 * @param before The layout of the score as it was: systems in which nothing changed are the same objects.
 * @throws RangeError when the width leaves no room.
 */
export function layOut(written: Score, room: SheetRoom, before?: LaidOut): SheetLayout {
  const score = (room.leastBars ?? 0) > written.bars ? { ...written, bars: room.leastBars! } : written
  const instrument = instrumentOf(score.spec.instrument)
  const left = (room.width < 480 ? 34 : 46) + (room.staff ? STAFF_LEFT : 0)
  const available = room.width - left - 10
  if (available < 40) throw new RangeError(`a sheet needs more room than ${room.width} px`)
  const signs = signsOf(score)
  const heads = headsOf(score)
  const rows = rowsFor(instrument.tuning.length, room, {
    taps: score.notes.some(note => note.via === 'tap'),
    signs: [...signs.values()].some(kinds => kinds.length > 0),
    chords: heads.length > 0,
    staff: room.staff ? staffRoom(score.notes) : null,
  })
  const bar = barTicks(score.meter)
  const cell = cellTicks(score)
  const stacks = new Map<number, number>()
  for (const { at, pluck } of score.notes)
    if (pluck !== null && 'pimac'.includes(pluck)) stacks.set(at, (stacks.get(at) ?? 0) + 1)
  const length = systemTicks(
    score,
    available,
    cell,
    Math.max(0, ...stacks.values()) > 2 ? LEAST_STACK_CELL : LEAST_CELL,
  )
  const total = score.bars * bar
  const pxPerTick = Math.min(available / length, MOST_CELL / cell)
  const sounding = new Map<string, Note[]>()
  for (const note of score.notes) {
    const place = `${note.string}/${note.fret}`
    const known = sounding.get(place)
    if (known) known.push(note)
    else sounding.set(place, [note])
  }
  const silentHolds = score.holds.filter(
    ({ string, fret, from, to }) =>
      !sounding.get(`${string}/${fret}`)?.some(note => note.at + note.dur > from && note.at < to),
  )
  const onsets = new Map<number, number[]>()
  for (const { at } of score.notes) {
    const start = at - (at % bar)
    const known = onsets.get(start)
    if (known) known.push(at - start)
    else onsets.set(start, [at - start])
  }
  // Room for a finger's digit between the bar line and the first note.
  const inset = Math.min(18, cell * pxPerTick * 0.62)
  const systems: System[] = []
  const alike = before && isLaidOutAlike(before, score, { pxPerTick, inset }, room.width, rows) ? before.layout : null
  let firstNote = 0
  for (let from = 0; from < total && systems.length < (room.most ?? Infinity); from += length) {
    const to = Math.min(from + length, total)
    const x = (at: number) => left + inset + (at - from) * pxPerTick
    let end = firstNote
    while (end < score.notes.length && score.notes[end]!.at < to) end++
    const old = alike?.systems[systems.length]
    // A slur may come from the line before: that one has to be the same too.
    const last = systems.at(-1)
    if (
      old?.from === from &&
      old.to === to &&
      hasNotes(old, score.notes, firstNote, end) &&
      (last === alike!.systems[systems.length - 1] || old.slurs.length + old.slides.length === 0)
    ) {
      systems.push(old)
      firstNote = end
      continue
    }
    const notes = score.notes
      .slice(firstNote, end)
      .map((note, i): PlacedNote => ({
        index: firstNote + i,
        note,
        x: x(note.at),
        y: rows.strings[note.string - 1]!,
        width: note.dur * pxPerTick,
      }))
    firstNote = end
    const right = left + (to - from) * pxPerTick
    const barsHere = Array.from(
      { length: Math.floor((to - 1) / bar) - Math.floor(from / bar) + 1 },
      (_, i) => (Math.floor(from / bar) + i) * bar,
    )
    const start = positionAt(score, from)
    systems.push({
      index: systems.length,
      from,
      to,
      firstBar: Math.floor(from / bar) + 1,
      lastBar: Math.ceil(to / bar),
      right,
      notes,
      silent: silentHolds
        .filter(hold => hold.from >= from && hold.from < to)
        .map(hold => ({ x: x(hold.from), y: rows.strings[hold.string - 1]!, text: `(${hold.fret})` })),
      chords: heads.filter(({ at }) => at >= from && at < to).map(({ at, text }) => ({ x: x(at), text })),
      counts: barsHere
        .flatMap(barStart =>
          countBar(score.meter, onsets.get(barStart) ?? []).map(mark => ({ ...mark, at: barStart + mark.at })),
        )
        .filter(mark => mark.at >= from && mark.at < to)
        .map(mark => ({ x: x(mark.at), text: mark.text, beat: mark.beat })),
      barLines: [...barsHere.filter(at => at > from).map(at => left + (at - from) * pxPerTick), right],
      positions: [
        ...(start ? [{ x: x(from), text: romanPosition(start) }] : []),
        ...score.shifts
          .filter(shift => shift.at > from && shift.at < to)
          .map(shift => ({ x: x(shift.at), text: romanPosition(shift.to) })),
      ],
      slurs: arcs(notes, score, left),
      slides: slides(notes),
      signs: [
        ...new Map(
          notes.flatMap(({ note, x: at }) =>
            signs.get(note.key)!.map(kind => [`${at}.${kind}`, { x: at, y: rows.signs, kind }] as const),
          ),
        ).values(),
      ],
      words: notes.flatMap(({ x: at, note }) =>
        note.marks.flatMap(mark =>
          mark in MARK_WORDS ? [{ x: at, text: MARK_WORDS[mark as keyof typeof MARK_WORDS] }] : [],
        ),
      ),
      ribbons: room.lanes ? ribbonsOf(score, { from, to, right }, rows.lanes, x) : [],
      quiet: quietMarks(score, notes, rows.quiet),
    })
  }
  const height = (rows.quiet.at(-1) ?? rows.lanes.at(-1) ?? rows.strings.at(-1)!) + 20
  const stringNames = [...instrument.tuning].reverse().map(midi => pitchClassName(midi + instrument.capo))
  return { frame: { width: room.width, height, left, rows, stringNames }, systems, pxPerTick, inset }
}
