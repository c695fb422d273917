import { route } from '../route'
import { lessonCalendar } from '../subjects/lessons/calendar'

/** A teacher's weekly lessons as a file for other calendars. */
export default route('GET /api/calendar', async ({ event, who, query, db, now }) => {
  setFile(event, 'Lessons.ics', 'text/calendar; charset=utf-8')
  return lessonCalendar(db, who, query.names, now)
})
