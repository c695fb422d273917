import { database } from '../utils/database'
import { closeEngine } from '../utils/engine'

/** Ends the connections and the engine's processes when the server stops, so that a running write is finished and none is left hanging. */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('close', async () => {
    await closeEngine()
    await database.close()
  })
})
