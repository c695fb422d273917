import { localDay } from '#core/practice/schedule/local-time'
import { fileName } from '#shared/contracts/drills/export'
import { route } from '../route'
import { recordsOf } from '../subjects/studio/records'

/** A table of the teacher's records as comma-separated values, streamed. */
export default route('GET /api/records', async ({ event, who, query: { of, student }, db, now }) => {
  const { name, lines } = await recordsOf(db, who, of, student ?? null, now)
  const day = localDay(now.toISOString(), who.zone)
  setFile(event, `${fileName(`${name} ${day}`)}.csv`, 'text/csv; charset=utf-8')
  return streamed(event, lines)
})
