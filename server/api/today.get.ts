import { route } from '../route'
import { readToday } from '../subjects/lessons/today'

/** The lessons of a day (`?day=`, else today) and what needs attention. */
export default route('GET /api/today', ({ who, query, db, now }) => readToday(db, who, now, query.day))
