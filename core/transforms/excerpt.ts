import type { Line } from '../line/line'
import { SpecError } from '../spec/spec-error'
import type { RuleFor } from './transform'

/**
 * The part of a line from one note to another, both in it, as a drill of its own that begins at once and plucked.
 * @throws SpecError (path `from` or `to`) when a key names no note or they are the wrong way round.
 */
export function excerptLine(line: Line, from: string, to: string): Line {
  const first = line.events.find(event => event.key === from)
  const last = line.events.find(event => event.key === to)
  if (!first) throw new SpecError('from', `no note has the key ${from}`)
  if (!last) throw new SpecError('to', `no note has the key ${to}`)
  if (last.at < first.at) throw new SpecError('to', `${to} comes before ${from}`)
  const events = line.events.filter(event => event.at >= first.at && event.at <= last.at).map(event => ({ ...event, at: event.at - first.at, slurred: event.slurred && event.at > first.at }))
  const end = Math.max(...events.map(event => event.at + event.dur))
  const grips = line.grips.map(grip => ({ ...grip, from: Math.max(0, grip.from - first.at), to: Math.min(end, grip.to - first.at) })).filter(grip => grip.to > grip.from)
  return { ...line, events, grips, restarts: [0, ...line.restarts.map(at => at - first.at).filter(at => at > 0 && at < end)] }
}

/** A part of the drill; the spec keeps its parent. */
export const excerpt: RuleFor<'excerpt'> = { onLine: (line, { from, to }) => excerptLine(line, from, to), inWords: ({ from, to }) => `from ${from} to ${to}` }
