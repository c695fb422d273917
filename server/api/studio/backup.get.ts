import { fileName } from '#shared/contracts/drills/export'
import { route } from '../../route'
import { studioBackup } from '../../subjects/studio/studio'

/** The whole studio as one archive, streamed, for its owner. */
export default route('GET /api/studio/backup', async ({ event, who, db, now }) => {
  const { name, day, chunks } = await studioBackup(db, process.env.DATABASE_URL!, who, now)
  setFile(event, `${fileName(`${name} ${day}`)}.zip`, 'application/zip')
  return streamed(event, chunks)
})
