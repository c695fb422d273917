import { createWriteStream } from 'node:fs'
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Transform } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import type { H3Event } from 'h3'
import { DomainError } from '../errors'

/** Bytes on their way, counted: more than allowed end it. */
const atMost = (mostBytes: number) => {
  let bytes = 0
  return new Transform({
    transform(chunk: Buffer, _, done) {
      bytes += chunk.length
      done(bytes > mostBytes ? new RangeError('too large') : null, chunk)
    },
  })
}

/**
 * Puts the body of a request into a file as it comes, works with it, and takes it away again whatever happens.
 * @throws DomainError `too-large` as soon as there is more than allowed; `invalid` where it did not arrive in full.
 */
export async function withReceivedFile<T>(
  event: H3Event,
  mostBytes: number,
  work: (path: string) => Promise<T>,
): Promise<T> {
  const folder = await mkdtemp(join(tmpdir(), 'fidactyl-'))
  try {
    const path = join(folder, 'received')
    try {
      await pipeline(event.node.req, atMost(mostBytes), createWriteStream(path, { mode: 0o600 }))
    } catch (cause) {
      setHeader(event, 'connection', 'close')
      if (cause instanceof RangeError)
        throw new DomainError('too-large', `the file is larger than the ${mostBytes / 1e6} MB this takes`, { path: '' })
      if ((cause as NodeJS.ErrnoException).code === 'ENOSPC')
        throw new DomainError('unavailable', 'The disk of the server is full: make room, then try again.')
      throw new DomainError('invalid', 'the file did not arrive in full', { path: '', cause })
    }
    return await work(path)
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}
