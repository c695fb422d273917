/**
 * What each of Playwright's workers has to itself: a server and its database, with a copy of the demo's studio.
 * `scripts/testing/journeys.ts` names them all; a worker knows its number from Playwright.
 */
const own = Number(process.env.TEST_PARALLEL_INDEX ?? 0)
const mine = (list: string | undefined) => list?.split(' ')[own]

/** Port of this worker's server. */
export const PORT = Number(mine(process.env.E2E_PORTS) ?? 3210)
/** Address of this worker's server. */
export const ADDRESS = `http://127.0.0.1:${PORT}`
/** Address of the database behind it, also for programs that a journey starts. */
export const DATABASE_URL = mine(process.env.E2E_DATABASES) ?? process.env.DATABASE_URL ?? ''
process.env.DATABASE_URL = DATABASE_URL
