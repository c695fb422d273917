import { RenderContext } from 'vexflow/bravura'
import type { Shape } from '../picture'

const figure = (value: number) => String(Math.round(value * 100) / 100)

/**
 * Takes down what the engraver draws as two paths, one filled and one of lines, so that screen, SVG and paper draw it
 * as they draw everything else. Letters are outlines already: no font is needed anywhere.
 */
export class Recorder extends RenderContext {
  private readonly filled: string[] = []
  private readonly lines: string[] = []
  private path: string[] = []

  /**
   * @param scaled Px to one of the engraver's own.
   * @param top Where the engraver's 0 lies, px.
   */
  constructor(
    private readonly scaled: number,
    private readonly top: number,
  ) {
    super()
  }

  /** What was drawn. */
  shapes(): readonly Shape[] {
    const shape = (as: 'staff' | 'staff line', parts: readonly string[]): readonly Shape[] =>
      parts.length === 0 ? [] : [{ as, kind: 'path', d: parts.join('') }]
    return [...shape('staff line', this.lines), ...shape('staff', this.filled)]
  }

  private put(command: string, ...points: readonly number[]) {
    const placed = points.map((value, i) => figure(value * this.scaled + (i % 2 === 0 ? 0 : this.top)))
    this.path.push(command + placed.join(' '))
    return this
  }
  private box(x: number, y: number, width: number, height: number) {
    return this.put('M', x, y)
      .put('L', x + width, y)
      .put('L', x + width, y + height)
      .put('L', x, y + height)
      .closePath()
  }

  beginPath() {
    this.path = []
    return this
  }
  moveTo(x: number, y: number) {
    return this.put('M', x, y)
  }
  lineTo(x: number, y: number) {
    return this.put('L', x, y)
  }
  bezierCurveTo(x1: number, y1: number, x2: number, y2: number, x: number, y: number) {
    return this.put('C', x1, y1, x2, y2, x, y)
  }
  quadraticCurveTo(x1: number, y1: number, x: number, y: number) {
    return this.put('Q', x1, y1, x, y)
  }
  /** Dots: whole circles are all that is drawn so. */
  arc(x: number, y: number, radius: number) {
    const r = figure(radius * this.scaled)
    this.put('M', x - radius, y)
    for (const to of [x + radius, x - radius])
      this.path.push(`A${r} ${r} 0 1 1 ${figure(to * this.scaled)} ${figure(y * this.scaled + this.top)}`)
    return this
  }
  rect(x: number, y: number, width: number, height: number) {
    return this.box(x, y, width, height)
  }
  closePath() {
    this.path.push('Z')
    return this
  }
  fill() {
    this.filled.push(...this.path)
    return this
  }
  stroke() {
    this.lines.push(...this.path)
    return this
  }
  fillRect(x: number, y: number, width: number, height: number) {
    return this.beginPath().box(x, y, width, height).fill()
  }
  fillText(): never {
    throw new Error('a staff has no letters of its own')
  }

  // How things look is settled where they are drawn.
  fillStyle = ''
  strokeStyle = ''
  private readonly same = () => this
  setFillStyle = this.same
  setBackgroundFillStyle = this.same
  setStrokeStyle = this.same
  setShadowColor = this.same
  setShadowBlur = this.same
  setLineWidth = this.same
  setLineCap = this.same
  setLineDash = this.same
  setFont = this.same
  scale = this.same
  resize = this.same
  clearRect = this.same
  save = this.same
  restore = this.same
  clear() {}
  add() {}
  openGroup() {}
  closeGroup() {}
  getFont = () => ''
  measureText = () => ({ x: 0, y: 0, width: 0, height: 0 })
}
