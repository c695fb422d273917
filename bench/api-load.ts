import autocannon from 'autocannon'
import { enter } from './studio'

export interface Load {
  readonly clients: number
  readonly perSecond: number
  readonly barePerSecond: number
}

async function rate(url: string, cookie: string, clients: number): Promise<number> {
  const result = await autocannon({ url, connections: clients, duration: 4, headers: { cookie } })
  if (result.non2xx > 0 || result.errors > 0)
    throw new Error(`${url}: ${result.non2xx} answers were not 2xx, ${result.errors} failed`)
  return result.requests.average
}

/** Requests per second of GET /api/today against the bare handler, one after the other in the same run. */
export async function apiLoads(address: string, bareAddress: string, password: string): Promise<Load[]> {
  const cookie = await enter(address, 'wren', password)
  const loads: Load[] = []
  for (const clients of [1, 10, 50]) {
    loads.push({
      clients,
      barePerSecond: await rate(bareAddress, cookie, clients),
      perSecond: await rate(`${address}/api/today`, cookie, clients),
    })
  }
  return loads
}
