import { chordNamed } from '../pitch/theory'
import { nearChords } from './near'

/** One chord of a typed line: by name or by its frets, and for how many beats of the meter. */
export interface LineChord {
  readonly name?: string
  readonly frets?: string
  readonly beats: number
}

/** The chords of a line, or the word that stands in the way. */
export type ChordLine =
  | { readonly ok: true; readonly chords: readonly LineChord[] }
  | {
      readonly ok: false
      readonly word: string
      readonly why: string
      /** Chord names near to what was typed. */
      readonly near: readonly string[]
      /** Nothing is wrong with the words: only in this meter they do not come out even. */
      readonly meter: boolean
    }

/** The most chords a line may come to, repeats written out. */
export const MOST_CHORDS = 64

class Unread extends Error {
  constructor(
    readonly word: string,
    why: string,
    readonly more: { readonly near?: readonly string[]; readonly meter?: boolean } = {},
  ) {
    super(why)
  }
}

const isFrets = (word: string) => /^[xX\d]{6,8}$/.test(word) || /^[xX\d]+(-[xX\d]+){5,7}$/.test(word)

/**
 * A name as the theory library reads it.
 * @example plainName('b♭m7/f') // 'Bbm7/F'
 */
export const plainName = (word: string) =>
  word
    .replace(/♭/g, 'b')
    .replace(/♯/g, '#')
    .replace(/(^|\/)[a-g]/g, letter => letter.toUpperCase())

/** Whether the theory library knows a chord of this name, its bass included. */
export function isChordName(name: string): boolean {
  const chord = chordNamed(plainName(name))
  return !chord.empty && chord.notes.length > 1
}

function readChord(word: string): Pick<LineChord, 'name' | 'frets'> {
  if (isFrets(word)) return { frets: word.toLowerCase() }
  const name = plainName(word)
  if (isChordName(name)) return { name }
  const near = nearChords(name)
  throw new Unread(word, `no chord is called “${word}”`, { near })
}

/** The chords of one bar: words share it evenly, or are a beat each where strokes are among them. */
function readBar(text: string, beats: number, number: number): LineChord[] {
  const words = text.split(/\s+/).filter(Boolean)
  const strokes = words.includes('/')
  if (words[0] === '/') throw new Unread('/', `bar ${number} begins with a stroke: a chord comes first`)
  const chords = words.filter(word => word !== '/').map(word => ({ ...readChord(word), beats: 1 }))
  return share(words, chords, { beats, number, strokes })
}

function share(
  words: readonly string[],
  chords: readonly LineChord[],
  { beats, number, strokes }: { readonly beats: number; readonly number: number; readonly strokes: boolean },
): LineChord[] {
  if (!strokes) {
    if (beats % chords.length !== 0)
      throw new Unread(
        words.at(-1)!,
        `${chords.length} chords do not share the ${beats} beats of bar ${number} evenly: mark their beats with /`,
        { meter: true },
      )
    return chords.map(chord => ({ ...chord, beats: beats / chords.length }))
  }
  if (words.length > beats)
    throw new Unread(words.at(-1)!, `bar ${number} has ${words.length} beats; the meter has ${beats}`, { meter: true })
  // Each word is a beat, a stroke one more of the chord before it; the last chord fills the bar.
  const starts = words.flatMap((word, i) => (word === '/' ? [] : [i]))
  return chords.map((chord, k) => ({ ...chord, beats: (starts[k + 1] ?? beats) - starts[k]! }))
}

