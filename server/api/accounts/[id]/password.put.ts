import { resetPasswordBody } from '#shared/contracts/accounts'
import { resetPassword } from '../../../services/accounts'

/** Gives somebody who forgot theirs a new password. */
export default answering(async event =>
  resetPassword(databaseOf(event), ownerOf(event), idOf(event), await bodyOf(event, resetPasswordBody), new Date()),
)
