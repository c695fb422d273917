import type { Score } from '../score/score'

/** Height of a finger's ribbon in its lane, px. */
export const RIBBON_HEIGHT = 12

/** When a finger is down, as a bar in its lane. */
export interface Ribbon {
  readonly key: string
  readonly finger: number
  readonly x: number
  readonly y: number
  readonly width: number
  /** It lands in this system; otherwise it comes from the one before. */
  readonly lands: boolean
  /** It lifts in this system; otherwise it goes on in the next. */
  readonly lifts: boolean
  readonly label: string
}

/** Figures of the small letters on a ribbon, px: where they begin, and at most how wide one is. */
const RIBBON_TEXT = { inset: 9, letter: 5.8 }

/** The longest of some texts that stands within a ribbon of a width, px; none where none does. */
const fitting = (width: number, ...texts: readonly string[]) =>
  texts.find(text => RIBBON_TEXT.inset + text.length * RIBBON_TEXT.letter <= width) ?? ''

/** What a finger does for a while: on which strings it lies. */
interface Stay {
  readonly finger: number
  readonly strings: readonly number[]
  readonly from: number
  readonly to: number
  readonly lands: boolean
}

/** Holds as the lanes draw them: a barre once for all its strings, anew from where it lies down over further ones. */
function staysOf(holds: Score['holds']): readonly Stay[] {
  const single = holds
    .filter(hold => !hold.barre)
    .map(({ finger, string, from, to }): Stay => ({ finger, strings: [string], from, to, lands: true }))
  const barres = [1, 2, 3, 4].flatMap((finger): Stay[] => {
    const own = holds.filter(hold => hold.barre && hold.finger === finger)
    const edges = [...new Set(own.flatMap(({ from, to }) => [from, to]))].sort((a, b) => a - b)
    return edges.slice(1).flatMap((to, i): Stay[] => {
      const from = edges[i]!
      const down = own.filter(hold => hold.from <= from && hold.to >= to)
      return down.length === 0
        ? []
        : [
            {
              finger,
              strings: down.map(hold => hold.string).sort((a, b) => b - a),
              from,
              to,
              lands: down.some(hold => hold.from === from),
            },
          ]
    })
  })
  return [...single, ...barres].sort((a, b) => a.from - b.from || a.finger - b.finger)
}

/** The ribbons of a line: which finger is down when, on which strings, and where a tap sounds. */
export function ribbonsOf(
  score: Score,
  { from, to, right }: { readonly from: number; readonly to: number; readonly right: number },
  lanes: readonly number[],
  x: (at: number) => number,
): readonly Ribbon[] {
  // A little short of the next note's landing; what goes on ends at the line.
  const widthTo = (startX: number, end: number) => Math.max(8, (end < to ? x(end) - 8 : right) - startX)
  const taps = score.notes
    .filter(note => note.via === 'tap' && note.at >= from && note.at < to)
    .map(note => {
      const startX = x(note.at) - 6
      const width = widthTo(startX, note.at + note.dur)
      return {
        key: `tap.${note.key}`,
        finger: 5,
        x: startX,
        y: lanes[4]! - RIBBON_HEIGHT / 2,
        width,
        lands: true,
        lifts: true,
        label: fitting(width, note.pluck!),
      }
    })
  return [
    ...taps,
    ...staysOf(score.holds.filter(hold => hold.from < to && hold.to > from))
      .filter(stay => stay.from < to && stay.to > from)
      .map(stay => {
        const startX = x(Math.max(stay.from, from)) - 6
        const width = widthTo(startX, stay.to)
        const [thickest, thinnest] = [stay.strings[0]!, stay.strings.at(-1)!]
        return {
          key: `${stay.finger}.${thickest}.${stay.from}`,
          finger: stay.finger,
          x: startX,
          y: lanes[stay.finger - 1]! - RIBBON_HEIGHT / 2,
          width,
          lands: stay.lands && stay.from >= from,
          lifts: stay.to <= to,
          label:
            stay.strings.length === 1
              ? fitting(width, `string ${thickest}`, String(thickest))
              : fitting(width, `barre ${thickest}–${thinnest}`, 'barre', `${thickest}–${thinnest}`),
        }
      }),
  ]
}
