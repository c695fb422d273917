import { route } from '../../../route'
import { setPain } from '../../../subjects/practice/pains'

/** Puts down what hurts a student, or that it is gone. */
export default route('PUT /api/students/:id/pain', ({ who, id, body, db, now }) => setPain(db, who, id, body, now))
