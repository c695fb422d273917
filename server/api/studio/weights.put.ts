import { route } from '../../route'
import { setWeights } from '../../subjects/studio/studio'

/** What each part of a grade counts for in this studio. */
export default route('PUT /api/studio/weights', ({ who, body, db, now }) => setWeights(db, who, body, now))
