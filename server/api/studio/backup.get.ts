import { fileName } from '#shared/contracts/export'
import { studioBackup } from '../../services/studio'

/** The whole studio as one archive, streamed: for its owner, one at a time. */
export default answering(async event => {
  const { name, day, chunks } = await studioBackup(database.db, process.env.DATABASE_URL!, ownerOf(event), new Date())
  setFile(event, `${fileName(`${name} ${day}`)}.zip`, 'application/zip')
  return sendStream(event, chunks)
})
