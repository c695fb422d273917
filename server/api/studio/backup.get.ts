import { fileName } from '#shared/contracts/export'
import { studioBackup } from '../../services/studio'

/** The whole studio as one archive, streamed, for its owner. */
export default answering(async event => {
  const { name, day, chunks } = await studioBackup(
    databaseOf(event),
    process.env.DATABASE_URL!,
    ownerOf(event),
    new Date(),
  )
  setFile(event, `${fileName(`${name} ${day}`)}.zip`, 'application/zip')
  // Who goes away half-way leaves no connection to the database behind.
  event.node.res.once('close', () => chunks.destroy())
  return sendStream(event, chunks)
})
