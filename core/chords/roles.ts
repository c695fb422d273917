import type { Stroke } from '../line/line'
import { TICKS_PER_QUARTER, type Tick } from '../line/ticks'
import { SpecError } from '../schema/spec-error'
import type { ChordShape } from './chord'

/**
 * A string by its part in a chord: R root (thickest), A and B further basses, L a bass line, 1–4 voices from the top.
 */
export type Role = 'R' | 'A' | 'B' | 'L' | '1' | '2' | '3' | '4'

/** One onset of a plucking pattern; a rest has no notes. */
export interface Token {
  readonly notes: readonly { readonly finger: Stroke; readonly role: Role }[]
  readonly ticks: Tick
}

/** Letters of lengths in quarters; t is an eighth of a triplet. */
const LENGTHS: Readonly<Record<string, number>> = { w: 4, h: 2, q: 1, e: 1 / 2, s: 1 / 4, t: 1 / 3 }

/**
 * Lengths of a pattern by their letters, in ticks.
 * @example LENGTH_TICKS.q // 10080
 */
export const LENGTH_TICKS: Readonly<Record<string, Tick>> = Object.fromEntries(
  Object.entries(LENGTHS).map(([letter, quarters]) => [letter, Math.round(quarters * TICKS_PER_QUARTER)]),
)

/** A length such as `q`, `q.` or `q~e` in quarters; null where it is none. */
function quartersOf(text: string): number | null {
  const parts = text.split('~').map(part => {
    const dotted = part.endsWith('.')
    const plain = LENGTHS[dotted ? part.slice(0, -1) : part]
    return plain === undefined ? null : dotted ? 1.5 * plain : plain
  })
  return parts.reduce<number | null>((sum, part) => (sum === null || part === null ? null : sum + part), 0)
}

const ticksOf = (quarters: number) => Math.round(quarters * TICKS_PER_QUARTER)
/** Lengths that are written without a tie, longest first. */
const PLAIN = Object.entries(LENGTHS)
  .flatMap(([letter, quarters]) => [
    { text: letter, ticks: ticksOf(quarters) },
    { text: `${letter}.`, ticks: ticksOf(1.5 * quarters) },
  ])
  .sort((a, b) => b.ticks - a.ticks || a.text.length - b.text.length)

/**
 * A length as it is written after `/`: tied from the longest where it has no sign of its own.
 * @returns Null for what cannot be written so.
 * @example lengthWord(12600) // 'q~s'
 */
export function lengthWord(ticks: Tick): string | null {
  const plain = PLAIN.find(each => each.ticks === ticks)
  if (plain) return plain.text
  for (const first of PLAIN.filter(each => each.ticks < ticks && !each.text.endsWith('.'))) {
    const rest = lengthWord(ticks - first.ticks)
    if (rest !== null && rest.length <= 6) return `${first.text}~${rest}`
  }
  return null
}

/**
 * Writes a plucking pattern so that it is read as the same.
 * @example writeTokens(readTokens('p:R+a:1/q r i:3', '')) // 'p:R+a:1/q r i:3'
 */
export const writeTokens = (tokens: readonly Token[]): string =>
  tokens
    .map(({ notes, ticks }) => {
      const word = lengthWord(ticks) ?? 'e'
      const sounding = notes.length === 0 ? 'r' : notes.map(({ finger, role }) => `${finger}:${role}`).join('+')
      return word === 'e' ? sounding : `${sounding}/${word}`
    })
    .join(' ')

/**
 * Reads a plucking pattern: `p:R a:1 m:2`, notes sounding together joined by `+`, `r` for a rest, a length after `/`
 * for all of them, dotted with `.`, tied with `~`.
 * @throws SpecError at `path` naming the token that cannot be read.
 */
export function readTokens(text: string, path: string): readonly Token[] {
  const words = text.trim().split(/\s+/).filter(Boolean)
  if (words.length === 0) throw new SpecError(path, 'the pattern is empty')
  return words.map(word => {
    const [sounding, suffix, ...more] = word.split('/')
    const quarters = quartersOf(suffix ?? 'e')
    if (quarters === null || more.length > 0)
      throw new SpecError(
        path,
        `${JSON.stringify(word)}: the length after / is one of ${Object.keys(LENGTHS).join(' ')}, dotted with a point, tied with ~`,
      )
    if (sounding === 'r') return { notes: [], ticks: ticksOf(quarters) }
    const notes = sounding!.split('+').map(part => {
      const match = /^([pimac]):([RABL1-4])$/.exec(part)
      if (!match)
        throw new SpecError(path, `${JSON.stringify(part)} is not finger:role, such as p:R or m:2, nor r for a rest`)
      return { finger: match[1] as Stroke, role: match[2] as Role }
    })
    return { notes, ticks: ticksOf(quarters) }
  })
}

/**
 * The string that plays a role in a chord.
 * @param topString Voices count from this string downward, 1 when left out.
 * @returns The string, or null where the chord has none for the role.
 */
export function stringOfRole(role: Exclude<Role, 'L'>, chord: ChordShape, topString: number): number | null {
  const sounding = chord.strings.map(each => each.string)
  const root = Math.max(...sounding)
  const voices = sounding.filter(string => string >= topString).sort((a, b) => a - b)
  if (role === 'R') return root
  if (role !== 'A' && role !== 'B') return voices[Number(role) - 1] ?? null
  const third = voices[2]
  if (third === undefined) return null
  const basses = sounding.filter(string => string > third && string !== root).sort((a, b) => a - b)
  return role === 'A' ? (basses[0] ?? third) : (basses[1] ?? root)
}
