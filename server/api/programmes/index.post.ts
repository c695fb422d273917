import { programmeBody } from '#shared/contracts/shelf'
import { createProgramme } from '../../services/shelf'

/** Begins a collection. */
export default answering(async event => {
  const who = teacherOf(event)
  const body = await bodyOf(event, programmeBody)
  return created(event, body, await createProgramme(databaseOf(event), who, body, new Date()))
})
