import type { Line } from '../line/line'
import { SpecError } from '../schema/spec-error'
import type { RuleFor } from './transform'

/**
 * The part of a line from one note to another, both in it, as a drill of its own that begins at once and plucked.
 * @throws SpecError (path `from` or `to`) when a key names no note or they are the wrong way round.
 */
export function excerptLine(line: Line, from: string, to: string): Line {
  const first = line.events.find(event => event.noteId === from)
  const last = line.events.find(event => event.noteId === to)
  if (!first) throw new SpecError('from', `no note has the key ${from}`)
  if (!last) throw new SpecError('to', `no note has the key ${to}`)
  if (last.at < first.at) throw new SpecError('to', `${to} comes before ${from}`)
  const events = line.events
    .filter(event => event.at >= first.at && event.at <= last.at)
    .map(event => ({ ...event, at: event.at - first.at, slurred: event.slurred && event.at > first.at }))
  const end = Math.max(...events.map(event => event.at + event.dur))
  const grips = line.grips
    .map(grip => ({ ...grip, from: Math.max(0, grip.from - first.at), to: Math.min(end, grip.to - first.at) }))
    .filter(grip => grip.to > grip.from)
  return {
    ...line,
    events,
    grips,
    restarts: [0, ...line.restarts.map(at => at - first.at).filter(at => at > 0 && at < end)],
  }
}

const KEY = /^p(\d+)\.(?:s(\d+)(?:v(\d+))?\.(\d+)|n(\d+))(~{0,3}|~\d+~)$/

/**
 * A note's key in words; a key of another form stays as it is.
 * @example keyInWords('p1.s5.3') // 'note 3 on string 5'
 * @example keyInWords('p2.s5v2.1') // 'note 1 on string 5, visit 2, pass 2'
 * @example keyInWords('p1.n7~') // 'note 7, on the way back'
 */
export function keyInWords(key: string): string {
  const [, pass, string, visit, inVisit, number, back] = KEY.exec(key) ?? []
  if (!pass) return key
  return [
    string ? `note ${inVisit} on string ${string}` : `note ${number}`,
    ...(visit ? [`visit ${visit}`] : []),
    ...(pass === '1' ? [] : [`pass ${pass}`]),
    ...(back ? ['on the way back'] : []),
  ].join(', ')
}

/** A part of the drill; the spec keeps its parent. */
export const excerpt: RuleFor<'excerpt'> = {
  onLine: (line, { from, to }) => excerptLine(line, from, to),
  inWords: ({ from, to }) => `from ${keyInWords(from)} to ${keyInWords(to)}`,
}
