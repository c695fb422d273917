import { route } from '../../../route'
import { setVariations } from '../../../subjects/taught/stages'

/** Keeps other ways to play a set drill for a standstill. */
export default route('PUT /api/assignments/:id/variations', ({ who, id, body, db, engine, now }) =>
  setVariations(db, engine, who, id, body, now),
)
