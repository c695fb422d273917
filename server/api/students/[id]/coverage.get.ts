import { readCoverage } from '../../../services/coverage'

/** Every drill the student was ever set, with the fastest clean pass of each. */
export default answering(async event => readCoverage(databaseOf(event), teacherOf(event), idOf(event)))
