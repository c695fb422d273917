import { appendEventBody } from '#shared/contracts/lessons'
import { appendEvent } from '../../../services/lessons'

/** Adds an event to a lesson's log; answered after it is committed. */
export default answering(async (event) => {
  const teacher = teacherOf(event)
  return appendEvent(database.db, teacher, idOf(event), await bodyOf(event, appendEventBody), new Date())
})
