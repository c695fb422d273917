import type { Note } from '../score/score'

const STROKE_WORDS: Readonly<Record<string, string>> = {
  D: 'down',
  U: 'up',
  p: 'thumb',
  i: 'i',
  m: 'm',
  a: 'a',
  c: 'c',
}
/** How a note is sounded, in words. */
export const VIA_WORDS: Readonly<Record<Note['via'], string>> = {
  pluck: 'plucked',
  hammer: 'hammered on',
  pull: 'pulled off',
  tap: 'tapped',
  rake: 'raked',
  slide: 'slid into',
}

/** Marks as they are said. */
const MARK_WORDS: Readonly<Record<Note['marks'][number], string | null>> = {
  accent: 'accent',
  staccato: 'short',
  muted: 'damped',
  stretch: null,
  louder: 'growing louder',
  softer: 'growing softer',
  rolled: 'rolled over',
}

/** A note in a few words, as a screen reader says it: "string 6, fret 5, finger 1, down". */
export function noteInWords(note: Note): string {
  const finger = note.finger === 0 ? 'open' : note.finger === null ? null : `finger ${note.finger}`
  const sound = note.pluck === null ? VIA_WORDS[note.via] : STROKE_WORDS[note.pluck]
  return [
    `string ${note.string}`,
    note.fret === 0 ? null : `fret ${note.fret}`,
    finger,
    sound,
    ...note.marks.map(mark => MARK_WORDS[mark]),
  ]
    .filter(Boolean)
    .join(', ')
}

/** How the notes of a drill are called: by their number in it, the first being 1. */
export const numbered =
  (notes: readonly Pick<Note, 'key'>[]) =>
  (key: string): string =>
    `note ${notes.findIndex(note => note.key === key) + 1}`
