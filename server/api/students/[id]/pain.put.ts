import { painBody } from '#shared/contracts/students'
import { setPain } from '../../../services/pains'

/** Puts down what hurts a student, or that it is gone. */
export default answering(async event =>
  setPain(databaseOf(event), teacherOf(event), idOf(event), await bodyOf(event, painBody), new Date()),
)
