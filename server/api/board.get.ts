import { readBoard } from '../services/board'

/** The students at a glance: the studio's for its owner, else the teacher's own. */
export default answering(async event => readBoard(databaseOf(event), teacherOf(event), new Date()))
