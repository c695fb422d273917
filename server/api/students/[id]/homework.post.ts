import { homeworkBody } from '#shared/contracts/students'
import { giveHomework } from '../../../services/homework'

/** Writes down what a student is given to practise. */
export default answering(async event => {
  const who = teacherOf(event)
  const body = await bodyOf(event, homeworkBody)
  return created(event, body, await giveHomework(databaseOf(event), who, idOf(event), body, new Date()))
})
