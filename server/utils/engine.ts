import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import type { Engine } from '../engine/engine'
import { openEngine } from '../engine/pool'
import { ENGINE_WORKER } from '../engine/worker-file'

let opened: ReturnType<typeof openEngine> | null = null

/** Opened when it is first asked: only then is it settled where the built server lies. */
const pool = () => (opened ??= openEngine({ script: join(dirname(fileURLToPath(import.meta.url)), ENGINE_WORKER) }))

/** The server's one pool of processes for the heavy end of the core. */
export const engine: Engine = {
  write: spec => pool().write(spec),
  checkPins: (spec, pins) => pool().checkPins(spec, pins),
  sheetHash: (spec, context) => pool().sheetHash(spec, context),
  answer: request => pool().answer(request),
  writeOut: asked => pool().writeOut(asked),
  writePaper: asked => pool().writePaper(asked),
}

/** Starts the pool's processes before anybody asks: starting them holds up whoever is first. */
export const startEngine = () => void pool()

/** Ends the pool's processes, where there are any. */
export const closeEngine = async () => opened?.close()
