import type { PlacedNote, SheetFrame, System } from './layout'
import { STAFF_GAP } from './staff/room'
import { QUIET_FILLED, QUIET_SHAPES, ribbonPath, SIGN_FILLED, SIGN_SHAPES, strokePath } from './paths'

/** One piece of text of a shape; `strong` where it stands out among the others. */
export interface Lettering {
  readonly x: number
  readonly y: number
  readonly text: string
  readonly strong?: boolean
}

/** What a shape shows; how each looks is settled where it is drawn. */
export type ShapeKind =
  | 'staff'
  | 'staff line'
  | 'staff bar'
  | 'count'
  | 'chord'
  | 'stroke'
  | 'plucking'
  | 'plucking several'
  | 'sign'
  | 'sign filled'
  | 'tap'
  | 'string'
  | 'bar'
  | 'string-name'
  | 'position-box'
  | 'position'
  | 'slur'
  | 'word'
  | 'lane'
  | 'lane-name'
  | 'ribbon'
  | 'landing'
  | 'ribbon-name'
  | 'quiet-name'
  | 'quiet filled'
  | 'quiet'
  | 'silent'
  | 'digit'
  | 'fret'

/** Something drawn: lines, letters or boxes, all of one kind. */
export type Shape =
  | { readonly as: ShapeKind; readonly kind: 'path'; readonly d: string }
  | { readonly as: ShapeKind; readonly kind: 'text'; readonly letters: readonly Lettering[] }
  | {
      readonly as: ShapeKind
      readonly kind: 'boxes'
      readonly boxes: readonly {
        readonly x: number
        readonly y: number
        readonly width: number
        readonly height: number
      }[]
    }

const path = (as: ShapeKind, parts: readonly string[]): readonly Shape[] =>
  parts.some(part => part !== '') ? [{ as, kind: 'path', d: parts.join('') }] : []
const text = (as: ShapeKind, letters: readonly Lettering[]): readonly Shape[] =>
  letters.length > 0 ? [{ as, kind: 'text', letters }] : []

/** Fingers that pluck together stand together, thumb first. */
function fingersOfPlucking({ notes }: System, y: number): readonly Lettering[] {
  const byPlace = new Map<number, string>()
  for (const { note, x } of notes)
    if (note.pluck !== null && note.pluck !== 'D' && note.pluck !== 'U')
      byPlace.set(x, (byPlace.get(x) ?? '') + note.pluck)
  return [...byPlace].map(([x, fingers]) => ({ x, y, text: fingers }))
}

function signShapes({ signs }: System): readonly Shape[] {
  const paths = (filled: boolean) =>
    signs.flatMap(({ x, y, kind }) =>
      kind !== 'tap' && SIGN_FILLED.includes(kind) === filled ? [SIGN_SHAPES[kind](x, y)] : [],
    )
  const taps = signs.filter(({ kind }) => kind === 'tap').map(({ x, y }) => ({ x, y: y + 5, text: 'T' }))
  return [...path('sign', paths(false)), ...path('sign filled', paths(true)), ...text('tap', taps)]
}

function positionShapes({ positions }: System, y: number): readonly Shape[] {
  if (positions.length === 0) return []
  const boxes = positions.map(mark => ({ x: mark.x - 8, y: y - 9, width: mark.text.length * 8 + 10, height: 17 }))
  return [
    { as: 'position-box', kind: 'boxes', boxes },
    ...text(
      'position',
      positions.map((mark, i) => ({ x: boxes[i]!.x + boxes[i]!.width / 2, y: y + 4, text: mark.text })),
    ),
  ]
}

function laneShapes({ ribbons, right }: System, { rows, left }: SheetFrame): readonly Shape[] {
  if (rows.lanes.length === 0) return []
  return [
    ...path(
      'lane',
      rows.lanes.map(y => `M${left} ${y + 9}H${right}`),
    ),
    ...text(
      'lane-name',
      rows.lanes.map((y, i) => ({ x: left - 9, y: y + 5, text: i < 4 ? String(i + 1) : 'tap' })),
    ),
    ...path('ribbon', ribbons.map(ribbonPath)),
    ...path(
      'landing',
      ribbons.filter(({ lands }) => lands).map(({ x, y }) => `M${x} ${y - 1}h5v14h-5z`),
    ),
    ...text(
      'ribbon-name',
      ribbons.flatMap(({ x, y, label }) => (label ? [{ x: x + 9, y: y + 10, text: label }] : [])),
    ),
  ]
}

