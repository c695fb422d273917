// eslint-disable-next-line @typescript-eslint/triple-slash-reference -- packages without types
/// <reference path="./packages.d.ts" />
import PDFDocument from 'pdfkit'
import SVGtoPDF from 'svg-to-pdfkit'
import { FACES, isPlain, type Face } from '../../core/formats/svg/styles'
import { PAPER } from '../../core/sheet/paper'
import type { PaperFonts } from './fonts'

/** Formats of paper by name, in points (ISO 216; ANSI/ASME Y14.1). */
export const SHEETS = { a4: [595.28, 841.89], letter: [612, 792] } as const
/** A format of paper. */
export type SheetFormat = keyof typeof SHEETS

/** How a line of text is set; lengths in px at 96 to the inch, like those of the sheet. */
export interface Setting {
  readonly face?: Face
  readonly size?: number
  readonly width?: number
  readonly color?: string
  readonly align?: 'left' | 'right' | 'center'
}

const POINTS = 72 / 96
/** A moment that says nothing of when a drill was printed: the same drill is the same bytes. */
const NO_TIME = new Date(Date.UTC(2000, 0, 1))

/** A text in pieces that each have a typeface for all their letters. */
const runsOf = (text: string): readonly string[] =>
  [...text].reduce<string[]>((runs, letter) => {
    const last = runs.at(-1)
    if (last !== undefined && isPlain(last) === isPlain(letter)) runs[runs.length - 1] = last + letter
    else runs.push(letter)
    return runs
  }, [])

/** Pages of paper that are drawn on from above, with what fits on them counted in px of {@link PAPER}. */
export class Paper {
  private readonly document: InstanceType<typeof PDFDocument>
  private readonly chunks: Buffer[] = []
  private readonly left: number
  private readonly top: number
  /** How far down the page is filled, px. */
  y = 0
  pages = 0

  constructor(format: SheetFormat, title: string, fonts: PaperFonts) {
    const [width, height] = SHEETS[format]
    this.document = new PDFDocument({
      size: [width, height],
      margin: 0,
      autoFirstPage: false,
      font: null as unknown as string,
      lang: 'en-GB',
      displayTitle: true,
      info: {
        Title: title,
        Author: '',
        Creator: 'Fidactyl',
        Producer: 'Fidactyl',
        CreationDate: NO_TIME,
        ModDate: NO_TIME,
      },
    })
    this.document.on('data', (chunk: Buffer) => this.chunks.push(chunk))
    for (const [name, font] of Object.entries(fonts)) this.document.registerFont(name, font)
    this.left = (width - PAPER.width * POINTS) / 2
    this.top = (height - PAPER.height * POINTS) / 2
  }

  /** Begins a page. */
  newPage(): void {
    this.document.addPage()
    this.pages++
    this.y = 0
  }

  /** Whether so much more fits on the page. */
  holds(height: number): boolean {
    return this.y + height <= PAPER.height
  }

  private set(text: string, { face = 'text', size = 13, color = '#000' }: Setting) {
    return this.document
      .font(isPlain(text) ? face : 'spare')
      .fontSize(size * POINTS)
      .fillColor(color)
  }

  /** Height that a text takes, px. */
  heightOf(text: string, setting: Setting = {}): number {
    const { width = PAPER.width } = setting
    return this.set(text, setting).heightOfString(text, { width: width * POINTS }) / POINTS
  }

  /** Width of a text on one line, px. */
  widthOf(text: string, setting: Setting = {}): number {
    return runsOf(text).reduce((sum, run) => sum + this.set(run, setting).widthOfString(run) / POINTS, 0)
  }

  /** Sets a text at a place of its own; what is filled does not change. */
  put(text: string, x: number, y: number, setting: Setting = {}): void {
    const { width = PAPER.width - x, align = 'left' } = setting
    const runs = runsOf(text)
    for (const [i, run] of runs.entries()) {
      const pen = this.set(run, setting)
      const more = { width: width * POINTS, align, continued: i < runs.length - 1 }
      if (i === 0) pen.text(run, this.left + x * POINTS, this.top + y * POINTS, more)
      else pen.text(run, more)
    }
  }

  /** Sets a text under what is there. */
  write(text: string, setting: Setting = {}, x = 0): void {
    this.put(text, x, this.y, setting)
    this.y += this.heightOf(text, { width: PAPER.width - x, ...setting })
  }

  /** Draws a rule across the page. */
  rule(): void {
    this.line(0, this.y, PAPER.width, this.y)
  }

  /** Draws a straight line. */
  line(x1: number, y1: number, x2: number, y2: number): void {
    const at = (x: number, y: number) => [this.left + x * POINTS, this.top + y * POINTS] as const
    this.document
      .lineWidth(0.6)
      .strokeColor('#888')
      .moveTo(...at(x1, y1))
      .lineTo(...at(x2, y2))
      .stroke()
  }

  /** An empty box to tick. */
  box(x: number, y: number, size: number): void {
    this.document
      .lineWidth(0.8)
      .strokeColor('#444')
      .rect(this.left + x * POINTS, this.top + y * POINTS, size * POINTS, size * POINTS)
      .stroke()
  }

  /** Draws a picture as vectors. */
  picture(svg: string, x: number, y: number, width: number, height: number): void {
    SVGtoPDF(this.document, svg, this.left + x * POINTS, this.top + y * POINTS, {
      width: width * POINTS,
      height: height * POINTS,
      assumePt: true,
      fontCallback: (family, bold, italic) => {
        if (!family.includes(',')) return 'spare'
        if (family.startsWith(FACES.head.family)) return 'head'
        return italic ? 'text-italic' : bold ? 'text-bold' : 'text'
      },
      warningCallback: () => {},
    })
  }

  /** The finished document. */
  async finish(): Promise<Buffer> {
    const ended = new Promise<void>(resolve => this.document.once('end', () => resolve()))
    this.document.end()
    await ended
    return Buffer.concat(this.chunks)
  }
}
