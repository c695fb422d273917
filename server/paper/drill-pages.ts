import { familyNamed, familyUses } from '../../core/families/registry'
import { CHORD_WIDTH, chordHeight, svgOfChord } from '../../core/formats/svg/chord'
import { svgOfSystem } from '../../core/formats/svg/write'
import { instrumentOf } from '../../core/guitar/instrument'
import { PRESETS } from '../../core/guitar/presets'
import { isCompound, tempoInWords } from '../../core/line/meter'
import type { Score } from '../../core/score/score'
import { layOut, type SheetLayout, type System } from '../../core/sheet/layout'
import { CHORDS_ON_PAPER, chordsOnPaper, drillOnPaper, PAPER, type PaperRows } from '../../core/sheet/paper'
import { engraver, type Engraved } from '../../core/sheet/staff/engrave'
import { cueInWords, isAgreed } from '../../core/wording/cue'
import { tuningInWords } from '../../core/wording/guitar'
import type { PaperDrill } from '../../shared/contracts/drills/export'
import type { Paper } from './paper'

/** A drill with the score it comes to for its player. */
export interface DrillToPrint extends Pick<PaperDrill, 'name' | 'student' | 'tempos' | 'said'> {
  readonly score: Score
  readonly leftHanded: boolean
}

const PAIN = 'Pain is not normal: stop at once and tell your teacher.'
const GAP = 10

/** Draws a line of the sheet across the page, and goes on under it. */
function drawSystem(paper: Paper, system: System, { frame }: SheetLayout, engraved: Engraved): void {
  const height = (frame.height * PAPER.width) / frame.width
  paper.picture(svgOfSystem(system, frame, true, engraved(system)), 0, paper.y, PAPER.width, height)
  paper.y += height + GAP
}

/** Words side by side, each pair a name and what stands for it in bold; goes on in the next line where one is full. */
function writeFacts(paper: Paper, facts: readonly (readonly [string, string])[]): void {
  let x = 0
  const [plain, bold] = [{ size: 14 }, { size: 14, face: 'text-bold' as const }]
  for (const [name, value] of facts) {
    const first = name ? paper.widthOf(`${name} `, plain) : 0
    const width = first + paper.widthOf(value, bold)
    if (x > 0 && x + width > PAPER.width) {
      x = 0
      paper.y += 19
    }
    if (name) paper.put(name, x, paper.y, plain)
    paper.put(value, x + first, paper.y, { ...bold, width: Math.max(20, PAPER.width - x - first) })
    x += width + 22
  }
  paper.y += 19
}

function factsOf({ score, student, tempos, said }: DrillToPrint): readonly (readonly [string, string])[] {
  const bpm = (tempo: number) =>
    isCompound(score.meter) ? `${tempo} (${tempoInWords(tempo, score.meter)})` : String(tempo)
  return [
    ...(said
      ? ([
          ['Stage', said.stage],
          ['', said.minutes],
          ['Tempo:', said.way],
        ] as const)
      : [
          ['Tempo', bpm(tempos?.start ?? score.tempo)] as const,
          ...(tempos?.target ? [['Target', bpm(tempos.target)] as const] : []),
        ]),
    ...(familyUses(familyNamed(score.spec.family), 'perBeat')
      ? [[String(score.spec.rhythm.perBeat), 'to a beat'] as const]
      : []),
    ...(student ? [['For', student] as const] : []),
  ]
}

function drawChords(paper: Paper, { score, leftHanded }: DrillToPrint): void {
  const instrument = instrumentOf(score.spec.instrument)
  const shapes = chordsOnPaper(score)
  const column = PAPER.width / CHORDS_ON_PAPER.aRow
  const width = column - 12
  const height = (chordHeight(instrument.tuning.length) * width) / CHORD_WIDTH
  for (let i = 0; i < shapes.length; i += CHORDS_ON_PAPER.aRow) {
    for (const [k, shape] of shapes.slice(i, i + CHORDS_ON_PAPER.aRow).entries()) {
      paper.put(shape.name, k * column, paper.y, { face: 'text-bold', size: 14, width })
      paper.picture(svgOfChord(shape, instrument, leftHanded), k * column, paper.y + 18, width, height)
    }
    paper.y += 18 + height + 6
  }
}

function writeHead(paper: Paper, drill: DrillToPrint): void {
  const { score, name } = drill
  // A long name is set smaller rather than over three lines.
  paper.write(name, { face: 'head', size: name.length > 56 ? 17 : 22 })
  paper.write(score.purpose)
  paper.y += 4
  paper.rule()
  paper.y += 4
  writeFacts(paper, factsOf(drill))
  paper.rule()
  paper.y += 4
  const { preset } = score.spec.instrument
  const { capo } = instrumentOf(score.spec.instrument)
  paper.write(`${PRESETS[preset].label}, ${tuningInWords(score.spec.instrument)}${capo > 0 ? `, capo at ${capo}` : ''}`)
  paper.y += 8
  drawChords(paper, drill)
}

/** Columns of the log: name and width, px. */
const LOG = [
  ['Day', 58],
  ['Minutes', 64],
  ['Tempo', 64],
  ['Clean passes', 130],
  ['Felt', 82],
] as const
const LOG_ROWS = 6
const ROW = 25

