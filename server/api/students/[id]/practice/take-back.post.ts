import { route } from '../../../../route'
import { takeBackPractice } from '../../../../subjects/practice/practice'

/** Takes entries of practice at home back. */
export default route('POST /api/students/:id/practice/take-back', ({ who, id, body, db, now }) =>
  takeBackPractice(db, who, id, body, now),
)
