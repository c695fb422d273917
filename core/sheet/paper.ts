import { fingersAt } from '../chord-changes/change'
import { chordSequence } from '../chord-changes/sequence'
import type { ChordShape } from '../chords/chord'
import type { Score } from '../score/score'
import { layOut, type SheetLayout, type SheetRoom } from './layout'

/** Room on paper, px at 96 to the inch: what A4 and Letter both have within their margins of 12 mm. */
export const PAPER = { width: 690, height: 955 } as const
/** Which rows a sheet on paper has besides those that every sheet has. */
export type PaperRows = Pick<SheetRoom, 'lanes' | 'staff'>

/** What a page of paper holds besides the sheet, px. */
export interface Besides {
  /** Above the sheet of the first page, and of each further one. */
  readonly head: number
  readonly runningHead: number
  /** Below the sheet of the last page. */
  readonly foot: number
}

/** A sheet laid out for paper: how large it is drawn, and which of its lines stand on which page. */
export interface PrintLayout {
  readonly layout: SheetLayout
  /** 1 is as on a screen; never so small that a fret is less than 2 mm high. */
  readonly scale: number
  /** Indices of the lines of each page; the last may be empty, for what stands below the sheet. */
  readonly pages: readonly (readonly number[])[]
}

/** Sizes that are tried, the largest that keeps the drill on one page being taken. */
const SCALES = [1.4, 1.3, 1.2, 1.1, 1, 0.9, 0.82, 0.76]
/** The size of a drill that needs several pages. */
const FLOWING = 0.9
/** Between two lines, px. */
const GAP = 10

/** Lays a drill out for paper: on one page where that can be read, else on as many as it takes. */
export function printLayout(score: Score, rows: PaperRows, { head, runningHead, foot }: Besides): PrintLayout {
  const at = (scale: number) => layOut(score, { width: Math.floor(PAPER.width / scale), ...rows })
  const lineOf = (layout: SheetLayout, scale: number) => layout.frame.height * scale + GAP
  for (const scale of SCALES) {
    const layout = at(scale)
    if (head + layout.systems.length * lineOf(layout, scale) + foot <= PAPER.height)
      return { layout, scale, pages: [layout.systems.map(({ index }) => index)] }
  }
  const layout = at(FLOWING)
  const line = lineOf(layout, FLOWING)
  const pages: number[][] = []
  let left = 0
  for (const { index } of layout.systems) {
    if (left < line) {
      left = PAPER.height - (pages.length === 0 ? head : runningHead)
      pages.push([])
    }
    pages.at(-1)!.push(index)
    left -= line
  }
  if (left < foot) pages.push([])
  return { layout, scale: FLOWING, pages }
}

/** Chords that are shown on paper at most, and how many stand side by side. */
export const CHORDS_ON_PAPER = { most: 12, aRow: 6 } as const
/** Heights on paper, px: a little more than they take, for words that run on to another line. */
const HEIGHTS = { head: 150, chordRow: 102, runningHead: 40, foot: 240 } as const

/** The chords of a drill as paper shows them: each once, with the fingers it is played with. */
export function chordsOnPaper(score: Score): readonly ChordShape[] {
  const shapes = new Map(
    chordSequence(score).map(({ at, shape }) => {
      const played = fingersAt(score, at, shape)
      return [JSON.stringify([shape.name, shape.strings, played.contacts]), played] as const
    }),
  )
  return [...shapes.values()].slice(0, CHORDS_ON_PAPER.most)
}

/** A drill laid out with its head, its chords above the sheet and the boxes to log by hand below. */
export const drillOnPaper = (score: Score, rows: PaperRows): PrintLayout =>
  printLayout(score, rows, {
    head: HEIGHTS.head + Math.ceil(chordsOnPaper(score).length / CHORDS_ON_PAPER.aRow) * HEIGHTS.chordRow,
    runningHead: HEIGHTS.runningHead,
    foot: HEIGHTS.foot,
  })
