import { suspendBody } from '#shared/contracts/accounts'
import { suspendAccount } from '../../../services/accounts'

/** Suspends an account or lets it sign in again. */
export default answering(async event =>
  suspendAccount(databaseOf(event), ownerOf(event), idOf(event), await bodyOf(event, suspendBody), new Date()),
)
