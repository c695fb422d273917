import { Note } from 'tonal'
import type { Score } from '../score/score'

/** A drill of a family, by its block. */
export const drill = (family: string, block: object, more: object = {}) => ({
  version: 1,
  family,
  [family]: block,
  ...more,
})
/** Pitch of each note in order, MIDI numbers. */
export const midis = (score: Score) => score.notes.map(note => note.midi)
/** Fretting finger of each note in order. */
export const fingers = (score: Score) => score.notes.map(note => note.finger)
/** String of each note in order, 1 the thinnest. */
export const strings = (score: Score) => score.notes.map(note => note.string)
/** Stroke of each note in order; null where it is slurred. */
export const plucks = (score: Score) => score.notes.map(note => note.pluck)
/** Names of the notes, with sharps. */
export const names = (score: Score) =>
  score.notes.map(note => Note.pitchClass(Note.fromMidiSharps(note.midi))).join(' ')
