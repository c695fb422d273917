import { handOverBody } from '#shared/contracts/accounts'
import { handOver } from '../../../services/handovers'

/** Gives a student of the studio to another teacher. */
export default answering(async event =>
  handOver(databaseOf(event), ownerOf(event), idOf(event), await bodyOf(event, handOverBody), new Date()),
)
