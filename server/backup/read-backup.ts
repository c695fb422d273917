import { createHash, type Hash } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { open, stat } from 'node:fs/promises'
import { strFromU8, Unzip, UnzipInflate } from 'fflate'
import { z } from 'zod'
import { fileOf, MANIFEST, PARTS, type Manifest } from './parts'

/** A backup that is not one, or not whole: its message is for whoever gave it. */
export class BadBackup extends Error {}

/** One part is at most so much text; a studio of many years has a hundredth of it. */
const MOST_PART_BYTES = 20_000_000_000
const MOST_MANIFEST_BYTES = 200_000
/**
 * How much more than it has an archive may unpack to: rows are much alike, yet never so much; and how much it may at
 * least.
 */
const [MOST_RATIO, RATIO_FROM] = [400, 50_000_000]
/** A line is a row: the longest is a drill of four thousand notes. */
const MOST_LINE = 20_000_000

const manifestSchema: z.ZodType<Manifest> = z.strictObject({
  format: z.literal('fidactyl-studio'),
  schema: z.int().min(1),
  studio: z.strictObject({ id: z.uuid(), name: z.string() }),
  madeAt: z.iso.datetime(),
  parts: z.array(
    z.strictObject({
      name: z.string(),
      rows: z.int().min(0),
      bytes: z.int().min(0),
      sha256: z.string().regex(/^[\da-f]{64}$/),
    }),
  ),
})

/** A part on its way out of the archive. */
interface OpenPart {
  readonly name: string
  readonly hash: Hash
  rest: Buffer
  rows: number
  bytes: number
  done: boolean
}

/** The last bytes of an archive (ZIP, end of central directory): without them it was cut off. */
const END = [Buffer.from('PK\u0005\u0006', 'latin1'), 22] as const

async function endsWhole(path: string): Promise<boolean> {
  const { size } = await stat(path)
  const [sign, length] = END
  if (size < length) return false
  const file = await open(path)
  try {
    const { buffer } = await file.read(Buffer.alloc(sign.length), 0, sign.length, size - length)
    return buffer.equals(sign)
  } finally {
    await file.close()
  }
}

/** What a line of a part is, as it comes by. */
export type OnRow = (table: string, row: Record<string, unknown>) => Promise<void> | void

const STUDIO = fileOf({ table: 'studios' })
const TABLES = new Map(PARTS.map(part => [fileOf(part), part.table]))

/** Takes whole lines off what has come of a part. */
function* linesIn(open: OpenPart, chunk: Uint8Array): Generator<string> {
  open.rest = open.rest.length > 0 ? Buffer.concat([open.rest, chunk]) : Buffer.from(chunk)
  let from = 0
  for (let at = open.rest.indexOf(10); at >= 0; at = open.rest.indexOf(10, from)) {
    yield open.rest.toString('utf8', from, at)
    from = at + 1
  }
  open.rest = open.rest.subarray(from)
  if (open.rest.length > MOST_LINE) throw new BadBackup(`The backup is damaged: a line of ${open.name} has no end.`)
}

function rowIn(line: string, name: string, number: number): Record<string, unknown> {
  try {
    const row: unknown = JSON.parse(line)
    if (typeof row === 'object' && row !== null && !Array.isArray(row)) return row as Record<string, unknown>
  } catch {
    // Said below.
  }
  throw new BadBackup(`The backup is damaged: line ${number} of ${name} is no row.`)
}

/**
 * Reads a backup from beginning to end, line by line; memory does not grow with it.
 * @param path File of the archive.
 * @param onRow Called with each row in order.
 * @returns Its manifest, every count and sum of which was held against what came.
 * @throws BadBackup with one sentence for what is damaged, cut off or foreign.
 */
