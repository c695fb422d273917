import { route } from '../../route'
import { keepChords } from '../../subjects/drills/chords'

/** Keeps a progression or a shape. */
export default route('POST /api/chords', ({ who, body, db, now }) => keepChords(db, who, body, now))
