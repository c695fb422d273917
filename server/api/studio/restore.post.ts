import { MOST_BACKUP_BYTES } from '#shared/contracts/studio/studios'
import type { RestoreNews } from '#shared/contracts/studio/answers'
import { failureOf } from '../../observability/failure'
import { logger } from '../../observability/logger'
import { route } from '../../route'
import { Sent } from '../../sent'
import { inRestoreQueue, restoreStudio } from '../../subjects/studio/studio'

/**
 * Restores a backup in the place of the owner's empty studio. Answers line by line, as JSON: how far it is, and at last
 * what became of it. Whoever goes away before that gives it up.
 */
export default route('POST /api/studio/restore', async ({ event, who }) => {
  const { res } = event.node
  const tell = (news: RestoreNews) => void res.write(`${JSON.stringify(news)}\n`)
  const restore = async (path: string) => {
    const gone = new AbortController()
    res.once('close', () => gone.abort())
    setHeaders(event, { 'content-type': 'application/x-ndjson; charset=utf-8', 'x-accel-buffering': 'no' })
    try {
      return await restoreStudio(process.env.DATABASE_URL!, who, path, tell, gone.signal)
    } catch (error) {
      logger.error({ request: event.context.request?.id, failure: failureOf(error) }, 'failed')
      return { refused: 'Something went wrong on the server: nothing was restored.' }
    }
  }
  const outcome = await inRestoreQueue(() => withReceivedFile(event, MOST_BACKUP_BYTES, restore))
  // Sent only once the queue is free, so that the owner can try again at once.
  if (outcome) tell(outcome)
  res.end()
  return new Sent(undefined)
})
