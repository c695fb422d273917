import { endCalendarLinkBody } from '#shared/contracts/calendar'
import { endCalendarLink } from '../../../services/calendar-links'

/** Stops an address of a calendar or lets it work again. */
export default answering(async event =>
  endCalendarLink(
    databaseOf(event),
    teacherOf(event),
    idOf(event),
    await bodyOf(event, endCalendarLinkBody),
    new Date(),
  ),
)
