import { addAccountBody } from '#shared/contracts/accounts'
import { createAccount } from '../../services/accounts'

/** Adds a teacher or another owner. */
export default answering(async event => createAccount(database.db, ownerOf(event), await bodyOf(event, addAccountBody), new Date()))
