import { route } from '../../route'
import { makeCalendarLink } from '../../subjects/lessons/calendar-links'

/** Makes an address by which a calendar reads the teacher's lessons. */
export default route('POST /api/calendar-links', ({ who, body, db, now }) => makeCalendarLink(db, who, body, now))