/** A table to log practice by hand. */
function drawLog(paper: Paper, left: number, top: number): void {
  const width = LOG.reduce((sum, [, each]) => sum + each, 0)
  for (let row = 0; row <= LOG_ROWS + 1; row++) paper.line(left, top + row * ROW, left + width, top + row * ROW)
  let x = left
  for (const [name, own] of LOG) {
    paper.line(x, top, x, top + (LOG_ROWS + 1) * ROW)
    paper.put(name, x + 6, top + 5, { face: 'text-bold', size: 12, width: own })
    if (name === 'Clean passes')
      for (let row = 1; row <= LOG_ROWS; row++)
        for (let box = 0; box < 5; box++) paper.box(x + 10 + box * 22, top + row * ROW + 6, 12)
    x += own
  }
  paper.line(x, top, x, top + (LOG_ROWS + 1) * ROW)
}

function writeFoot(paper: Paper, { score, said }: DrillToPrint): void {
  const top = paper.y + 8
  const width = 260
  const cues =
    said?.cues ??
    score.cues
      .filter(cue => cue.at === 0 && isAgreed(cue))
      .slice(0, 3)
      .map(cueInWords)
  let y = top
  const tell = (text: string, bold = false) => {
    const setting = { size: 12.5, width, ...(bold && { face: 'text-bold' as const }) }
    paper.put(text, 0, y, setting)
    y += paper.heightOf(text, setting) + 3
  }
  paper.put('Watch for', 0, y, { face: 'head', size: 14, width })
  y += 20
  for (const cue of cues) tell(`• ${cue}`)
  if (said?.word) tell(`“${said.word}”`)
  for (const caution of said?.cautions ?? []) tell(`Careful: ${caution}`)
  tell(PAIN, true)
  drawLog(paper, PAPER.width - LOG.reduce((sum, [, each]) => sum + each, 0), top)
}

/** A drill on pages of its own: as few as it takes to read it, none of them cut through a line of the sheet. */
export function drillPages(paper: Paper, drill: DrillToPrint, rows: PaperRows): void {
  const { layout, pages } = drillOnPaper(drill.score, rows)
  const engraved = engraver(drill.score, layout)
  for (const [i, page] of pages.entries()) {
    paper.newPage()
    if (i === 0) writeHead(paper, drill)
    else {
      const number = `page ${i + 1} of ${pages.length}`
      paper.put(drill.name, 0, 0, { width: PAPER.width - 120 })
      paper.put(number, 0, 0, { width: PAPER.width, align: 'right' })
      paper.y = 22
      paper.rule()
      paper.y += 10
    }
    for (const index of page) drawSystem(paper, layout.systems[index]!, layout, engraved)
    if (i === pages.length - 1) writeFoot(paper, drill)
  }
}

/** As small as a fret is still 2 mm high on paper. */
const SMALL = 0.76
const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']

/** One drill among others: its name, what to do with it, its sheet or the first line of it. */
function writeBlock(paper: Paper, drill: DrillToPrint, compact: boolean, staff: boolean): void {
  const { score, name, said } = drill
  const layout = layOut(score, {
    width: Math.floor(PAPER.width / SMALL),
    lanes: false,
    staff,
    ...(compact && { most: 1 }),
  })
  const { systems, frame } = layout
  const engraved = engraver(score, layout)
  const line = (frame.height * PAPER.width) / frame.width + GAP
  // A block begins where its head and its first line have room together.
  if (!paper.holds(70 + line)) paper.newPage()
  paper.rule()
  paper.y += 6
  paper.write(name, { face: 'head', size: 16 })
  writeFacts(paper, factsOf(drill))
  for (const system of systems) {
    if (!paper.holds(line)) paper.newPage()
    drawSystem(paper, system, layout, engraved)
  }
  if (compact) return
  const words = [...(said?.cues ?? []), ...(said?.cautions ?? []).map(caution => `Careful: ${caution}`)].join(' ')
  const height = words ? paper.heightOf(words) : 0
  if (!paper.holds(height + 30)) paper.newPage()
  if (words) paper.write(words)
  paper.y += 4
  for (const [i, day] of DAYS.entries()) {
    paper.box(i * 62, paper.y + 2, 11)
    paper.put(day, i * 62 + 16, paper.y, { width: 44 })
  }
  paper.put('tempo: ______   felt: ____________', DAYS.length * 62 + 4, paper.y)
  paper.y += 28
}

/** Several drills together, one under another. */
export function drillsTogether(
  paper: Paper,
  drills: readonly DrillToPrint[],
  {
    heading,
    lines,
    compact,
    staff,
  }: {
    readonly heading: string
    readonly lines: readonly string[]
    readonly compact: boolean
    readonly staff: boolean
  },
): void {
  paper.newPage()
  paper.write(heading, { face: 'head', size: 20 })
  for (const line of lines) paper.write(line)
  paper.y += 8
  for (const drill of drills) writeBlock(paper, drill, compact, staff)
  if (!paper.holds(24)) paper.newPage()
  paper.y += 4
  paper.write(PAIN, { face: 'text-bold', size: 14 })
}
