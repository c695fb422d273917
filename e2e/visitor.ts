import { expect } from '@playwright/test'

/** Password of every account that a journey makes. */
export const OWN_PASSWORD = 'walnut and spruce'

/** What the API answered: its status, its headers, its body read as JSON where it is some. */
export interface Answer {
  readonly status: number
  readonly headers: Headers
  readonly body: unknown
}

/** Somebody who talks to the API with the cookies they were given. */
export interface Visitor {
  readonly send: (method: string, path: string, body?: unknown, headers?: Record<string, string>) => Promise<Answer>
  /** Fetches something that is no JSON. */
  readonly fetch: (path: string) => Promise<Response>
  /** The cookies they were given. */
  readonly cookies: () => readonly { readonly name: string; readonly value: string }[]
}

/** Reads an answer; what is no JSON stays text. */
export async function answerOf(response: Response): Promise<Answer> {
  const text = await response.text()
  let body: unknown = text
  try {
    body = JSON.parse(text)
  } catch {
    // A page, or nothing.
  }
  return { status: response.status, headers: response.headers, body }
}

/**
 * Comes to the API as a program does: no browser, so nothing is added to what is sent.
 * @param name Sign-in name; null stays a stranger.
 */
export async function enter(base: string, name: string | null, password = OWN_PASSWORD): Promise<Visitor> {
  let cookie = ''
  const send: Visitor['send'] = async (method, path, body, headers = {}) => {
    const response = await fetch(base + path, {
      method,
      headers: {
        ...(cookie && { cookie }),
        ...(body !== undefined && { 'content-type': 'application/json' }),
        ...headers,
      },
      body: body === undefined ? undefined : typeof body === 'string' ? body : JSON.stringify(body),
    })
    const given = response.headers.getSetCookie().map(each => each.split(';')[0]!)
    const names = given.map(each => each.split('=')[0]!)
    if (given.length > 0)
      cookie = [...cookie.split('; ').filter(each => each && !names.includes(each.split('=')[0]!)), ...given].join('; ')
    return answerOf(response)
  }
  if (name !== null)
    expect([name, (await send('POST', '/api/sign-in', { name, password })).status]).toEqual([name, 200])
  return {
    send,
    fetch: path => fetch(base + path, { headers: { cookie } }),
    cookies: () =>
      cookie.split('; ').map(each => {
        const equals = each.indexOf('=')
        return { name: each.slice(0, equals), value: each.slice(equals + 1) }
      }),
  }
}
