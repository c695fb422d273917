import type { ShapeKind } from '../../sheet/picture'

/** A typeface of the sheet, by what it is for. */
export type Face = 'text' | 'text-bold' | 'text-italic' | 'head'

/** How a kind of shape looks on paper: black on white, told apart without colour. */
export interface Style {
  readonly fill?: string
  readonly stroke?: string
  readonly strokeWidth?: number
  readonly face?: Face
  readonly size?: number
  /** Letters that stand out among the others. */
  readonly strong?: { readonly face: Face; readonly size: number; readonly fill: string }
  readonly anchor?: 'start' | 'middle' | 'end'
  /** Letters stand on white, so that the line they lie on does not run through them. */
  readonly onWhite?: { readonly ascent: number; readonly descent: number; readonly perLetter: number }
}

const INK = '#000'
const SOFT = '#444'
const PALE = '#888'

/** The look of every kind of shape. */
export const STYLES: Readonly<Record<ShapeKind, Style>> = {
  'staff': { fill: INK },
  'staff line': { stroke: INK, strokeWidth: 0.9 },
  'staff bar': { stroke: INK, strokeWidth: 1.2 },
  'count': { face: 'text', size: 13, fill: SOFT, anchor: 'middle', strong: { face: 'text-bold', size: 15, fill: INK } },
  'chord': { face: 'head', size: 15, fill: INK, anchor: 'start' },
  'stroke': { stroke: INK, strokeWidth: 2 },
  'plucking': { face: 'text-italic', size: 15, fill: INK, anchor: 'middle' },
  'plucking several': { face: 'text-italic', size: 12, fill: INK, anchor: 'middle' },
  'sign': { stroke: INK, strokeWidth: 1.6 },
  'sign filled': { fill: INK },
  'tap': { face: 'text-bold', size: 11.5, fill: INK, anchor: 'middle' },
  'string': { stroke: PALE, strokeWidth: 1 },
  'bar': { stroke: INK, strokeWidth: 1.4 },
  'string-name': { face: 'text', size: 12, fill: SOFT, anchor: 'end' },
  'position-box': { fill: '#fff', stroke: INK, strokeWidth: 1.2 },
  'position': { face: 'head', size: 12.5, fill: INK, anchor: 'middle' },
  'slur': { stroke: INK, strokeWidth: 1.5 },
  'word': { face: 'text', size: 10.5, fill: SOFT, anchor: 'start' },
  'lane': { stroke: '#ccc', strokeWidth: 1 },
  'lane-name': { face: 'text-bold', size: 15, fill: INK, anchor: 'end' },
  'ribbon': { fill: '#e6e6e6', stroke: PALE, strokeWidth: 0.8 },
  'landing': { fill: INK },
  'ribbon-name': { face: 'text', size: 10.5, fill: INK, anchor: 'start' },
  'quiet-name': { face: 'text', size: 9.5, fill: SOFT, anchor: 'end' },
  'quiet filled': { fill: INK },
  'quiet': { fill: '#fff', stroke: SOFT, strokeWidth: 1.1 },
  'silent': { face: 'text', size: 13, fill: SOFT, anchor: 'middle', onWhite: { ascent: 11, descent: 2, perLetter: 7 } },
  'digit': {
    face: 'text-bold',
    size: 11,
    fill: SOFT,
    anchor: 'middle',
    onWhite: { ascent: 8, descent: 0.5, perLetter: 6 },
  },
  'fret': {
    face: 'text-bold',
    size: 15.5,
    fill: INK,
    anchor: 'middle',
    onWhite: { ascent: 12, descent: 1.2, perLetter: 9 },
  },
}

/** The typefaces by name, weight and slant, and what stands in where a letter is in none of them. */
export const FACES: Readonly<
  Record<Face, { readonly family: string; readonly weight: 400 | 700; readonly italic: boolean }>
> = {
  'text': { family: 'Atkinson Hyperlegible Next', weight: 400, italic: false },
  'text-bold': { family: 'Atkinson Hyperlegible Next', weight: 700, italic: false },
  'text-italic': { family: 'Atkinson Hyperlegible Next', weight: 700, italic: true },
  'head': { family: 'Bitter', weight: 700, italic: false },
}

/**
 * Whether a text has letters of the shipped typefaces only: Latin 1 and the usual typographic signs.
 * @example isPlain('Étude “in V” – slow') // true
 * @example isPlain('F♯') // false
 */
export const isPlain = (text: string) =>
  /^[\u0020-\u007e\u00a0-\u00ff\u2013\u2014\u2018\u2019\u201a\u201c-\u201e\u2022\u2026\u20ac]*$/.test(text)
