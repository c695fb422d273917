import { exportStudent } from '../../../services/erasing'

/** Everything kept of a student, as one JSON file to keep. */
export default answering(async event => {
  const file = await exportStudent(databaseOf(event), teacherOf(event), idOf(event), new Date())
  setHeader(event, 'content-disposition', `attachment; filename="student-${file.student.id}.json"`)
  setHeader(event, 'content-type', 'application/json; charset=utf-8')
  return JSON.stringify(file, null, 1)
})
