import { apiLoads } from './api-load'
import { browserFigures } from './browser'
import { realiseRates } from './realise-rate'

const { E2E_ADDRESS, BARE_ADDRESS, DEMO_PASSWORD } = process.env
const rows: [string, string, string][] = []
const whole = (value: number) => Math.round(value).toLocaleString('en-GB')

for (const { name, perSecond } of realiseRates()) rows.push([`realise ${name}`, `${whole(perSecond)} drills/s`, name.startsWith('order, 48') ? '≥ 5,000' : ''])
const { firstPageBytes, frames } = await browserFigures(E2E_ADDRESS!, DEMO_PASSWORD!)
for (const { notes, p50, p95 } of frames) rows.push([`change to frame end, ${notes} notes`, `p50 ${p50.toFixed(1)} ms, p95 ${p95.toFixed(1)} ms`, `p95 ≤ ${notes === 48 ? 16 : 33} ms`])
rows.push(['JavaScript of the first page, gzipped', `${(firstPageBytes / 1000).toFixed(0)} kB`, '≤ 150 kB'])
for (const load of await apiLoads(E2E_ADDRESS!, BARE_ADDRESS!, DEMO_PASSWORD!)) {
  rows.push([`GET /api/today, ${load.clients} client${load.clients > 1 ? 's' : ''}`, `${whole(load.perSecond)}/s, bare ${whole(load.barePerSecond)}/s`, `ratio ${(load.perSecond / load.barePerSecond).toFixed(2)}`])
}

const widths = [0, 1, 2].map(column => Math.max(...rows.map(row => row[column]!.length)))
for (const row of rows) console.log(row.map((cell, column) => cell.padEnd(widths[column]!)).join('  ').trimEnd())
