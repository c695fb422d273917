import { create } from 'xmlbuilder2'
import type { ChordShape } from '../../chords/chord'
import type { Instrument } from '../../guitar/instrument'
import { fingerMarks, lowestFret, NECK_FRETS, silentStrings } from '../../sheet/chord-neck'
import { FACES } from './styles'

const GAP_X = 34
const GAP_Y = 17
const LEFT = 30
const TOP = 12
/** Width of a chord's picture, px. */
export const CHORD_WIDTH = LEFT + NECK_FRETS * GAP_X + 12
/** Height of a chord's picture, px, for so many strings. */
export const chordHeight = (strings: number) => TOP + (strings - 1) * GAP_Y + 28

/**
 * A chord on a small neck seen from the front, thick string at the foot: its fingers on their frets, what stays silent
 * crossed. For a left-handed player the neck points the other way.
 */
export function svgOfChord(shape: ChordShape, instrument: Instrument, leftHanded: boolean): string {
  const strings = instrument.tuning.length
  const from = lowestFret(shape)
  const height = chordHeight(strings)
  const across = (x: number) => (leftHanded ? CHORD_WIDTH - x : x)
  const y = (string: number) => TOP + (string - 1) * GAP_Y
  const wire = (fret: number) => across(LEFT + (fret - from) * GAP_X)
  const middle = (fret: number) => across(fret === 0 ? LEFT - 16 : LEFT + (fret - from + 0.5) * GAP_X)
  const svg = create().ele('http://www.w3.org/2000/svg', 'svg', { viewBox: `0 0 ${CHORD_WIDTH} ${height}` })
  const letters = (text: string, x: number, line: number, size: number, fill: string, bold = false) =>
    svg
      .ele('text', {
        x,
        'y': line,
        'text-anchor': 'middle',
        'font-size': size,
        fill,
        'font-family': `${FACES.text.family}, sans-serif`,
        ...(bold && { 'font-weight': 700 }),
      })
      .txt(text)
  for (let fret = from; fret <= from + NECK_FRETS; fret++) {
    const nut = fret === 1 && from === 1
    svg.ele('path', {
      'd': `M${wire(fret)} ${TOP}V${y(strings)}`,
      'fill': 'none',
      'stroke': nut ? '#000' : '#888',
      'stroke-width': nut ? 4 : 1.2,
    })
    if (fret < from + NECK_FRETS) letters(String(fret), middle(fret), height - 2, 17, '#444')
  }
  for (let string = 1; string <= strings; string++)
    svg.ele('path', {
      'd': `M${wire(from)} ${y(string)}H${wire(from + NECK_FRETS)}`,
      'fill': 'none',
      'stroke': '#444',
      'stroke-width': 1,
    })
  for (const string of silentStrings(shape, instrument)) letters('×', middle(0), y(string) + 6, 18, '#444')
  for (const { string, fret, finger } of fingerMarks(shape)) {
    if (fret === 0) {
      svg.ele('circle', {
        'cx': middle(0),
        'cy': y(string),
        'r': 5,
        'fill': 'none',
        'stroke': '#000',
        'stroke-width': 1.5,
      })
      continue
    }
    svg.ele('rect', { x: middle(fret) - 11, y: y(string) - 8, width: 22, height: 16, rx: 4, fill: '#000' })
    if (finger) letters(String(finger), middle(fret), y(string) + 5.5, 16, '#fff', true)
  }
  return svg.end({ headless: true })
}
