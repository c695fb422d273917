import { route } from '../../route'
import { startLesson } from '../../subjects/lessons/lessons'

/** Begins a lesson, or answers with the one already open. */
export default route('POST /api/lessons', ({ who, body, db, now }) => startLesson(db, who, body, now))
