import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import type { H3Event } from 'h3'
import type { Me } from '#shared/contracts/people/answers'
import type { Engine } from '../engine/engine'
import { openEngine, type EnginePool } from '../engine/pool'
import { ENGINE_WORKER } from '../engine/worker-file'

let opened: EnginePool | null = null

/** Seconds a drill may take; the tests allow more on a machine that is slower. */
const DRILL_SECONDS = Number(process.env.FIDACTYL_DRILL_SECONDS ?? 5)

/** Opened when it is first asked: only then is it settled where the built server lies. */
const pool = () =>
  (opened ??= openEngine({
    script: join(dirname(fileURLToPath(import.meta.url)), ENGINE_WORKER),
    deadlineMs: 1000 * DRILL_SECONDS,
  }))

/** The server's one pool of processes for the heavy end of the core, as who asks has it. */
export const engineOf = (event: H3Event): Engine => pool().of((event.context.me as Me | undefined)?.userId ?? null)

/** Starts the pool's processes before anybody asks: starting them holds up whoever is first. */
export const startEngine = () => void pool()

/** Ends the pool's processes, where there are any. */
export const closeEngine = async () => opened?.close()
