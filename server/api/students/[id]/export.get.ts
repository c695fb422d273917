import { route } from '../../../route'
import { exportStudent } from '../../../subjects/people/erasing'

/** Everything kept of a student, as one JSON file to keep. */
export default route('GET /api/students/:id/export', async ({ event, who, id, db, now }) => {
  const file = await exportStudent(db, who, id, now)
  setHeader(event, 'content-disposition', `attachment; filename="student-${file.student.id}.json"`)
  return file
})
