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

const LENGTHS: Readonly<Record<string, Tick>> = { w: 4, h: 2, q: 1, e: 1 / 2, s: 1 / 4, t: 1 / 3 }

/**
 * Reads a plucking pattern: `p:R a:1 m:2`, notes sounding together joined by `+`, `r` for a rest, a length after `/`
 * for all of them, dotted with `.`.
 * @throws SpecError at `path` naming the token that cannot be read.
 */
export function readTokens(text: string, path: string): readonly Token[] {
  const words = text.trim().split(/\s+/).filter(Boolean)
  if (words.length === 0) throw new SpecError(path, 'the pattern is empty')
  return words.map(word => {
    const [sounding, suffix, ...more] = word.split('/')
    const dotted = suffix?.endsWith('.') ?? false
    const plain = suffix === undefined ? LENGTHS.e : LENGTHS[dotted ? suffix.slice(0, -1) : suffix]
    if (plain === undefined || more.length > 0)
      throw new SpecError(
        path,
        `${JSON.stringify(word)}: the length after / is one of ${Object.keys(LENGTHS).join(' ')}, dotted with a point`,
      )
    const quarters = dotted ? 1.5 * plain : plain
    if (sounding === 'r') return { notes: [], ticks: Math.round(quarters * TICKS_PER_QUARTER) }
    const notes = sounding!.split('+').map(part => {
      const match = /^([pimac]):([RABL1-4])$/.exec(part)
      if (!match)
        throw new SpecError(path, `${JSON.stringify(part)} is not finger:role, such as p:R or m:2, nor r for a rest`)
      return { finger: match[1] as Stroke, role: match[2] as Role }
    })
    return { notes, ticks: Math.round(quarters * TICKS_PER_QUARTER) }
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
