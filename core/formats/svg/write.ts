import { create } from 'xmlbuilder2'
import type { Score } from '../../score/score'
import { layOut, type SheetFrame, type System } from '../../sheet/layout'
import { pictureOf, type Lettering, type Shape } from '../../sheet/picture'
import { engraver } from '../../sheet/staff/engrave'
import { FACES, isPlain, STYLES, type Face, type Style } from './styles'

type Tag = ReturnType<ReturnType<typeof create>['ele']>

/** Typefaces as data addresses, to stand in the file itself. */
export type InlineFaces = Readonly<Partial<Record<Face, string>>>

/** How a sheet is drawn. */
export interface SvgOptions {
  /** Width of a line, px. */
  readonly width?: number
  readonly lanes?: boolean
  readonly quiet?: boolean
  /** Small finger digits beside the frets. */
  readonly digits?: boolean
  /** A staff in standard notation above the strings. */
  readonly notation?: boolean
  readonly faces?: InlineFaces
}

/** Between two lines of the sheet, px. */
const GAP = 12
const figure = (value: number) => String(Math.round(value * 100) / 100)

/** The attributes of a typeface; letters that it has not are left to whatever there is. */
function faceOf(face: Face, text: string): Record<string, string | number> {
  const { family, weight, italic } = FACES[face]
  return {
    'font-family': isPlain(text) ? `${family}, sans-serif` : 'sans-serif',
    ...(weight !== 400 && { 'font-weight': weight }),
    ...(italic && { 'font-style': 'italic' }),
  }
}

function white({ x, y, text }: Lettering, { onWhite, anchor }: Style): Record<string, string> {
  const width = text.length * onWhite!.perLetter + 2
  return {
    x: figure(anchor === 'middle' ? x - width / 2 : x),
    y: figure(y - onWhite!.ascent),
    width: figure(width),
    height: figure(onWhite!.ascent + onWhite!.descent),
    fill: '#fff',
  }
}

function draw(to: Tag, shape: Shape): void {
  const style = STYLES[shape.as]
  const paint = {
    fill: style.fill ?? 'none',
    ...(style.stroke && { 'stroke': style.stroke, 'stroke-width': style.strokeWidth! }),
  }
  if (shape.kind === 'path') {
    to.ele('path', { d: shape.d, ...paint })
    return
  }
  if (shape.kind === 'boxes') {
    for (const { x, y, width, height } of shape.boxes)
      to.ele('rect', { x: figure(x), y: figure(y), width: figure(width), height: figure(height), rx: 3, ...paint })
    return
  }
  if (style.onWhite) for (const letters of shape.letters) to.ele('rect', white(letters, style))
  for (const { x, y, text, strong } of shape.letters) {
    const look = strong && style.strong ? style.strong : { face: style.face!, size: style.size!, fill: style.fill! }
    to.ele('text', {
      'x': figure(x),
      'y': figure(y),
      'text-anchor': style.anchor!,
      'font-size': look.size,
      'fill': look.fill,
      ...faceOf(look.face, text),
    }).txt(text)
  }
}

/** Typefaces that come with the file. */
function fontRules(faces: InlineFaces): string {
  return Object.entries(faces)
    .map(([face, address]) => {
      const { family, weight, italic } = FACES[face as Face]
      return `@font-face{font-family:"${family}";font-weight:${weight};font-style:${italic ? 'italic' : 'normal'};src:url(${address})}`
    })
    .join('')
}

const root = (width: number, height: number, title: string, size: object = {}): Tag => {
  const svg = create({ invalidCharReplacement: '' }).ele('http://www.w3.org/2000/svg', 'svg', {
    ...size,
    viewBox: `0 0 ${figure(width)} ${figure(height)}`,
  })
  svg.ele('title').txt(title)
  return svg
}

/** One line of a sheet as a picture of its own, as large as there is room for it. */
export function svgOfSystem(system: System, frame: SheetFrame, digits: boolean, staff: readonly Shape[] = []): string {
  const svg = root(frame.width, frame.height, `Bar ${system.firstBar}`)
  for (const shape of pictureOf(system, frame, digits, staff)) draw(svg, shape)
  return svg.end({ headless: true })
}

/**
 * Draws the sheet of a drill as SVG 1.1 (W3C Recommendation, second edition): black on white, lines one below another,
 * every look an attribute, so that any program shows it the same.
 */
export function toSvg(
  score: Score,
  { width = 760, lanes = true, quiet = false, digits = false, notation = false, faces = {} }: SvgOptions = {},
): string {
  const layout = layOut(score, { width, lanes, quiet, staff: notation })
  const { frame, systems } = layout
  const engraved = engraver(score, layout)
  const line = frame.height + GAP
  const height = systems.length * line - GAP
  const svg = root(frame.width, height, score.title, { width: figure(frame.width), height: figure(height) })
  const rules = fontRules(faces)
  if (rules) svg.ele('defs').ele('style').txt(rules)
  svg.ele('rect', { width: '100%', height: '100%', fill: '#fff' })
  for (const [i, system] of systems.entries()) {
    const group = svg.ele('g', { transform: `translate(0 ${i * line})` })
    for (const shape of pictureOf(system, frame, digits, engraved(system))) draw(group, shape)
  }
  return `${svg.end({ headless: true })}\n`
}