export async function readBackup(path: string, onRow: OnRow, signal?: AbortSignal): Promise<Manifest> {
  const opened: OpenPart[] = []
  let manifest = ''
  let pending: { readonly open: OpenPart; readonly chunk: Uint8Array }[] = []
  const unzip = new Unzip(file => {
    const known = file.name === MANIFEST || TABLES.has(file.name)
    if (!known || opened.some(({ name }) => name === file.name))
      throw new BadBackup(`The file is no backup of a studio: it holds “${file.name.slice(0, 80)}”.`)
    const open: OpenPart = {
      name: file.name,
      hash: createHash('sha256'),
      rest: Buffer.alloc(0),
      rows: 0,
      bytes: 0,
      done: false,
    }
    opened.push(open)
    file.ondata = (error, chunk, last) => {
      if (error) throw new BadBackup(`The backup is damaged in ${open.name}.`)
      pending.push({ open, chunk })
      if (last) open.done = true
    }
    file.start()
  })
  unzip.register(UnzipInflate)

  const take = async () => {
    const ready = pending
    pending = []
    for (const { open, chunk } of ready) {
      open.bytes += chunk.length
      if (open.name === MANIFEST) {
        manifest += strFromU8(chunk)
        if (open.bytes > MOST_MANIFEST_BYTES) throw new BadBackup('The backup is damaged: its manifest has no end.')
        continue
      }
      if (open.bytes > MOST_PART_BYTES) throw new BadBackup(`The backup is too large: ${open.name} has no end.`)
      open.hash.update(chunk)
      for (const line of linesIn(open, chunk)) await onRow(TABLES.get(open.name)!, rowIn(line, open.name, ++open.rows))
    }
  }
  let first = true
  let packed = 0
  // Little at a time: what a piece unpacks to is in memory at once.
  for await (const chunk of createReadStream(path, { highWaterMark: 65_536 }) as AsyncIterable<Buffer>) {
    signal?.throwIfAborted()
    packed += chunk.length
    const unpacked = opened.reduce((sum, { bytes }) => sum + bytes, 0)
    if (unpacked > RATIO_FROM && unpacked > packed * MOST_RATIO)
      throw new BadBackup('The file is no backup of a studio: it unpacks to far more than one holds.')
    if (first && chunk.toString('latin1', 0, 4) !== 'PK\u0003\u0004')
      throw new BadBackup('The file is no backup of a studio: it is no ZIP archive.')
    first = false
    try {
      unzip.push(chunk, false)
    } catch (error) {
      throw error instanceof BadBackup ? error : new BadBackup('The backup is damaged: it cannot be unpacked.')
    }
    await take()
  }
  if (first) throw new BadBackup('The file is empty.')
  await take()
  if (!(await endsWhole(path))) throw new BadBackup('The backup is cut off: its end is missing.')
  return checked(opened, manifest)
}

/** Holds what came against what the manifest says. */
function checked(opened: readonly OpenPart[], text: string): Manifest {
  if (!opened.some(({ name, done }) => name === MANIFEST && done))
    throw new BadBackup('The backup is cut off: its manifest is missing.')
  let raw: unknown
  try {
    raw = JSON.parse(text)
  } catch {
    throw new BadBackup('The backup is damaged: its manifest cannot be read.')
  }
  const { data, success } = manifestSchema.safeParse(raw)
  if (!success) throw new BadBackup('The file is no backup of a studio: its manifest says something else.')
  for (const { name, rows, bytes, sha256 } of data.parts) {
    const part = opened.find(each => each.name === name)
    if (!part?.done) throw new BadBackup(`The backup is cut off: ${name.slice(0, 80)} is missing.`)
    if (part.rest.length > 0 || part.rows !== rows || part.bytes !== bytes || part.hash.digest('hex') !== sha256)
      throw new BadBackup(`The backup is damaged: ${name.slice(0, 80)} is not what it was when it was made.`)
  }
  // What the manifest says nothing of was never held against a sum.
  const unsaid = opened.find(({ name }) => name !== MANIFEST && !data.parts.some(part => part.name === name))
  if (unsaid) throw new BadBackup(`The backup is damaged: its manifest says nothing of ${unsaid.name}.`)
  if (data.parts.find(({ name }) => name === STUDIO)?.rows !== 1) throw new BadBackup('The backup holds no studio.')
  return data
}
