import { lineEnd, onsets, type Line } from '../line/line'
import { reverseLine } from './reverse'
import type { RuleFor } from './transform'

/** A line forward, then back without repeating the turning onset. Copies carry their note's key with `~`. */
export function mirrorLine(line: Line): Line {
  const end = lineEnd(line)
  const backwards = reverseLine(line)
  const [turn, ...rest] = onsets(backwards.events)
  const skipped = (rest[0]?.[0]!.at ?? end) - (turn?.[0]!.at ?? 0)
  const move = end - skipped
  // A second mirror must not reuse the keys of the first: every copy gets one more ~ than any note has so far.
  const mark = '~'.repeat(1 + Math.max(...line.events.map(event => event.key.length - event.key.replace(/~+$/, '').length)))
  const copies = rest.flat().map(event => ({ ...event, key: event.key + mark, at: event.at + move }))
  const grips = backwards.grips.map(grip => ({ ...grip, from: Math.max(end, grip.from + move), to: grip.to + move })).filter(grip => grip.to > grip.from)
  return { ...line, events: [...line.events, ...copies], grips: [...line.grips, ...grips], restarts: [...line.restarts, end] }
}

/** Forward, then back, the turn once. */
export const mirror: RuleFor<'mirror'> = { onLine: mirrorLine, inWords: () => 'mirrored' }
