import { spawn, type ChildProcess } from 'node:child_process'
import { closeSync, openSync } from 'node:fs'
import { createServer } from 'node:net'
import { once } from 'node:events'
import { untilAnswers } from './jobs'

/**
 * The interface tests: two of the built server, each with a copy of the demo's studio, and Playwright with a worker for
 * each. Journeys change what they find; those of one worker would meet those of the other in one studio.
 *
 *     tsx scripts/testing/journeys.ts RESULTS [words for Playwright]
 *
 * `E2E_DATABASES` holds the two addresses, with the demo loaded.
 */
const [results, ...words] = process.argv.slice(2)
const databases = process.env.E2E_DATABASES!.split(' ')

/** A port that nobody has. */
async function freePort(): Promise<number> {
  const server = createServer().listen(0, '127.0.0.1')
  await once(server, 'listening')
  const { port } = server.address() as { port: number }
  server.close()
  await once(server, 'close')
  return port
}

const servers: ChildProcess[] = []
const stop = () => servers.forEach(server => server.kill('SIGTERM'))
process.once('SIGTERM', () => process.exit(143))
process.once('exit', stop)

const ports = await Promise.all(databases.map(freePort))
for (const [i, DATABASE_URL] of databases.entries()) {
  const log = openSync(`${results}/server-${i + 1}.log`, 'w')
  const server = spawn('node', ['--max-semi-space-size=32', '.output/server/index.mjs'], {
    env: {
      ...process.env,
      DATABASE_URL,
      NITRO_HOST: '127.0.0.1',
      NITRO_PORT: String(ports[i]),
      NODE_ENV: 'production',
    },
    stdio: ['ignore', log, log],
  })
  closeSync(log)
  servers.push(server)
}
await Promise.all(servers.map((server, i) => untilAnswers(`http://127.0.0.1:${ports[i]}/api/health`, server)))
const playwright = spawn(
  'playwright',
  ['test', `--workers=${databases.length}`, `--output=${results}/playwright`, ...words],
  { env: { ...process.env, E2E_PORTS: ports.join(' ') }, stdio: 'inherit' },
)
const [code] = (await once(playwright, 'exit')) as [number | null]
process.exit(code ?? 1)
