import { distance } from 'fastest-levenshtein'

const ROOTS = ['C', 'C#', 'Db', 'D', 'D#', 'Eb', 'E', 'F', 'F#', 'Gb', 'G', 'G#', 'Ab', 'A', 'A#', 'Bb', 'B']
/** Kinds of chords that teachers write (common practice), the plainest first. */
const KINDS = [
  '',
  'm',
  '7',
  'maj7',
  'm7',
  'sus4',
  'sus2',
  'dim',
  '6',
  'm6',
  '9',
  'add9',
  'm9',
  'aug',
  '7sus4',
  'dim7',
  'm7b5',
  'maj9',
  '5',
]
const NAMES = KINDS.flatMap(kind => ROOTS.map(root => `${root}${kind}`))
/** Other words for the same: German H is B, mi and min are minor, ma and M major. */
const reworded = (typed: string) =>
  `${typed.charAt(0).toUpperCase()}${typed.slice(1)}`
    .replace(/^H/, 'B')
    .replace(/^([A-G][#b]?)\s*(?:mi|min|-)(?!\w*7)/i, '$1m')
    .replace(/dur$|major$/i, '')
    .replace(/moll$|minor$/i, 'm')

/**
 * Chord names near to what was typed, the nearest first, at most three; none where nothing is near.
 * @example nearChords('Hm') // ['Bm']
 */
export function nearChords(typed: string): readonly string[] {
  const wanted = reworded(typed.trim())
  if (NAMES.includes(wanted)) return [wanted]
  return NAMES.map((name, i) => ({ name, i, away: distance(wanted, name) }))
    .filter(({ away, name }) => away <= 2 && away < Math.max(2, name.length))
    .sort(
      (a, b) =>
        a.away - b.away ||
        Number(b.name.charAt(0) === wanted.charAt(0)) - Number(a.name.charAt(0) === wanted.charAt(0)) ||
        a.i - b.i,
    )
    .slice(0, 3)
    .map(({ name }) => name)
}
