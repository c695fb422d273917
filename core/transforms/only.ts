import type { Event, Line } from '../line/line'
import { SpecError } from '../schema/spec-error'
import type { Transform } from '../schema/fields'
import type { RuleFor } from './transform'

type Part = Extract<Transform, { do: 'only' }>['part']

/** A note as the plucking hand has it when the fretting hand rests: the same string, open. */
function opened(event: Event): Event {
  if (!('string' in event.place))
    throw new SpecError('part', 'one hand alone needs notes whose strings are known: give them strings')
  const { name: _fretted, ...rest } = event
  return {
    ...rest,
    place: { string: event.place.string, fret: 0 },
    want: { finger: 0 },
    position: 1,
    marks: event.marks.filter(mark => mark !== 'stretch' && mark !== 'rolled'),
  }
}

/**
 * One part of a drill by itself. Of the plucking hand: every stroke on its open string, a rest where the fretting hand
 * sounds the note. Of the fretting hand: everything put down and nothing plucked. Of the thumb: its notes under the
 * chords that are held.
 * @throws SpecError (path `part`) where there is nothing of it.
 */
export function onlyLine(line: Line, part: Part): Line {
  if (part !== 'thumb' && line.events.some(event => event.tap))
    throw new SpecError('part', 'a tapped drill needs both hands')
  if (part === 'fretting-hand') return { ...line, unplucked: true }
  if (part === 'thumb')
    return { ...line, events: kept(line, event => event.pluck === 'p', 'no note that is given to the thumb') }
  const events = kept(line, event => !event.slurred, 'nothing for the plucking hand').map(opened)
  return { ...line, events, grips: [] }
}

function kept({ events }: Line, which: (event: Event) => boolean, none: string): readonly Event[] {
  const found = events.filter(which)
  if (found.length === 0) throw new SpecError('part', `the drill has ${none}`)
  return found
}

const IN_WORDS: Readonly<Record<Part, string>> = {
  'plucking-hand': 'plucking hand alone',
  'fretting-hand': 'fretting hand alone',
  'thumb': 'thumb alone',
}

/** One hand or the thumb by itself. */
export const only: RuleFor<'only'> = {
  onLine: (line, { part }) => onlyLine(line, part),
  inWords: ({ part }) => IN_WORDS[part],
}
