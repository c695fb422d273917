import { route } from '../../route'
import { listChords } from '../../subjects/drills/chords'

/** The progressions and shapes the teacher keeps. */
export default route('GET /api/chords', ({ who, db }) => listChords(db, who))
