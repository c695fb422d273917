import { listInstruments } from '../../services/instruments'

/** The teacher's own guitars. */
export default answering(async event => listInstruments(databaseOf(event), teacherOf(event)))
