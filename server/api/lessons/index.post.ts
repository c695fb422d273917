import { startLessonBody } from '#shared/contracts/lessons'
import { startLesson } from '../../services/lessons'

/** Begins a lesson, or answers with the one already open. */
export default answering(async event => {
  const who = teacherOf(event)
  const body = await bodyOf(event, startLessonBody)
  return created(event, body, await startLesson(databaseOf(event), who, body, new Date()))
})
