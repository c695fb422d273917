import { onsets } from '../line/line'
import type { RuleFor } from './transform'

/** Accents on every so many onsets, from a given one on. */
export const accents: RuleFor<'accents'> = {
  onLine: (line, { every, from }) => ({
    ...line,
    events: onsets(line.events).flatMap((group, i) =>
      i + 1 >= from && (i + 1 - from) % every === 0
        ? group.map(event =>
            event.marks.includes('accent') ? event : { ...event, marks: [...event.marks, 'accent' as const] },
          )
        : group,
    ),
  }),
  inWords: ({ every, from }) => `accents every ${every}${from > 1 ? ` from note ${from}` : ''}`,
}
