/** What stands at a place of a string's line: a fret, or a string struck dead. */
export interface TabFret {
  /** Column in the line, from 0. */
  readonly column: number
  readonly fret: number | 'x'
  /** What leads to it: the sign between it and the fret before. */
  readonly by: 'h' | 'p' | 'slide' | 't' | null
}

/** The part of a string's line between two bar lines. */
export interface TabCell {
  readonly from: number
  readonly to: number
  readonly frets: readonly TabFret[]
}

/** The line of one string. */
export interface TabString {
  /** Line of the text, from 1. */
  readonly line: number
  readonly label: string
  /** Between its bar lines, in order; empty ones at the edges are left out. */
  readonly cells: readonly TabCell[]
  /** Signs that were passed over: bends, repeats. */
  readonly ignored: readonly string[]
}

/** Strings one below another, thinnest first, with the line above that counts them. */
export interface TabBlock {
  readonly strings: readonly TabString[]
  readonly count: string | null
}

/** A text taken apart: blocks of strings, and the prose between them with its line numbers. */
export interface TabText {
  readonly blocks: readonly TabBlock[]
  readonly prose: readonly { readonly line: number; readonly text: string }[]
  /** The first block that no guitar has. */
  readonly wrong: { readonly line: number; readonly strings: number } | null
}

const LABEL = /^\s*(?:([A-Ga-g][#b♯♭]?)(\d)?\s*(?=[-|:0-9xX(]))?[:\s]*/
const BODY = /^[-|0-9xXhHpPsStTkK/\\~^()<>[\]*:.=b\s]*$/
/** Dashes and lines as word processors and web pages put them. */
const plainSigns = (text: string) =>
  text
    .replace(/[‐‑‒–—―−─━]/g, '-')
    .replace(/[│┃¦∣]/g, '|')
    .replace(/[\u00a0\u2000-\u200a\u3000]/g, ' ')
    .replace(/[\u200b\ufeff]/g, '')

/** Tabulators go on to the next multiple of eight columns. */
function withoutTabs(text: string): string {
  if (!text.includes('\t')) return text
  let out = ''
  for (const sign of text) out += sign === '\t' ? ' '.repeat(8 - (out.length % 8)) : sign
  return out
}

function isString(text: string): boolean {
  const body = text.slice(LABEL.exec(text)![0].length)
  if (!BODY.test(body)) return false
  const drawn = body.replace(/[^-|]/g, '').length
  return drawn >= 3 && body.includes('-') && drawn * 4 >= body.trim().length
}

/** Beats by number with their divisions, and nothing else. */
export const isCount = (text: string) =>
  /^[\s|]*1(?=[\s|])/.test(text) && /^[\s\d e&+a.|]+$/i.test(text) && /[2-9&+e]/i.test(text)

/** Rows of strokes, plucking or fretting fingers that stand with a block; they are not its title. */
const isRow = (text: string) =>
  text
    .split(/[\s|]+/)
    .filter(Boolean)
    .every(token => /^(?:[DUV]+|p*i*m*a*c*|[0-4]+)$/.test(token))

const BY: Readonly<Record<string, TabFret['by']>> = {
  'h': 'h',
  'p': 'p',
  's': 'slide',
  '/': 'slide',
  '\\': 'slide',
  't': 't',
}

/** Figures standing together: one fret of one or two figures where the neck has it, else each its own. */
const fretsIn = (figures: string): readonly string[] =>
  figures.length <= 2 && Number(figures) <= 36
    ? [figures]
    : figures.length % 2 === 0
      ? (figures.match(/../g) ?? []).every(pair => Number(pair) <= 36)
        ? figures.match(/../g)!
        : [...figures]
      : [...figures]

function readString(text: string, line: number): TabString {
  const [head, label] = LABEL.exec(text)!
  const cells: { from: number; to: number; frets: TabFret[] }[] = []
  const ignored = new Set<string>()
  let cell = { from: head.length, to: head.length, frets: [] as TabFret[] }
  let by: TabFret['by'] = null
  const close = (at: number) => {
    cell.to = at
    // Nothing stands before the first bar line or after the last; a bar between two may be left blank.
    const between = text[cell.from - 1] === '|' && text[at] === '|'
    if (cell.to > cell.from && (between || /[-\d]/.test(text.slice(cell.from, cell.to)))) cells.push(cell)
  }
  for (let i = head.length; i < text.length;) {
    const sign = text[i]!
    if (sign === '|') {
      close(i)
      cell = { from: i + 1, to: i + 1, frets: [] }
      i++
      continue
    }
    const figures = /^\d+/.exec(text.slice(i, i + 12))?.[0]
    if (figures) {
      let column = i
      for (const fret of fretsIn(figures)) {
        cell.frets.push({ column, fret: Number(fret), by })
        by = null
        column += fret.length
      }
      i += figures.length
      continue
    }
    const low = sign.toLowerCase()
    if (low === 'x') {
      cell.frets.push({ column: i, fret: 'x', by: null })
      by = null
    } else if (low in BY) by = BY[low]!
    else if (sign === '-' || sign === ' ') {
      // A dash between a sign and its fret keeps them together; two do not, but for what is written long.
      if (by && text[i - 1] === '-' && text[i - 2] === '-') by = null
    } else if (!'()[]<>=.~k'.includes(low)) ignored.add(low === 'b' || low === '^' ? 'bends' : 'repeat signs')
    i++
  }
  close(text.length)
  return { line, label: label ?? '', cells, ignored: [...ignored] }
}

/** Takes a text apart into blocks of string lines and what stands between them. */
export function tabText(text: string): TabText {
  const asTyped = text.split(/\r\n|\r|\n/)
  const lines = asTyped.map(line => withoutTabs(plainSigns(line)))
  const blocks: TabBlock[] = []
  const prose: { line: number; text: string }[] = []
  let wrong: TabText['wrong'] = null
  let run: TabString[] = []
  let count: string | null = null
  const end = () => {
    // Lines that follow without a gap are blocks of as many strings as their names come round to.
    const first = run[0]?.label
    const again = first ? run.findIndex((each, i) => i >= 4 && each.label === first && run.length % i === 0) : -1
    const size =
      run.length > 8 ? (again > 0 && again <= 8 ? again : [6, 7, 8, 5, 4].find(n => run.length % n === 0)) : run.length
    if (run.length > 0 && (size === undefined || size < 4)) wrong ??= { line: run[0]!.line, strings: run.length }
    else
      for (let i = 0; i < run.length; i += size!)
        blocks.push({ strings: run.slice(i, i + size!), count: i === 0 ? count : null })
    if (run.length > 0) count = null
    run = []
  }
  for (const [i, line] of lines.entries()) {
    if (isString(line)) {
      run.push(readString(line, i + 1))
      continue
    }
    // What stands right below strings are their fingers, though they be 1 2 3 4.
    const below = run.length > 0
    end()
    if (line.trim() === '') continue
    if (below && isRow(line)) continue
    if (isCount(line)) count = line
    else if (!isRow(line)) prose.push({ line: i + 1, text: asTyped[i]!.trim() })
  }
  end()
  return { blocks, prose, wrong }
}
