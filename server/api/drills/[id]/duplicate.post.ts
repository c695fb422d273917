import { duplicateDrillBody } from '#shared/contracts/drills'
import { duplicateDrill } from '../../../services/drills'

/** Copies a drill. */
export default answering(async event => {
  const who = teacherOf(event)
  const body = await bodyOf(event, duplicateDrillBody)
  return created(
    event,
    body,
    await duplicateDrill(databaseOf(event), engineOf(event), who, idOf(event), body, new Date()),
  )
})
