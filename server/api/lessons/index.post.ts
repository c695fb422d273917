import { startLessonBody } from '#shared/contracts/lessons'
import { startLesson } from '../../services/lessons'

/** Begins a lesson, or answers with the one already open. */
export default answering(async event => startLesson(database.db, teacherOf(event), await bodyOf(event, startLessonBody), new Date()))
