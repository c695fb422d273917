import { listAccounts } from '../../services/accounts'

/** The studio's accounts, for its owner. */
export default answering(async event => listAccounts(databaseOf(event), ownerOf(event)))
