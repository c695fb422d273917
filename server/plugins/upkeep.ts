import { failureOf } from '../observability/failure'
import { logger } from '../observability/logger'
import { database } from '../utils/database'
import { forgetWrites } from '../writes/forget-writes'

const [FIRST_MS, EVERY_MS] = [60_000, 24 * 60 * 60_000]

/** What is done once a day, and soon after the start. */
async function keepUp(): Promise<void> {
  try {
    const forgotten = await forgetWrites(database.db, new Date())
    if (forgotten > 0) logger.info({ forgotten }, 'answers of old writes forgotten')
  } catch (error) {
    logger.warn({ failure: failureOf(error) }, 'upkeep failed; it is tried again tomorrow')
  }
}

export default defineNitroPlugin(nitro => {
  if (import.meta.prerender) return
  const [first, daily] = [setTimeout(keepUp, FIRST_MS), setInterval(keepUp, EVERY_MS)]
  nitro.hooks.hook('close', () => {
    clearTimeout(first)
    clearInterval(daily)
  })
})
