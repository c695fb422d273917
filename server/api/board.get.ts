import { route } from '../route'
import { readBoard } from '../subjects/studio/board'

/** The students at a glance: the studio's for its owner, else the teacher's own. */
export default route('GET /api/board', ({ who, db, now }) => readBoard(db, who, now))
