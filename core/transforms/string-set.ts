import { SpecError } from '../schema/spec-error'
import type { RuleFor } from './transform'

/** The same fingers on other strings; frets stay. */
export const stringSet: RuleFor<'string-set'> = {
  onLine: (line, { by }, stringCount) => {
    const moved = (string: number) => {
      if (string + by < 1 || string + by > stringCount)
        throw new SpecError('by', `string ${string} moved by ${by} is not on a guitar of ${stringCount} strings`)
      return string + by
    }
    return {
      ...line,
      events: line.events.map(event =>
        'string' in event.place ? { ...event, place: { ...event.place, string: moved(event.place.string) } } : event,
      ),
      grips: line.grips.map(grip => ({
        ...grip,
        contacts: grip.contacts.map(contact => ({ ...contact, string: moved(contact.string) })),
      })),
    }
  },
  inWords: ({ by }) =>
    `moved ${Math.abs(by)} ${Math.abs(by) === 1 ? 'string' : 'strings'} ${by > 0 ? 'thicker' : 'thinner'}`,
}
