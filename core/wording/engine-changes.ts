import { ENGINE_VERSION } from '../score/score'

/**
 * What each version of the engine works out otherwise than the one before, for the teacher of a drill that was kept
 * before it.
 */
const CHANGES: Readonly<Record<number, readonly string[]>> = {
  4: [
    'stretches are measured only between fingers that are down together',
    'what fingers and places cost was settled anew, so the best of them may be others',
    'strokes of chords and rolls, quiet strings, cues and titles follow what sounds',
    'sequences turn by whole groups, and a pedal finger stays down',
  ],
  6: ['chords that are struck go down at every bar, also where its quarters do not come out even'],
  8: ['notes moved to other strings are spelt with sharps, and own music is called what it is called'],
  9: ['in a drill too wide to search, chords that are hard to lay out take the fingers with the fewest barres'],
  10: [
    'a chord that is held finds the position in which it is easiest, so its fingers may be others and cost less',
    'more drills of five and six strings at once are too wide to search',
  ],
}

/** What has changed since an engine version; empty for the present one. */
export const changesSince = (version: number): readonly string[] =>
  Array.from({ length: Math.max(0, ENGINE_VERSION - version) }, (_, i) => CHANGES[version + 1 + i] ?? []).flat()
