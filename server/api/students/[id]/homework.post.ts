import { route } from '../../../route'
import { giveHomework } from '../../../subjects/practice/homework'

/** Writes down what a student is given to practise. */
export default route('POST /api/students/:id/homework', ({ who, id, body, db, now }) =>
  giveHomework(db, who, id, body, now),
)
