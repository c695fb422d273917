import { createHash } from 'node:crypto'
import canonicalize from 'canonicalize'
import { DomainError } from '../errors'

/**
 * SHA-256 of a value's canonical JSON (RFC 8785), hex: equal bodies hash equally, however their keys are ordered.
 * @throws DomainError `invalid` for text with half a surrogate pair, which no JSON in UTF-8 can hold.
 */
export function hashOf(value: unknown): string {
  return createHash('sha256').update(canonicalText(value)).digest('hex')
}

function canonicalText(value: unknown): string {
  try {
    return canonicalize(value) ?? 'null'
  } catch (cause) {
    throw new DomainError('invalid', 'the text holds half a character', { path: '', cause })
  }
}
