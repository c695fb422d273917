import { archiveChordsBody } from '#shared/contracts/chords'
import { archiveChords } from '../../../services/chords'

/** Puts kept chords away or takes them out again. */
export default answering(async event =>
  archiveChords(databaseOf(event), teacherOf(event), idOf(event), await bodyOf(event, archiveChordsBody), new Date()),
)
