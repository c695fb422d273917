import { route } from '../../../route'
import { handOver } from '../../../subjects/people/handovers'

/** Gives a student of the studio to another teacher. */
export default route('POST /api/students/:id/hand-over', ({ who, id, body, db, now }) =>
  handOver(db, who, id, body, now),
)
