import { route } from '../../../route'
import { archiveChords } from '../../../subjects/drills/chords'

/** Puts kept chords away or takes them out again. */
export default route('POST /api/chords/:id/archive', ({ who, id, body, db, now }) =>
  archiveChords(db, who, id, body, now),
)
