import { route } from '../../../route'
import { changeInstrument } from '../../../subjects/people/instruments'

/** Changes a guitar. */
export default route('PUT /api/instruments/:id', ({ who, id, body, db, now }) =>
  changeInstrument(db, who, id, body, now),
)
