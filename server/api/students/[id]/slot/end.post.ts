import { route } from '../../../../route'
import { endSlot } from '../../../../subjects/lessons/slots'

/** Ends the student's weekly lesson. */
export default route('POST /api/students/:id/slot/end', ({ who, id, body, db, now }) => endSlot(db, who, id, body, now))
