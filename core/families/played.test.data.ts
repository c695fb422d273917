import { Note } from 'tonal'
import type { Score } from '../score/score'

/** A drill of a family, by its block. */
export const drill = (family: string, block: object, more: object = {}) => ({
  version: 1,
  family,
  [family]: block,
  ...more,
})
/** What each note of a score is, in order. */
export const midis = (score: Score) => score.notes.map(note => note.midi)
export const fingers = (score: Score) => score.notes.map(note => note.finger)
export const strings = (score: Score) => score.notes.map(note => note.string)
export const plucks = (score: Score) => score.notes.map(note => note.pluck)
/** Names of the notes, with sharps. */
export const names = (score: Score) =>
  score.notes.map(note => Note.pitchClass(Note.fromMidiSharps(note.midi))).join(' ')
