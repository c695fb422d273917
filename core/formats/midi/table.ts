import type { PresetName } from '../../guitar/presets'
import type { Note } from '../../score/score'

/** How hard a note is struck, 1–127, by how it is sounded (the project's own measure). */
export const VELOCITIES: Readonly<Record<Note['via'], number>> = {
  pluck: 96,
  rake: 96,
  hammer: 84,
  tap: 84,
  slide: 84,
  pull: 78,
}
/** What an accent adds. */
export const ACCENT = 14
/** A muted note. */
export const MUTED = 40

/** Programs of General MIDI 1 (from memory), counted from 0: nylon, steel and clean electric guitar. */
export const PROGRAMS: Readonly<Record<PresetName, number>> = {
  'classical': 24,
  'three-quarter': 24,
  'half': 24,
  'steel': 25,
  'electric': 27,
}
