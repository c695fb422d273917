import { z } from 'zod'
import { localDaySchema } from '#shared/contracts/common'
import { readToday } from '../services/today'

/** The lessons of a day (`?day=`, else today) and what needs attention. */
export default answering(async event => {
  return readToday(
    databaseOf(event),
    teacherOf(event),
    new Date(),
    queryOf(event, z.object({ day: localDaySchema.optional() })).day,
  )
})
