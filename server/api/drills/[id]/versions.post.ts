import { saveVersionBody } from '#shared/contracts/drills'
import { saveVersion } from '../../../services/drills'

/** Saves a drill as its next version. */
export default answering(async event => {
  const who = teacherOf(event)
  const body = await bodyOf(event, saveVersionBody, BODY.drill)
  return created(event, body, await saveVersion(databaseOf(event), engineOf(event), who, idOf(event), body, new Date()))
})
