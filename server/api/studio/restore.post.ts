import { MOST_BACKUP_BYTES, type RestoreNews } from '#shared/contracts/studios'
import { failureOf } from '../../observability/failure'
import { logger } from '../../observability/logger'
import { inRestoreTurn, restoreStudio } from '../../services/studio'

/**
 * Restores a backup in the place of the owner's empty studio. Answers line by line, as JSON: how far it is, and at last
 * what became of it. Whoever goes away before that gives it up.
 */
export default answering(async event => {
  const owner = ownerOf(event)
  const takeIn = async (path: string) => {
    const { res } = event.node
    const gone = new AbortController()
    res.once('close', () => gone.abort())
    setHeaders(event, { 'content-type': 'application/x-ndjson; charset=utf-8', 'x-accel-buffering': 'no' })
    const tell = (news: RestoreNews) => void res.write(`${JSON.stringify(news)}\n`)
    try {
      await restoreStudio(process.env.DATABASE_URL!, owner, path, tell, gone.signal)
    } catch (error) {
      logger.error({ request: event.context.request?.id, failure: failureOf(error) }, 'failed')
      tell({ refused: 'Something went wrong on the server: nothing was restored.' })
    }
    res.end()
  }
  return inRestoreTurn(() => withReceivedFile(event, MOST_BACKUP_BYTES, takeIn))
})
