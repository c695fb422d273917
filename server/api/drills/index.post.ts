import { createDrillBody } from '#shared/contracts/drills'
import { createDrill } from '../../services/drills'

/** Saves a new drill. */
export default answering(async event => {
  const who = teacherOf(event)
  const body = await bodyOf(event, createDrillBody, BODY.drill)
  return created(event, body, await createDrill(databaseOf(event), engineOf(event), who, body, new Date()))
})
