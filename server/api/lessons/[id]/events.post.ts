import { route } from '../../../route'
import { appendEvent } from '../../../subjects/lessons/append-event'

/** Adds an event to a lesson's log; answered after it is committed. */
export default route('POST /api/lessons/:id/events', ({ who, id, body, db, engine, now }) =>
  appendEvent(db, engine, who, id, body, now),
)
