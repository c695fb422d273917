import { calendarLinkBody } from '#shared/contracts/calendar'
import { makeCalendarLink } from '../../services/calendar-links'

/** Makes an address by which a calendar reads the teacher's lessons. */
export default answering(async event => {
  const who = teacherOf(event)
  const body = await bodyOf(event, calendarLinkBody)
  return created(event, body, await makeCalendarLink(databaseOf(event), who, body, new Date()))
})
