import { onScopeDispose } from 'vue'
import { wrap, type Remote } from 'comlink'
import type { Engine } from './engine.worker'

/** A copy that can cross to a worker: what the interface reads is wrapped, and wrapped objects cannot. */
export const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

/** The core's heavy end in a worker of its own, started when it is first asked, ended with the place that uses it. */
export function useEngine() {
  let worker: Worker | null = null
  let engine: Remote<Engine> | null = null
  function end() {
    worker?.terminate()
    worker = null
    engine = null
  }
  onScopeDispose(end)
  return {
    ask: (): Remote<Engine> => {
      if (engine) return engine
      worker = new Worker(new URL('./engine.worker.ts', import.meta.url), { type: 'module' })
      engine = wrap<Engine>(worker)
      return engine
    },
    /** Gives up what is being worked on; the next question starts anew. */
    end,
  }
}
