import { archiveStudentBody } from '#shared/contracts/students'
import { archiveInstrument } from '../../../services/instruments'

/** Puts a guitar away or takes it out again. */
export default answering(async event =>
  archiveInstrument(
    databaseOf(event),
    teacherOf(event),
    idOf(event),
    await bodyOf(event, archiveStudentBody),
    new Date(),
  ),
)
