import { isStudioEmpty } from '../../services/studio'

/** Whether a backup may come in the place of the owner's studio. */
export default answering(async event => ({ empty: await isStudioEmpty(database.pool, ownerOf(event)) }))
