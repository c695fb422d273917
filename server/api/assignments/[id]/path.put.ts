import { route } from '../../../route'
import { setPath } from '../../../subjects/taught/stages'

/** Gives a set drill other stages, or the same in another order. */
export default route('PUT /api/assignments/:id/path', ({ who, id, body, db, engine, now }) =>
  setPath(db, engine, who, id, body, now),
)
