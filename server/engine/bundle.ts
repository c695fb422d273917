import type { Plugin } from 'rollup'
import { ENGINE_WORKER } from './worker-file'

/**
 * Builds the engine's worker beside the server, as a program of its own.
 * @param entry Path of the worker's source.
 */
export function engineWorker(entry: string): Plugin {
  return {
    name: 'engine-worker',
    buildStart() {
      this.emitFile({ type: 'chunk', id: entry, fileName: ENGINE_WORKER })
    },
  }
}
