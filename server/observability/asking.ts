import { AsyncLocalStorage } from 'node:async_hooks'

/** The request that a piece of work belongs to. */
export interface Asking {
  /** When it came, ms of one clock. */
  readonly cameAt: number
  /** Id of who asks, or null where nobody is signed in. */
  readonly userId: string | null
}

const asking = new AsyncLocalStorage<Asking>()

/** Does the work of a request: whatever it asks of the database and of the engine is known to be its own. */
export const askingFor = <T>(request: Asking, work: () => T): T => asking.run(request, work)

/** The request whose work is being done; outside of any, nobody's, which comes now. */
export const askingNow = (): Asking => asking.getStore() ?? { cameAt: performance.now(), userId: null }
