import { setSeveralBody } from '#shared/contracts/shelf'
import { setSeveral } from '../../../services/assignments'

/** Sets several drills for a student: all at once, or as a path. */
export default answering(async event => {
  const who = teacherOf(event)
  const body = await bodyOf(event, setSeveralBody)
  return created(event, body, await setSeveral(databaseOf(event), engineOf(event), who, idOf(event), body, new Date()))
})
