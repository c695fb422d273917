import { route } from '../../route'
import { isStudioEmpty } from '../../subjects/studio/studio'

/** Whether a backup may come in the place of the owner's studio. */
export default route('GET /api/studio/restore', async ({ who }) => ({ empty: await isStudioEmpty(database.pool, who) }))
