import { subscriptionQuery } from '#shared/contracts/calendar'
import { subscribedCalendar } from '../services/calendar-links'

/** The lessons behind an address that was given to a calendar, which does not sign in. */
export default answering(async event => {
  const { of } = queryOf(event, subscriptionQuery)
  const text = await subscribedCalendar(databaseOf(event), calendarKey(event), of, new Date(), assertCalendarTurn)
  setFile(event, 'Lessons.ics', 'text/calendar; charset=utf-8')
  return text
})
