import { database } from '../utils/database'

/** Ends the connections when the server stops, so that a running write is finished and none is left hanging. */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('close', () => database.close())
})
