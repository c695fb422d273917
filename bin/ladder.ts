import { readFileSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { ladderText, readLadderText } from '../core/ladder/built'
import { COLUMNS } from '../core/ladder/columns/registry'
import { buildLadder } from '../core/ladder/ladder'
import { sourcesHash } from '../scripts/sources'

/**
 * Builds the ladder of drills and writes core/ladder/ladder.json, which ships with the program:
 *
 *     npm run ladder               after a change of the grade, the engine or a technique
 *     npm run ladder -- --check    writes nothing; ends with 1 when the file is not what would be written
 */
const FILE = fileURLToPath(new URL('../core/ladder/ladder.json', import.meta.url))
const ENTRIES = ['core/ladder/ladder.ts', 'core/ladder/columns/registry.ts']

const check = process.argv.includes('--check')
const sources = sourcesHash(ENTRIES)
const shipped = check ? readLadderText(readFileSync(FILE, 'utf8')) : null
if (shipped?.sources === sources) {
  console.log(`the ladder's sources have not changed since it was built: ${shipped.rungs.length} drills`)
} else {
  const began = performance.now()
  let done = 0
  const rungs = buildLadder(COLUMNS, ({ label }, count) => {
    if (process.stderr.isTTY) process.stderr.write(`\r\x1b[K  ${++done} of ${COLUMNS.length}: ${label}, ${count}`)
  })
  if (process.stderr.isTTY) process.stderr.write('\r\x1b[K')
  const seconds = Math.round((performance.now() - began) / 1000)
  const text = ladderText(sources, rungs)
  if (!shipped) {
    writeFileSync(FILE, text)
    console.log(`the ladder has ${rungs.length} drills (${seconds} s)`)
  } else if (text !== ladderText(sources, shipped.rungs)) {
    const known = new Set(shipped.rungs.map(rung => JSON.stringify(rung)))
    const other = rungs.filter(rung => !known.has(JSON.stringify(rung)))
    console.error(
      `core/ladder/ladder.json is out of date: ${other.length} of ${rungs.length} drills differ, the first ${other[0]?.column} ${other[0]?.place}. Raise LADDER_VERSION and run npm run ladder.`,
    )
    process.exitCode = 1
  } else console.log(`the ladder is what its sources build: ${rungs.length} drills (${seconds} s)`)
}
