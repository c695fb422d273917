import { slotBody } from '#shared/contracts/students'
import { setSlot } from '../../../services/slots'

/** Sets the student's weekly lesson. */
export default answering(async event =>
  setSlot(databaseOf(event), teacherOf(event), idOf(event), await bodyOf(event, slotBody), new Date()),
)
