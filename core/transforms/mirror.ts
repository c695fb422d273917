import { lineEnd, onsets, type Line } from '../line/line'
import { reverseLine } from './reverse'
import type { RuleFor } from './transform'

const COPY = /(~{1,3}|~(\d+)~)$/

/** Which copy of its note a key names: 0 the note itself, 1 for `~`, 2 for `~~`, 4 for `~4~`. */
function copyOf(key: string): number {
  const [, mark, number] = COPY.exec(key) ?? []
  return mark === undefined ? 0 : number === undefined ? mark.length : Number(number)
}

/**
 * The key of another copy of a note. Up to three copies are told by as many `~`; a mirrored drill mirrored again and
 * again counts them, for strokes would double with every turn.
 * @example copyKey('p1.s5.3', 1) // 'p1.s5.3~'
 * @example copyKey('p1.s5.3~', 4) // 'p1.s5.3~4~'
 */
export function copyKey(key: string, copy: number): string {
  return key.replace(COPY, '') + (copy <= 3 ? '~'.repeat(copy) : `~${copy}~`)
}

/** A line forward, then back without repeating the turning onset. Copies carry their note's key with `~`. */
export function mirrorLine(line: Line): Line {
  const end = lineEnd(line)
  const backwards = reverseLine(line)
  const [turn, ...rest] = onsets(backwards.events)
  const skipped = (rest[0]?.[0]!.at ?? end) - (turn?.[0]!.at ?? 0)
  const move = end - skipped
  // A second mirror must not reuse the keys of the first: its copies are counted on from the last there is.
  const last = line.events.reduce((most, event) => Math.max(most, copyOf(event.noteId)), 0)
  const copies = rest
    .flat()
    .map(event => ({ ...event, noteId: copyKey(event.noteId, copyOf(event.noteId) + last + 1), at: event.at + move }))
  const grips = backwards.grips
    .map(grip => ({ ...grip, from: Math.max(end, grip.from + move), to: grip.to + move }))
    .filter(grip => grip.to > grip.from)
  return {
    ...line,
    events: [...line.events, ...copies],
    grips: [...line.grips, ...grips],
    restarts: [...line.restarts, end],
  }
}

/** Notes of the last onset, which the turn does not repeat. */
const lastOnset = (events: Line['events']) => events.length - events.findIndex(event => event.at === events.at(-1)!.at)

/** Forward, then back, the turn once. */
export const mirror: RuleFor<'mirror'> = {
  growth: ({ events }) => (events.at(-1) ? 2 * events.length - lastOnset(events) : 0),
  onLine: mirrorLine,
  inWords: () => 'mirrored',
}
