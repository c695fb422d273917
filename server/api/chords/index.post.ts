import { keepChordsBody } from '#shared/contracts/chords'
import { keepChords } from '../../services/chords'

/** Keeps a progression or a shape. */
export default answering(async event => {
  const who = teacherOf(event)
  const body = await bodyOf(event, keepChordsBody)
  return created(event, body, await keepChords(databaseOf(event), who, body, new Date()))
})
