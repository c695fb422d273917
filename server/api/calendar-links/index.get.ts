import { route } from '../../route'
import { listCalendarLinks } from '../../subjects/lessons/calendar-links'

/** The addresses a teacher has given to calendars. */
export default route('GET /api/calendar-links', ({ event, who, db }) => listCalendarLinks(db, who, calendarKey(event)))