function quietShapes({ quiet, right }: System, { rows, left, stringNames }: SheetFrame): readonly Shape[] {
  if (rows.quiet.length === 0) return []
  const marks = (filled: boolean) =>
    quiet.filter(({ by }) => QUIET_FILLED.includes(by) === filled).map(({ x, y, by }) => QUIET_SHAPES[by](x, y))
  return [
    ...path(
      'lane',
      rows.quiet.map(y => `M${left} ${y}H${right}`),
    ),
    ...text(
      'quiet-name',
      stringNames.map((name, i) => ({ x: left - 9, y: rows.quiet[i]! + 3.5, text: name })),
    ),
    ...path('quiet filled', marks(true)),
    ...path('quiet', marks(false)),
  ]
}

/** Bar lines through the staff, and one that holds staff and strings together at the beginning. */
function staffBars({ barLines }: System, { rows, left }: SheetFrame): readonly Shape[] {
  if (rows.staff === null) return []
  const bottom = rows.staff + 4 * STAFF_GAP
  return path('staff bar', [
    ...barLines.map(x => `M${x} ${rows.staff}V${bottom}`),
    `M${left} ${bottom}V${rows.strings[0]}`,
  ])
}

/**
 * What of one line of the sheet lies under its frets: count, chords, strokes, strings, positions, slurs, finger lanes,
 * quiet strings.
 */
export function groundOf(system: System, frame: SheetFrame): readonly Shape[] {
  const { rows, left, stringNames } = frame
  const plucking = fingersOfPlucking(system, rows.pluck + 5)
  return [
    ...staffBars(system, frame),
    ...text(
      'count',
      system.counts.map(count => ({
        x: count.x,
        y: rows.count,
        text: count.text,
        ...(count.beat && { strong: true }),
      })),
    ),
    ...text(
      'chord',
      system.chords.map(chord => ({ x: chord.x - 6, y: rows.chord, text: chord.text })),
    ),
    ...path(
      'stroke',
      system.notes.flatMap(({ note, x }) =>
        note.pluck === 'D' || note.pluck === 'U' ? [strokePath(note.pluck, x, rows.pluck)] : [],
      ),
    ),
    ...text(
      'plucking',
      plucking.filter(({ text: { length } }) => length === 1),
    ),
    ...text(
      'plucking several',
      plucking.filter(({ text: { length } }) => length > 1),
    ),
    ...signShapes(system),
    ...path(
      'string',
      rows.strings.map(y => `M${left} ${y}H${system.right}`),
    ),
    ...path(
      'bar',
      [left, ...system.barLines].map(x => `M${x} ${rows.strings[0]}V${rows.strings.at(-1)}`),
    ),
    ...text(
      'string-name',
      stringNames.map((name, i) => ({ x: left - 9, y: rows.strings[i]! + 4.5, text: name })),
    ),
    ...positionShapes(system, rows.position),
    ...path('slur', [...system.slurs, ...system.slides]),
    ...text(
      'word',
      system.words.map(word => ({ x: word.x - 4, y: rows.strings.at(-1)! + 14, text: word.text })),
    ),
    ...laneShapes(system, frame),
    ...quietShapes(system, frame),
  ]
}

/** Fingers that only lie there, and where they are wanted the small finger digits: what lies just under the frets. */
export function besideFrets({ silent, notes }: System, digits: boolean): readonly Shape[] {
  // To the left of its fret and a little above, as printed music has it; further out where the fret has two figures.
  const beside = ({ note }: PlacedNote) => (note.fret > 9 ? 16 : 11)
  return [
    ...text(
      'silent',
      silent.map(({ x, y, text: fret }) => ({ x, y: y + 4.5, text: fret })),
    ),
    ...text(
      'digit',
      digits
        ? notes
            .filter(({ note }) => note.finger)
            .map(placed => ({ x: placed.x - beside(placed), y: placed.y - 2, text: String(placed.note.finger) }))
        : [],
    ),
  ]
}

/** The fret of a note as it is lettered; a muted one is crossed. */
export const fretOf = ({ x, y, note }: PlacedNote): Lettering => ({
  x,
  y: y + 5.2,
  text: note.marks.includes('muted') ? '×' : String(note.fret),
})

/** One line of the sheet, from the ground up. @param staff What its staff is drawn with, where it has one. */
export const pictureOf = (
  system: System,
  frame: SheetFrame,
  digits: boolean,
  staff: readonly Shape[] = [],
): readonly Shape[] => [
  ...staff,
  ...groundOf(system, frame),
  ...besideFrets(system, digits),
  ...text('fret', system.notes.map(fretOf)),
]
