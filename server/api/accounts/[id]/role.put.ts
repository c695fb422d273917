import { roleBody } from '#shared/contracts/accounts'
import { changeRole } from '../../../services/accounts'

/** Makes a teacher an owner, or an owner a teacher. */
export default answering(async event =>
  changeRole(databaseOf(event), ownerOf(event), idOf(event), await bodyOf(event, roleBody), new Date()),
)
