import { calendarQuery } from '#shared/contracts/calendar'
import { lessonCalendar } from '../services/calendar'

/** A teacher's weekly lessons as a file for other calendars. */
export default answering(async event => {
  const actor = teacherOf(event)
  const { names } = queryOf(event, calendarQuery)
  setFile(event, 'Lessons.ics', 'text/calendar; charset=utf-8')
  return lessonCalendar(databaseOf(event), actor, names, new Date())
})
