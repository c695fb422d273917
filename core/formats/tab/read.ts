import { Note } from 'tonal'
import type { FreeNote } from '../../families/free'
import { STANDARD_TUNING } from '../../guitar/presets'
import { MOST_WRITTEN } from '../../line/budget'
import { barTicks, type Tick } from '../../line/ticks'
import { tidy, type Notes } from '../../writing/edit'
import { isHeader, said } from './header'
import { tabText, type TabBlock, type TabFret, type TabString } from './lines'
import {
  byCount,
  byScale,
  bySpacing,
  countsOf,
  meterOfCount,
  paddingOf,
  PLAIN_VALUE,
  type RhythmBy,
  type TabBar,
} from './rhythm'

/** How a text is to be read where it does not say so itself. */
export interface TabOptions {
  /** The rhythm by this; by what the text has when left out. */
  readonly rhythm?: RhythmBy
  /** The value of every note where all are alike, in ticks. */
  readonly value?: Tick
  readonly meter?: readonly [number, number]
}

/** Music read from text tablature, and how it was read. */
export interface TabRead {
  readonly ok: true
  readonly notes: Notes
  readonly bars: number
  readonly title: string | null
  readonly meter: readonly [number, number]
  readonly tempo: number | null
  readonly capo: number | null
  /** Open pitches, thickest first; null for standard. */
  readonly tuning: readonly number[] | null
  /** Every note is muted. */
  readonly muted: boolean
  readonly rhythm: RhythmBy
  /** Ways its rhythm can be read. */
  readonly rhythms: readonly RhythmBy[]
  readonly warnings: readonly string[]
}

/** Why a text cannot be read, and where. */
export interface TabProblem {
  readonly ok: false
  /** Line and column, from 1; 0 where it is the whole. */
  readonly line: number
  readonly column: number
  readonly why: string
}

/** The most characters a text may have. */
export const MOST_CHARACTERS = 200_000

const problem = (why: string, line = 0, column = 0): TabProblem => ({ ok: false, line, column, why })
const figure = (count: number) => count.toLocaleString('en-GB')

/** Open pitches of the usual guitars, thinnest first: what strings without an octave are taken to be near. */
const USUAL = [...STANDARD_TUNING.toReversed(), 35, 30]

/** Strings of the guitar that lines stand for, and how these are tuned. */
interface Strung {
  /** Number of the string of the first line. */
  readonly first: number
  readonly tuning: readonly number[] | null
  readonly warning: string | null
}

const chromaOf = (label: string) =>
  Note.chroma(label.charAt(0).toUpperCase() + label.slice(1).replace('♯', '#').replace('♭', 'b'))

function strung({ strings }: TabBlock): Strung {
  const labels = strings.map(({ label }) => label)
  const chromas = labels.every(Boolean) ? labels.map(label => chromaOf(label)!) : null
  const count = strings.length
  if (count < 6) {
    const first = chromas
      ? [0, 1, 2].findIndex(
          from => from + count <= 6 && chromas.every((chroma, i) => USUAL[from + i]! % 12 === chroma),
        ) + 1
      : 0
    return {
      first: first || 1,
      tuning: null,
      warning: `${count} lines are read as strings ${first || 1} to ${(first || 1) + count - 1}`,
    }
  }
  if (!chromas) return { first: 1, tuning: count === 6 ? null : USUAL.slice(0, count).toReversed(), warning: null }
  const midis = chromas.map((chroma, i) => {
    const away = (((chroma - (USUAL[i]! % 12)) % 12) + 12) % 12
    return USUAL[i]! + (away > 6 ? away - 12 : away)
  })
  const tuning = midis.toReversed()
  return { first: 1, tuning: String(tuning) === String(STANDARD_TUNING) ? null : tuning, warning: null }
}

/** What stands at one column of a bar. */
interface Struck {
  readonly string: number
  readonly line: number
  readonly fret: TabFret
}

interface ReadBar extends TabBar {
  readonly block: TabBlock
  readonly struck: readonly Struck[]
}

