import { route } from '../../../../route'
import { setException } from '../../../../subjects/lessons/slots'

/** Moves one of the student's weekly lessons, cancels it, makes it up or puts it back. */
export default route('PUT /api/students/:id/slot/exception', ({ who, id, body, db, now }) =>
  setException(db, who, id, body, now),
)
