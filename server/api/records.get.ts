import { localDay } from '#core/practice/schedule/local-time'
import { fileName } from '#shared/contracts/export'
import { recordsQuery } from '#shared/contracts/records'
import { recordsOf } from '../services/records'

/** A table of the teacher's records as comma-separated values, streamed. */
export default answering(async event => {
  const actor = teacherOf(event)
  const { of, student } = queryOf(event, recordsQuery)
  const now = new Date()
  const { name, lines } = await recordsOf(databaseOf(event), actor, of, student ?? null, now)
  setFile(event, `${fileName(`${name} ${localDay(now.toISOString(), actor.zone)}`)}.csv`, 'text/csv; charset=utf-8')
  event.node.res.once('close', () => lines.destroy())
  return sendStream(event, lines)
})