/** The bars of a block: each string's cells, the first with the first and so on, from the string that has most. */
function barsOf(block: TabBlock, first: number): readonly ReadBar[] {
  const count = Math.max(...block.strings.map(({ cells }) => cells.length))
  return Array.from({ length: count }, (_, i): ReadBar => {
    const cells = block.strings.flatMap(({ cells }) => cells[i] ?? [])
    const from = Math.min(...cells.map(cell => cell.from))
    const to = Math.max(...cells.map(cell => cell.to))
    const struck = block.strings.flatMap(({ cells, line }, k) =>
      (cells[i]?.frets ?? []).map(fret => ({
        string: first + k,
        line,
        // Lines of unequal length are counted from their own bar line.
        fret: { ...fret, column: fret.column - cells[i]!.from + from },
      })),
    )
    const columns = [...new Set(struck.map(({ fret }) => fret.column))].sort((a, b) => a - b)
    return { block, from, to, columns, struck }
  })
}

/** A two-figure fret stands where its neighbour in the stack does, though that begins a column later. */
function aligned(bar: ReadBar): ReadBar {
  const at = new Map<number, Struck[]>()
  for (const each of bar.struck) {
    const stack = at.get(each.fret.column)
    if (stack) stack.push(each)
    else at.set(each.fret.column, [each])
  }
  const close = new Map<number, number>()
  for (const column of bar.columns) {
    const before = at.get(column - 1) ?? []
    const wide = before.some(({ fret }) => Number(fret.fret) > 9)
    const same = at.get(column)!.some(({ string }) => before.some(other => other.string === string))
    if (wide && !same) close.set(column, close.get(column - 1) ?? column - 1)
  }
  if (close.size === 0) return bar
  const struck = bar.struck.map(each => ({
    ...each,
    fret: { ...each.fret, column: close.get(each.fret.column) ?? each.fret.column },
  }))
  return { ...bar, struck, columns: bar.columns.filter(column => !close.has(column)) }
}

function via(fret: TabFret): Pick<FreeNote, 'via'> {
  if (fret.by === 'h') return { via: 'hammer' }
  if (fret.by === 'p') return { via: 'pull' }
  if (fret.by === 'slide') return { via: 'slide' }
  return fret.by === 't' && fret.fret !== 0 ? { via: 'tap' } : {}
}

/** When the onsets of every bar are, and how long it all is. */
interface Timed {
  readonly starts: readonly (readonly Tick[])[]
  readonly ends: readonly Tick[]
  readonly warnings: readonly string[]
}

function timed(
  bars: readonly ReadBar[],
  by: RhythmBy,
  value: Tick,
  meter: readonly [number, number],
  toScale: boolean,
): Timed {
  const bar = barTicks(meter)
  const padding = paddingOf(bars)
  const counted = new Map([...new Set(bars.map(({ block }) => block))].map(block => [block, countsOf(block, meter)]))
  const warnings: string[] = []
  const starts: (readonly Tick[])[] = []
  const ends: Tick[] = []
  let at = 0
  for (const [i, each] of bars.entries()) {
    const read =
      by === 'count'
        ? byCount(each, counted.get(each.block)!, meter)
        : by === 'spacing'
          ? ((toScale ? byScale(each, meter) : null) ?? bySpacing(each, padding, meter))
          : null
    const within = read ?? each.columns.map((_, k) => k * value)
    if (!read && by !== 'equal' && each.columns.length > 0)
      warnings.push(
        `Bar ${i + 1}: ${by === 'count' ? 'the count does not reach all of its notes' : 'its spacing tells no rhythm'}; they are read as equal.`,
      )
    const needed = read ? bar : Math.max(bar, Math.ceil((each.columns.length * value) / bar) * bar)
    if (needed > bar)
      warnings.push(
        `Bar ${i + 1} is overfull: ${each.columns.length} notes of this value need more than a bar; it goes on in the next.`,
      )
    starts.push(within.map(tick => at + tick))
    at += needed
    ends.push(at)
  }
  return { starts, ends, warnings }
}

function unreadable(text: string, { blocks, wrong }: ReturnType<typeof tabText>): TabProblem | null {
  if (text.length > MOST_CHARACTERS)
    return problem(`${figure(text.length)} characters; ${figure(MOST_CHARACTERS)} are the most`)
  if (wrong)
    return problem(
      `${wrong.strings === 1 ? 'one string line stands alone' : `${wrong.strings} string lines stand together`}: a guitar has 4 to 8 lines, one below another`,
      wrong.line,
      1,
    )
  if (blocks.length === 0)
    return problem('no string lines were found: lines of dashes with fret numbers, one below another')
  const first = blocks[0]!.strings.length
  const other = blocks.find(({ strings }) => strings.length !== first)
  return other
    ? problem(`a block of ${other.strings.length} strings after one of ${first}`, other.strings[0]!.line, 1)
    : null
}

