import { appendEventBody } from '#shared/contracts/lessons'
import { appendEvent } from '../../../services/append-event'

/** Adds an event to a lesson's log; answered after it is committed. */
export default answering(async event => {
  const who = teacherOf(event)
  const body = await bodyOf(event, appendEventBody)
  return created(
    event,
    body.event,
    await appendEvent(databaseOf(event), engineOf(event), who, idOf(event), body, new Date()),
  )
})
