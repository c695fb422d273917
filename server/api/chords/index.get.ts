import { listChords } from '../../services/chords'

/** The progressions and shapes the teacher keeps. */
export default answering(async event => listChords(databaseOf(event), teacherOf(event)))
