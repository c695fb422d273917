import { route } from '../../../route'
import { readLesson } from '../../../subjects/lessons/lessons'

/** A lesson with all that is needed to run it. */
export default route('GET /api/lessons/:id', ({ who, id, db, now }) => readLesson(db, who, id, now))
