import { endSlotBody } from '#shared/contracts/students'
import { endSlot } from '../../../../services/slots'

/** Ends the student's weekly lesson. */
export default answering(async event =>
  endSlot(databaseOf(event), teacherOf(event), idOf(event), await bodyOf(event, endSlotBody), new Date()),
)
