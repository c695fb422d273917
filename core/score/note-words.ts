import type { Note } from './score'

const STROKE_WORDS: Readonly<Record<string, string>> = { D: 'down', U: 'up', p: 'thumb', i: 'i', m: 'm', a: 'a', c: 'c' }
/** How a note is sounded, in words. */
export const VIA_WORDS: Readonly<Record<Note['via'], string>> = { pluck: 'plucked', hammer: 'hammered on', pull: 'pulled off', tap: 'tapped', rake: 'raked', slide: 'slid into' }

/** Marks as they are said. */
const MARK_WORDS: Readonly<Record<Note['marks'][number], string | null>> = { accent: 'accent', staccato: 'short', muted: 'damped', stretch: null, louder: 'growing louder', softer: 'growing softer', rolled: 'rolled over' }

/** A note in a few words, as a screen reader says it: "string 6, fret 5, finger 1, down". */
export function noteInWords(note: Note): string {
  const finger = note.finger === 0 ? 'open' : note.finger === null ? null : `finger ${note.finger}`
  const sound = note.pluck === null ? VIA_WORDS[note.via] : STROKE_WORDS[note.pluck]
  return [`string ${note.string}`, note.fret === 0 ? null : `fret ${note.fret}`, finger, sound, ...note.marks.map(mark => MARK_WORDS[mark])].filter(Boolean).join(', ')
}

/** A message that names notes by their keys in brackets, told by number instead: `(p1.s5.4)` becomes `(note 8)`; a key of no note stays. */
export function byNumber(message: string, notes: readonly Pick<Note, 'key'>[]): string {
  return message.replace(/\((p\d+\.[^()\s]+)\)/g, (whole, key: string) => {
    const index = notes.findIndex(note => note.key === key)
    return index < 0 ? whole : `(note ${index + 1})`
  })
}
