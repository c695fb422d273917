/** Name of the engine's worker in the folder of the built server. */
export const ENGINE_WORKER = 'engine-worker.mjs'
