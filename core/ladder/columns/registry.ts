import type { Base, Column } from '../column'
import { chordChanges } from './chords'
import { fingerOrders, heldFingers, pairs } from './combinations'
import { arpeggioShapes, diagonals, scaleLines, shiftLines, threesOnString } from './lines'
import { alternatingThumb, pedalLines, pickingLines, pluckingPatterns } from './plucked'
import { counting } from './pulse'
import { slurGroups, tapping, trills } from './slurred'

/** Every technique of the ladder, in the order the Shelf shows them. */
export const COLUMNS: readonly Column[] = [
  fingerOrders,
  pairs,
  heldFingers,
  shiftLines,
  threesOnString,
  scaleLines,
  slurGroups,
  trills,
  tapping,
  arpeggioShapes,
  diagonals,
  pickingLines,
  pedalLines,
  pluckingPatterns,
  alternatingThumb,
  chordChanges,
  counting,
]

/** The technique a drill is of; null for own music and warm-ups, which are of none. */
export const columnOf = (spec: Base): Column | null => COLUMNS.find(column => column.has(spec)) ?? null
