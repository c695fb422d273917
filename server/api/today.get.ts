import { localDaySchema } from '#shared/contracts/common'
import { DomainError } from '../services/domain-error'
import { readToday } from '../services/today'

/** The lessons of a day (`?day=`, else today) and what needs attention. */
export default answering(async (event) => {
  const { day } = getQuery(event)
  const wanted = localDaySchema.optional().safeParse(day)
  if (!wanted.success) throw new DomainError('invalid', 'must be a day such as 2026-01-31', { path: 'day' })
  return readToday(database.db, teacherOf(event), new Date(), wanted.data)
})
