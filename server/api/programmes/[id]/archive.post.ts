import { archiveProgrammeBody } from '#shared/contracts/shelf'
import { archiveProgramme } from '../../../services/shelf'

/** Takes a collection off the shelf or puts it back. */
export default answering(async event =>
  archiveProgramme(
    databaseOf(event),
    teacherOf(event),
    idOf(event),
    await bodyOf(event, archiveProgrammeBody),
    new Date(),
  ),
)
