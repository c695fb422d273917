import { randomUUID } from 'node:crypto'
import { failureOf } from '../observability/failure'
import { logger } from '../observability/logger'

/**
 * Gives every request of the API an id, which its answer carries, and writes one line a request when it is answered.
 */
export default defineNitroPlugin(nitro => {
  if (import.meta.prerender) return
  nitro.hooks.hook('request', event => {
    if (!event.path.startsWith('/api/')) return
    event.context.request = { id: randomUUID(), began: performance.now() }
    setHeader(event, 'x-request-id', event.context.request.id)
  })
  nitro.hooks.hook('afterResponse', event => {
    const { request } = event.context
    if (!request) return
    // The path alone: what is asked in an address may be a name.
    logger.info(
      {
        request: request.id,
        method: event.method,
        path: event.path.split('?')[0],
        status: getResponseStatus(event),
        ms: Math.round(performance.now() - request.began),
      },
      'answered',
    )
  })
  nitro.hooks.hook('error', error => {
    logger.error({ failure: failureOf(error) }, 'outside a handler')
  })
})
