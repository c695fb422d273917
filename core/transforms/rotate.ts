import { lineEnd, onsets, ringOut, type Line } from '../line/line'
import { SpecError } from '../schema/spec-error'
import type { RuleFor } from './transform'

/**
 * Starts a line on its n-th onset; what came before follows at the end. The new first note is plucked.
 * @throws SpecError (path `n`) when there are fewer than n onsets.
 */
export function rotateLine(line: Line, n: number): Line {
  const groups = onsets(line.events)
  const first = groups[n - 1]
  if (!first) throw new SpecError('n', `cannot start on note ${n}: the drill has ${groups.length}`)
  const start = first[0]!.at
  const end = lineEnd(line)
  const turned = (at: number) => (at >= start ? at - start : at - start + end)
  const opening = first.map(event => ({ ...event, at: 0, slurred: false }))
  const events = [
    ...opening,
    ...[...groups.slice(n), ...groups.slice(0, n - 1)].flat().map(event => ({ ...event, at: turned(event.at) })),
  ]
  // A grip that spans the new beginning is held on both sides of it.
  const grips = line.grips.flatMap(grip =>
    grip.from < start && grip.to > start
      ? [
          { ...grip, from: 0, to: grip.to - start },
          { ...grip, from: grip.from - start + end, to: end },
        ]
      : [{ ...grip, from: turned(grip.from), to: turned(grip.from) + grip.to - grip.from }],
  )
  return {
    ...line,
    events: ringOut(events, grips),
    grips,
    restarts: [...new Set([0, ...line.restarts.map(turned)])].sort((a, b) => a - b),
  }
}

/** The same notes, started on another one. */
export const rotate: RuleFor<'rotate'> = {
  onLine: (line, { n }) => rotateLine(line, n),
  inWords: ({ n }) => `started on note ${n}`,
}
