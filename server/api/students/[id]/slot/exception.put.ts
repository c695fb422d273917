import { exceptionBody } from '#shared/contracts/students'
import { setException } from '../../../../services/slots'

/** Moves one of the student's weekly lessons, cancels it, makes it up or puts it back. */
export default answering(async event =>
  setException(databaseOf(event), teacherOf(event), idOf(event), await bodyOf(event, exceptionBody), new Date()),
)
