import { romanPosition } from '../guitar/geometry'
import type { RuleFor } from './transform'

/** The stroke cycle started later: D U becomes U D. */
export const strokes: RuleFor<'strokes'> = {
  onLine: (line, { by }) => ({ ...line, strokeShift: line.strokeShift + by }),
  inWords: ({ by }) => `strokes moved by ${by}`,
}

/** The drill in another position; nothing but frets moves. */
export const position: RuleFor<'position'> = {
  onSpec: (spec, { to }) => ({ ...spec, position: to }),
  toldByParameter: true,
  inWords: ({ to }) => `moved to ${romanPosition(to)}`,
}

/** Another number of notes per quarter. */
export const perBeat: RuleFor<'perBeat'> = {
  onSpec: (spec, { n }) => ({ ...spec, rhythm: { ...spec.rhythm, perBeat: n } }),
  inWords: ({ n }) => `${n} to a beat`,
}
