import { practiceBody } from '#shared/contracts/practice'
import { logPractice } from '../../../../services/practice'

/** Puts down what a student reports of practice at home. */
export default answering(async event => {
  const who = teacherOf(event)
  const body = await bodyOf(event, practiceBody)
  return created(event, body, await logPractice(databaseOf(event), who, idOf(event), body, new Date()))
})
