import { route } from '../../../route'
import { endCalendarLink } from '../../../subjects/lessons/calendar-links'

/** Stops an address of a calendar or lets it work again. */
export default route('POST /api/calendar-links/:id/end', ({ who, id, body, db, now }) =>
  endCalendarLink(db, who, id, body, now),
)
