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
      events: line.events.map(({ name, ...event }) =>
        'string' in event.place
          ? // It sounds another pitch, which the key it was written in does not spell.
            { ...event, place: { ...event.place, string: moved(event.place.string) } }
          : { ...event, ...(name !== undefined && { name }) },
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
