import { addAccountBody } from '#shared/contracts/accounts'
import { createAccount } from '../../services/accounts'

/** Adds a teacher or another owner. */
export default answering(async event => {
  const who = ownerOf(event)
  const body = await bodyOf(event, addAccountBody)
  return created(event, body, await createAccount(databaseOf(event), who, body, new Date()))
})
