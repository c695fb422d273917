import type { H3Event } from 'h3'
import getRawBody from 'raw-body'
import type { z } from 'zod'
import { check } from '#core/schema/problem'
import { unfitIn } from '#shared/contracts/text'
import { DomainError } from '../errors'

/**
 * The text of a request's body: its bytes are counted as they come, with or without a length said before.
 * @throws DomainError `too-large` as soon as there are more than allowed; `invalid` for what is no UTF-8.
 */
async function textOf(event: H3Event, mostBytes: number): Promise<string> {
  let bytes
  try {
    bytes = await getRawBody(event.node.req, {
      limit: mostBytes,
      length: event.node.req.headers['content-length'] ?? null,
    })
  } catch (cause) {
    if ((cause as { type?: string }).type !== 'entity.too.large')
      throw new DomainError('invalid', 'the body did not arrive in full', { path: '', cause })
    // What is still on its way is not read: the connection ends with the answer.
    setHeader(event, 'connection', 'close')
    throw new DomainError(
      'too-large',
      `the body is larger than the ${mostBytes.toLocaleString('en-GB')} bytes this takes`,
      { path: '' },
    )
  }
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch (cause) {
    throw new DomainError('invalid', 'the body is not UTF-8 text', { path: '', cause })
  }
}

/**
 * The body of a request as plain data that can be kept. @throws DomainError `too-large`, or `invalid` with the path of
 * what is wrong.
 */
export async function jsonOf(event: H3Event, mostBytes: number): Promise<unknown> {
  const text = await textOf(event, mostBytes)
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch (cause) {
    throw new DomainError('invalid', 'the body is not JSON', { path: '', cause })
  }
  const unfit = unfitIn(value)
  if (unfit) throw new DomainError('invalid', unfit.message, { path: unfit.path })
  return value
}

/** The body of a request, checked. @throws DomainError `too-large`, or `invalid` naming field, value and rule. */
export async function bodyOf<S extends z.ZodType>(event: H3Event, schema: S, mostBytes: number): Promise<z.output<S>> {
  const checked = check(schema, await jsonOf(event, mostBytes))
  if (!checked.ok) throw new DomainError('invalid', checked.error.message, { path: checked.error.path })
  return checked.value
}

/** What a request asks for in its address, checked. @throws DomainError `invalid` naming field, value and rule. */
export function queryOf<S extends z.ZodType>(event: H3Event, schema: S): z.output<S> {
  const checked = check(schema, getQuery(event))
  if (!checked.ok) throw new DomainError('invalid', checked.error.message, { path: checked.error.path })
  return checked.value
}
