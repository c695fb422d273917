import type { H3Event } from 'h3'
import type { Readable } from 'node:stream'
import type { SentOut } from '../engine/engine'
import { DomainError } from '../errors'
import { Sent } from '../sent'

/** Says that what is answered is a file to be kept under a name. */
export function setFile(event: H3Event, name: string, type: string): void {
  const plain = name.replace(/[^\x20-\x7e]+/g, '_').replace(/["\\]/g, '_')
  const coded = encodeURIComponent(name).replace(/['()*]/g, sign => `%${sign.charCodeAt(0).toString(16)}`)
  setHeaders(event, {
    'content-type': type,
    // Old programs read the plain name, all others the one in letters of any language (RFC 6266).
    'content-disposition': `attachment; filename="${plain}"; filename*=UTF-8''${coded}`,
    'cache-control': 'private, no-store',
  })
}

/**
 * Answers with a file to be kept under a name.
 * @throws DomainError `invalid` where it could not be written.
 */
export function fileAnswer(event: H3Event, sent: SentOut, name: string, type: string): Sent {
  if (!sent.ok) throw new DomainError('invalid', sent.error.message, { path: sent.error.path })
  setFile(event, name, type)
  if (sent.pages !== undefined) setHeader(event, 'x-pages', sent.pages)
  return new Sent(Buffer.from(sent.base64, 'base64'))
}

/** Answers with what is written as it is sent. Who goes away half-way leaves nothing of it behind. */
export function streamed(event: H3Event, content: Readable): Sent {
  event.node.res.once('close', () => content.destroy())
  return new Sent(content)
}
