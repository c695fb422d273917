import { route } from '../../route'
import { setNotice } from '../../subjects/studio/studio'

/** What the studio says to its students and to who looks after them. */
export default route('PUT /api/studio/notice', ({ who, body, db, now }) => setNotice(db, who, body, now))