/** Bars with their repeats written out: `|: … :|` twice, `:| x3` three times, `%` the bar before. */
function barsOf(text: string): string[] {
  const bars: string[] = []
  let from = 0
  const parts = text.split(/(\|?:\||\|:|\|\|?)/)
  for (const [i, part] of parts.entries()) {
    const trimmed = part.trim()
    if (trimmed === '|:') from = bars.length
    else if (/^\|?:\|$/.test(trimmed)) {
      const times = /^\s*[x×]\s*(\d+)/i.exec(parts[i + 1] ?? '')
      const count = times ? Number(times[1]) : 2
      if (count < 1 || count > MOST_CHORDS)
        throw new Unread(times?.[0].trim() ?? trimmed, `a part is repeated 1 to ${MOST_CHORDS} times`)
      const part = bars.slice(from)
      if (part.length === 0) throw new Unread(trimmed, 'there is nothing before the repeat sign')
      for (let k = 1; k < count && bars.length <= MOST_CHORDS * 4; k++) bars.push(...part)
      from = bars.length
    } else if (!/^\|+$/.test(trimmed)) {
      const words = trimmed.replace(/^[x×]\s*\d+(?=\s|$)/i, '').trim()
      if (words === '') continue
      const before = bars.at(-1)
      if (words === '%' && before === undefined) throw new Unread('%', 'there is no bar before to repeat')
      bars.push(words === '%' ? before! : words)
    }
  }
  return bars
}

/** Bars that one chord may last. */
const MOST_BARS = 32

/** The same chord twice in a row is one that lasts longer, up to so many beats. */
function joined(chords: readonly LineChord[], most: number): LineChord[] {
  const all: LineChord[] = []
  for (const chord of chords) {
    const last = all.at(-1)
    if (last && last.name === chord.name && last.frets === chord.frets && last.beats + chord.beats <= most)
      all[all.length - 1] = { ...last, beats: last.beats + chord.beats }
    else all.push(chord)
  }
  return all
}

/**
 * Reads chords typed in one line: `C Am F G`, a bar each; `| C / G/B / | Am |` in bars, where `/` is one more beat of
 * the chord before it and chords without strokes share the bar; `%` the bar before once more, `|: … :| x3` repeats.
 * A chord is a name that the theory library knows, or its frets such as x32010.
 * @param beats Beats of a bar.
 */
export function readChordLine(text: string, beats: number): ChordLine {
  try {
    const typed = text.trim()
    if (typed === '') throw new Unread('', 'no chord is typed')
    const inBars = typed.includes('|')
    const strokes = /(^|\s)\/(\s|$)/.test(typed)
    const bars = inBars ? barsOf(typed) : strokes ? [typed] : typed.split(/[\s,;–]+|\s-\s/).filter(Boolean)
    const chords = joined(
      !inBars && strokes
        ? readBar(typed, typed.split(/\s+/).length, 1)
        : bars.flatMap((bar, i) => (bar === '%' ? [] : readBar(bar, beats, i + 1))),
      MOST_BARS * beats,
    )
    if (chords.length > MOST_CHORDS)
      throw new Unread('', `${chords.length} chords with their repeats; ${MOST_CHORDS} are the most`)
    if (chords.length === 0) throw new Unread('', 'no chord is typed')
    return { ok: true, chords }
  } catch (error) {
    if (error instanceof Unread)
      return { ok: false, word: error.word, why: error.message, near: [], meter: false, ...error.more }
    throw error
  }
}

/**
 * Writes chords as a line: a word each where every chord has a bar, else in bars with strokes.
 * @param beats Beats of a bar.
 */
export function writeChordLine(chords: readonly LineChord[], beats: number): string {
  const word = ({ name, frets }: LineChord) => name ?? frets ?? ''
  if (chords.every(chord => chord.beats === beats)) return chords.map(word).join(' ')
  const bars: string[][] = []
  let filled = beats
  for (const chord of chords) {
    for (let left = chord.beats; left > 0;) {
      if (filled === beats) {
        bars.push([])
        filled = 0
      }
      const taken = Math.min(left, beats - filled)
      // A chord that goes on over the bar line is named there anew.
      bars.at(-1)!.push(word(chord), ...Array.from({ length: taken - 1 }, () => '/'))
      left -= taken
      filled += taken
    }
  }
  const plain = (bar: readonly string[]) => {
    const whole = bar.length === beats && bar.slice(1).every(each => each === '/')
    return whole ? bar[0]! : bar.join(' ')
  }
  return `| ${bars.map(plain).join(' | ')} |`
}
