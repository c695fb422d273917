import { apiLoads } from './api-load'
import { browserFigures } from './browser'
import { decisionRates } from './decisions'
import { eightVariations, engravings, exportRates, longPdf, tabImport } from './formats'
import { againstLibrary, agreementRates, fingeringRates } from './fingering'
import { gradeRates, shelfTimes } from './grade'
import { realiseRates } from './realise-rate'

const { E2E_ADDRESS, BARE_ADDRESS, DEMO_PASSWORD } = process.env
const rows: [string, string, string][] = []
const whole = (value: number) => Math.round(value).toLocaleString('en-GB')

for (const { name, perSecond } of realiseRates())
  rows.push([`realise ${name}`, `${whole(perSecond)} drills/s`, name.startsWith('order, 48') ? '≥ 5,000' : ''])
for (const { name, perSecond, unit, aim } of fingeringRates()) rows.push([name, `${whole(perSecond)} ${unit}`, aim])
for (const { school, perSecond } of decisionRates())
  rows.push([`decisions over a term, ${school}`, `${whole(perSecond)}/s`, ''])
const library = againstLibrary()
rows.push([
  `engine against a shortest-path library, ${library.notes} notes, ${whole(library.nodes)} hands`,
  `searching alone ${library.searchRatio.toFixed(1)} times as fast`,
  `with the graph written out ${whole(library.withBuilding)} times`,
])
for (const { name, perSecond, aim } of gradeRates()) rows.push([name, `${whole(perSecond)} drills/s`, aim])
const shelf = shelfTimes()
rows.push(['the shelf: 5,000 drills made ready', `${shelf.entriesMs.toFixed(0)} ms`, '< 100'])
rows.push(['the shelf: a search among 5,000', `${shelf.filterMs.toFixed(1)} ms`, '< 100'])
for (const { kind, passages, rate } of agreementRates())
  rows.push([
    `agreement with accepted fingerings, ${kind}, ${passages}`,
    `${(100 * rate).toFixed(1)} %`,
    kind === 'all' ? '≥ 95 %' : '≥ 85 %',
  ])
for (const { name, perSecond } of await exportRates())
  rows.push([`written as ${name}, 48 notes`, `${whole(perSecond)} drills/s`, ''])
const pdf = await longPdf()
rows.push([`one PDF of ${pdf.pages} pages`, `${pdf.seconds.toFixed(1)} s, ${pdf.megabytes} MB more`, ''])
rows.push(['drills of 48 notes engraved in notation a second', engravings().toFixed(0), ''])
rows.push(['4,096 notes of tablature read and fingered', `${tabImport().toFixed(0)} ms`, '< 500 ms'])
const variations = eightVariations()
rows.push([
  'eight variations side by side, 64 notes',
  `${variations.played.toFixed(0)} ms`,
  `< 200 ms; found worth it in ${variations.looked.toFixed(0)} ms`,
])
const {
  firstPageBytes,
  frames,
  typing,
  worker,
  pages,
  shelf: shelfSeen,
} = await browserFigures(E2E_ADDRESS!, DEMO_PASSWORD!)
for (const { notes, p50, p95 } of frames)
  rows.push([
    `change to frame end, ${notes} notes`,
    `p50 ${p50.toFixed(1)} ms, p95 ${p95.toFixed(1)} ms`,
    `p95 ≤ ${notes === 48 ? 16 : 33} ms`,
  ])
for (const { notes, p50, p95 } of typing)
  rows.push([
    `a note typed to frame end, ${notes} notes`,
    `p50 ${p50.toFixed(1)} ms, p95 ${p95.toFixed(1)} ms`,
    `p95 ≤ ${notes === 64 ? 16 : 33} ms`,
  ])
rows.push([
  'best fingering of 64 notes in the browser’s worker',
  `p50 ${worker.p50.toFixed(0)} ms, p95 ${worker.p95.toFixed(0)} ms`,
  '< 100 ms',
])
rows.push([
  'the shelf with 5,000 drills: from the answer to the picture',
  `${shelfSeen.paintMs.toFixed(0)} ms`,
  '< 100 ms',
])
rows.push(['the shelf with 5,000 drills: a cell pressed', `p95 ${shelfSeen.filterMs.toFixed(0)} ms`, '< 100 ms'])
rows.push(['JavaScript of the first page, gzipped', `${(firstPageBytes / 1000).toFixed(0)} kB`, '≤ 150 kB'])
for (const [name, { bytes, usableMs }] of Object.entries(pages))
  rows.push([
    `the ${name} opened anew on a processor slowed four times`,
    `usable after ${whole(usableMs)} ms`,
    `${(bytes / 1000).toFixed(0)} kB of JavaScript, gzipped`,
  ])
for (const load of await apiLoads(E2E_ADDRESS!, BARE_ADDRESS!, DEMO_PASSWORD!)) {
  rows.push([
    `GET /api/today, ${load.clients} client${load.clients > 1 ? 's' : ''}`,
    `${whole(load.perSecond)}/s, bare ${whole(load.barePerSecond)}/s`,
    `ratio ${(load.perSecond / load.barePerSecond).toFixed(2)}`,
  ])
}

const widths = [0, 1, 2].map(column => Math.max(...rows.map(row => row[column]!.length)))
for (const row of rows)
  console.log(
    row
      .map((cell, column) => cell.padEnd(widths[column]!))
      .join('  ')
      .trimEnd(),
  )
