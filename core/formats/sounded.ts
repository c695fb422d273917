import type { Note, Score } from '../score/score'

/** Whether a note is cut short: by its own mark, or because all of the drill is. */
export const isShort = ({ spec }: Score, { marks }: Note) =>
  spec.sound.length === 'staccato' || marks.includes('staccato')

/** Whether a note is muted: by its own mark, or because all of the drill is. */
export const isMuted = ({ spec }: Score, { marks }: Note) => spec.sound.length === 'muted' || marks.includes('muted')
