import { removeBody } from '#shared/contracts/accounts'
import { removeAccount } from '../../../services/accounts'

/** Takes a teacher out of the studio who has no student any more. */
export default answering(async event =>
  removeAccount(databaseOf(event), ownerOf(event), idOf(event), await bodyOf(event, removeBody), new Date()),
)
