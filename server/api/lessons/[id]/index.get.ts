import { readLesson } from '../../../services/lessons'

/** A lesson with all that is needed to run it. */
export default answering(async event => readLesson(databaseOf(event), teacherOf(event), idOf(event), new Date()))
