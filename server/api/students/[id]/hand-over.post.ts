import { handOverBody } from '#shared/contracts/accounts'
import { handOver } from '../../../services/handovers'

/** Gives a student of the studio to another teacher. */
export default answering(async event =>
  handOver(database.db, ownerOf(event), idOf(event), await bodyOf(event, handOverBody), new Date()),
)
