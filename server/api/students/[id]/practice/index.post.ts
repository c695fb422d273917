import { route } from '../../../../route'
import { logPractice } from '../../../../subjects/practice/practice'

/** Puts down what a student reports of practice at home. */
export default route('POST /api/students/:id/practice', ({ who, id, body, db, now }) =>
  logPractice(db, who, id, body, now),
)
