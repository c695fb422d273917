import { listStudents } from '../../services/roster'

/** The teacher's students: those who come, or with `?former=true` those who came once. */
export default answering(async event =>
  listStudents(databaseOf(event), teacherOf(event), new Date(), getQuery(event).former === 'true'),
)
