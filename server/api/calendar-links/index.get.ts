import { listCalendarLinks } from '../../services/calendar-links'

/** The addresses a teacher has given to calendars. */
export default answering(async event => listCalendarLinks(databaseOf(event), teacherOf(event), calendarKey(event)))
