import { route } from '../../../route'
import { setSlot } from '../../../subjects/lessons/slots'

/** Sets the student's weekly lesson. */
export default route('PUT /api/students/:id/slot', ({ who, id, body, db, now }) => setSlot(db, who, id, body, now))
