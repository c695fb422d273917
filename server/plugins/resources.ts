import { database } from '../utils/database'
import { closeEngine, startEngine } from '../utils/engine'

/**
 * What the server holds while it runs: it ends with the server, the engine first, so that a running write is finished
 * and nothing is left hanging.
 */
export default defineNitroPlugin(nitro => {
  if (import.meta.prerender) return
  // Where the built server lies is settled only when all of it is loaded.
  setImmediate(startEngine)
  nitro.hooks.hook('close', async () => {
    await closeEngine()
    await database.close()
  })
})