/** What the signs between the frets ask that a drill cannot say. */
const leftOut = (strings: readonly TabString[], dead: number) => [
  ...(dead > 0 ? [`${dead} ${dead === 1 ? 'dead note (x) is' : 'dead notes (x) are'} left out.`] : []),
  ...[...new Set(strings.flatMap(({ ignored }) => ignored))].map(each => `The ${each} are left out.`),
]

/**
 * Reads text tablature: four to eight lines of dashes and frets (common practice), `h p / \` between frets, `t` before
 * a tap, `x` left out. The rhythm comes from a line that counts, else from the spacing, else all notes are alike.
 * @param text At most 200,000 characters.
 * @returns The notes with all that was understood or left out, or the place at which it cannot be read.
 */
export function readTab(text: string, options: TabOptions = {}): TabRead | TabProblem {
  const parts = tabText(text.slice(0, MOST_CHARACTERS))
  const refused = unreadable(text, parts)
  if (refused) return refused
  const { blocks, prose } = parts
  const spoken = said(prose)
  const named = strung(blocks[0]!)
  const { first, warning } = named
  const tuning = spoken.tuning?.length === blocks[0]!.strings.length ? spoken.tuning : named.tuning
  const drawn = blocks.flatMap(block => barsOf(block, first))
  const struck = drawn.flatMap(bar => bar.struck)
  if (drawn.length > MOST_WRITTEN)
    return problem(`${figure(drawn.length)} bars; ${figure(MOST_WRITTEN)} are the most a drill may have`)
  const dead = struck.filter(({ fret }) => fret.fret === 'x').length
  // Dead notes count, though they are left out: what takes time is how much is read, not what is kept of it.
  if (struck.length > MOST_WRITTEN)
    return problem(`${figure(struck.length)} notes; ${figure(MOST_WRITTEN)} are the most a drill may have`)
  if (struck.length === dead) return problem('the lines have no fret numbers')
  const beyond = struck.find(({ fret }) => Number(fret.fret) > 36)
  if (beyond) return problem(`fret ${beyond.fret.fret} is on no guitar`, beyond.line, beyond.fret.column + 1)
  const bars = drawn.map(aligned)
  const counting = blocks.find(({ count }) => count !== null)?.count ?? null
  const meter = options.meter ?? spoken.meter ?? (counting ? meterOfCount(counting) : null) ?? ([4, 4] as const)
  const rhythms: readonly RhythmBy[] = [...(counting ? (['count'] as const) : []), 'spacing', 'equal']
  const rhythm = options.rhythm && rhythms.includes(options.rhythm) ? options.rhythm : rhythms[0]!
  const times = timed(bars, rhythm, options.value ?? PLAIN_VALUE, meter, spoken.toScale)
  const onsets = times.starts.flat()
  const nextOf = new Map(onsets.map((at, i) => [at, onsets[i + 1] ?? Infinity]))
  const notes = bars.flatMap((bar, i) =>
    bar.struck.flatMap(({ string, fret }): FreeNote[] => {
      if (fret.fret === 'x') return []
      const place = bar.columns.indexOf(fret.column)
      const at = times.starts[i]![place]!
      const next = nextOf.get(at)!
      const dur = Math.min(next, rhythm === 'equal' ? at + (options.value ?? PLAIN_VALUE) : times.ends[i]!) - at
      return [{ at, dur, string, fret: fret.fret, ...via(fret) }]
    }),
  )
  const words = prose.filter(each => !isHeader(each))
  return {
    ok: true,
    notes: tidy(notes),
    bars: bars.length,
    title: words[0]?.text.slice(0, 200) ?? null,
    meter,
    tempo: spoken.tempo,
    capo: spoken.capo,
    tuning,
    muted: spoken.muted,
    rhythm,
    rhythms,
    warnings: [
      ...(warning ? [`${warning}.`] : []),
      ...leftOut(
        blocks.flatMap(({ strings }) => strings),
        dead,
      ),
      ...times.warnings,
      ...(words.length > 1
        ? [`${words.length - 1} ${words.length === 2 ? 'line' : 'lines'} of text between the strings left out.`]
        : []),
    ],
  }
}
