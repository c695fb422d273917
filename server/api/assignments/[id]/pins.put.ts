import { route } from '../../../route'
import { setPins } from '../../../subjects/taught/assignments'

/** Sets the fingers of a drill anew for its student. */
export default route('PUT /api/assignments/:id/pins', ({ who, id, body, db, engine, now }) =>
  setPins(db, engine, who, id, body, now),
)
