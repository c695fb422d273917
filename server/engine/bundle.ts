import type { GetModuleInfo, OutputBundle, Plugin } from 'rollup'
import { ENGINE_WORKER } from './worker-file'

/** Name of the piece of the built server that holds what the worker needs. */
const CHUNK = 'engine'

/** Everything a module needs, itself left out. */
function neededBy(entry: string, infoOf: GetModuleInfo): ReadonlySet<string> {
  const needed = new Set<string>()
  const waiting = [entry]
  for (let id = waiting.pop(); id !== undefined; id = waiting.pop()) {
    for (const each of infoOf(id)?.importedIds ?? []) {
      if (needed.has(each)) continue
      needed.add(each)
      waiting.push(each)
    }
  }
  return needed
}

/** Pieces of the built server that the worker loads, at first or second hand. */
function loadedByWorker(bundle: OutputBundle): ReadonlySet<string> {
  const loaded = new Set([ENGINE_WORKER])
  for (const file of loaded) {
    const piece = bundle[file]
    if (piece?.type === 'chunk') for (const each of piece.imports) if (bundle[each]) loaded.add(each)
  }
  return loaded
}

/**
 * Builds the engine's worker beside the server, as a program of its own: what both need lies in a piece that holds
 * nothing of the server, for whatever a piece holds is run when it is loaded, and each worker would be a server too.
 * @param entry Path of the worker's source.
 */
export function engineWorker(entry: string): Plugin {
  return {
    name: 'engine-worker',
    buildStart() {
      this.emitFile({ type: 'chunk', id: entry, fileName: ENGINE_WORKER })
    },
    outputOptions(options) {
      const others = options.manualChunks
      let needed: ReadonlySet<string> | undefined
      return {
        ...options,
        manualChunks: (id, meta) => {
          needed ??= neededBy(entry, meta.getModuleInfo)
          if (needed.has(id)) return CHUNK
          return typeof others === 'function' ? others(id, meta) : undefined
        },
      }
    },
    generateBundle(_, bundle) {
      const loaded = loadedByWorker(bundle)
      if (loaded.size > 2) this.error(`the engine's worker would load pieces of the server: ${[...loaded].join(', ')}`)
    },
  }
}
