import { route } from '../route'
import { subscribedCalendar } from '../subjects/lessons/calendar-links'

/** The lessons behind an address that was given to a calendar, which does not sign in. */
export default route('GET /api/lessons.ics', async ({ event, query, db, now }) => {
  const text = await subscribedCalendar(db, calendarKey(event), query.of, now, assertCalendarRate)
  setFile(event, 'Lessons.ics', 'text/calendar; charset=utf-8')
  return text
})
