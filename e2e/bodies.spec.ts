import { randomUUID } from 'node:crypto'
import { connect } from 'node:net'
import { expect, test } from '@playwright/test'
import { PASSWORD } from './studio'
import { enter } from './visitor'

const NOBODYS = '11111111-1111-4111-8111-111111111111'
const CARD = { birthYear: null, instrument: {}, hand: {}, about: '' }

/** Sends raw bytes and reads what comes back, until the server ends the connection or has answered. */
function raw(
  base: string,
  text: string,
  more: (send: (bytes: string) => boolean) => Promise<void> = async () => {},
): Promise<string> {
  const { hostname, port } = new URL(base)
  return new Promise(resolve => {
    const socket = connect(Number(port), hostname)
    let answer = ''
    let open = true
    socket.on('data', chunk => {
      answer += chunk.toString()
    })
    socket.on('close', () => {
      open = false
      resolve(answer)
    })
    socket.on('error', () => {
      open = false
    })
    socket.write(text)
    void more(bytes => {
      if (open) socket.write(bytes)
      return open
    }).then(() => setTimeout(() => socket.end(), 300))
  })
}

test.describe('what is typed', () => {
  const TYPED = [
    'tempo < 80',
    '5 > 3',
    'a <b> c </b>',
    '<script>alert(1)</script>',
    '"quotes" & \'apostrophes\'',
    'SELECT * FROM students; --',
    '{{ 7 * 7 }} ${7}',
    '🎸🎶 👩🏽‍🎤',
    'שלום עולם',
    'السلام عليكم',
    '\u202Eright to left\u202C',
    'zero\u200Bwidth',
    'Zoë Ångström',
    '日本語',
    'line\nbreak\ttab',
    '\uFFFD',
  ]
  for (const text of TYPED) {
    test(`${JSON.stringify(text)} is kept as it is`, async ({ baseURL }) => {
      const teacher = await enter(baseURL!, 'wren', PASSWORD)
      const id = randomUUID()
      expect(
        (await teacher.send('POST', '/api/students', { id, ...CARD, name: `x${text}x`, about: `x${text}x` })).status,
      ).toBe(201)
      expect((await teacher.send('GET', `/api/students/${id}`)).body).toMatchObject({
        student: { name: `x${text}x`, about: `x${text}x` },
      })
      await teacher.send('POST', `/api/students/${id}/erase`, { id: randomUUID(), name: `x${text}x` })
    })
  }

  test('what cannot be kept is refused in words, with its field', async ({ baseURL }) => {
    const teacher = await enter(baseURL!, 'wren', PASSWORD)
    const refused = async (body: string) => (await teacher.send('POST', '/api/students', body)).body
    const card = (name: string) =>
      `{"id":"${randomUUID()}","name":${name},"birthYear":null,"instrument":{},"hand":{},"about":""}`
    expect(await refused(card('"a\\ud83c"'))).toEqual({
      code: 'invalid',
      path: 'name',
      message: 'holds half of a character (a lone surrogate): type it again',
    })
    expect(await refused(card('"a\\u0000b"'))).toEqual({
      code: 'invalid',
      path: 'name',
      message: 'holds a NUL character, which is no text',
    })
    expect(await refused('{"__proto__":{"a":1}}')).toEqual({
      code: 'invalid',
      path: '__proto__',
      message: 'unknown field',
    })
    expect(await refused(`${'['.repeat(50_00)}${']'.repeat(50_00)}`)).toMatchObject({
      code: 'invalid',
      message: expect.stringContaining('nested more than'),
    })
    expect(await refused('{"id":')).toEqual({ code: 'invalid', path: '', message: 'the body is not JSON' })
    expect(await refused('')).toEqual({ code: 'invalid', path: '', message: 'the body is not JSON' })
  })

  test('bytes that are no UTF-8 are refused in words', async ({ baseURL }) => {
    const answer = await fetch(`${baseURL}/api/sign-in`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: new Uint8Array([0x7b, 0x22, 0xff, 0x22, 0x7d]),
    })
    expect([answer.status, await answer.json()]).toEqual([
      422,
      { code: 'invalid', path: '', message: 'the body is not UTF-8 text' },
    ])
  })

  test('an id in upper case is the same id', async ({ baseURL }) => {
    const teacher = await enter(baseURL!, 'wren', PASSWORD)
    const id = randomUUID()
    expect(
      (await teacher.send('POST', '/api/students', { id: id.toUpperCase(), ...CARD, name: 'Upper case' })).body,
    ).toEqual({ id })
    expect((await teacher.send('POST', '/api/students', { id, ...CARD, name: 'Upper case' })).body).toEqual({ id })
    expect((await teacher.send('GET', '/api/students')).status).toBe(200)
    expect((await teacher.send('GET', `/api/students/${id.toUpperCase()}`)).body).toMatchObject({ student: { id } })
    await teacher.send('POST', `/api/students/${id}/erase`, { id: randomUUID(), name: 'Upper case' })
  })
})

test.describe('how much is sent', () => {
  test('a body over its bound is refused by what it says of itself', async ({ baseURL }) => {
    const answer = await raw(
      baseURL!,
      `POST /api/sign-in HTTP/1.1\r\nHost: ${new URL(baseURL!).host}\r\nContent-Type: application/json\r\nContent-Length: 400000000\r\n\r\n{`,
    )
    expect(answer).toContain('413 ')
    expect(answer).toContain('the body is larger than the 32,000 bytes this takes')
  })

  test('and by its bytes as they come where it says nothing: a flood is cut off', async ({ baseURL }) => {
    const chunk = `10000\r\n${'x'.repeat(0x10000)}\r\n`
    const answers: string[] = []
    for (let flood = 0; flood < 4; flood++) {
      let sent = 0
      answers.push(
        await raw(
          baseURL!,
          `POST /api/sign-in HTTP/1.1\r\nHost: ${new URL(baseURL!).host}\r\nContent-Type: application/json\r\nTransfer-Encoding: chunked\r\n\r\n`,
          async send => {
            for (; sent < 1000 && send(chunk); sent++) await new Promise(resolve => setTimeout(resolve, 1))
          },
        ),
      )
      // Of 65 MB only what was on its way was taken.
      expect(sent).toBeLessThan(500)
    }
    // Who still writes when the connection ends may hear that first, and not the answer before it.
    expect(answers.some(answer => answer.includes('413 '))).toBe(true)
    expect(answers.every(answer => answer === '' || answer.includes('413 '))).toBe(true)
  })

  test('a drill may be larger than a form, and is bounded too', async ({ baseURL }) => {
    const teacher = await enter(baseURL!, 'wren', PASSWORD)
    const notes = (count: number) => ({
      version: 1,
      family: 'free',
      free: {
        notes: Array.from({ length: count }, (_, i) => ({ at: i * 2520, dur: 2520, string: 1 + (i % 6), fret: 3 })),
      },
    })
    expect((await teacher.send('POST', '/api/drills/realise', notes(1500))).status).toBe(200)
    const id = randomUUID()
    expect((await teacher.send('POST', '/api/drills', { id, name: 'Long', spec: notes(1500) })).status).toBe(201)
    expect(
      (await teacher.send('POST', '/api/drills', { id: randomUUID(), name: 'Longer', spec: notes(12_000) })).status,
    ).toBe(413)
    await teacher.send('POST', `/api/drills/${id}/archive`, { id: randomUUID(), archived: true })
  })
})

test.describe('where it is sent from', () => {
  test("a write from another site's page is refused, a reading is not", async ({ baseURL }) => {
    const teacher = await enter(baseURL!, 'wren', PASSWORD)
    const write = async (headers: Record<string, string>) =>
      (await teacher.send('POST', '/api/students/nobody/archive', { id: NOBODYS, archived: true }, headers)).status
    expect(await write({ origin: 'https://elsewhere.example' })).toBe(403)
    expect(await write({ origin: 'null' })).toBe(403)
    expect(await write({ 'sec-fetch-site': 'cross-site' })).toBe(403)
    expect(await write({ 'sec-fetch-site': 'same-site' })).toBe(403)
    expect(await write({ 'origin': baseURL!, 'sec-fetch-site': 'same-origin' })).toBe(404)
    expect(await write({})).toBe(404)
    expect(
      (
        await teacher.send('GET', '/api/me', undefined, {
          'origin': 'https://elsewhere.example',
          'sec-fetch-site': 'cross-site',
        })
      ).status,
    ).toBe(200)
    // Signing in is a write as well.
    expect(
      (
        await teacher.send(
          'POST',
          '/api/sign-in',
          { name: 'x', password: 'y' },
          { origin: 'https://elsewhere.example' },
        )
      ).status,
    ).toBe(403)
  })

  test('no answer lets another site read it, and none of the API is kept by a cache', async ({ baseURL }) => {
    const teacher = await enter(baseURL!, 'wren', PASSWORD)
    for (const path of ['/api/me', '/api/today', '/api/nothing', '/api/health', '/', '/sign-in']) {
      const { headers } = await teacher.send('GET', path, undefined, { origin: 'https://elsewhere.example' })
      expect([path, headers.get('access-control-allow-origin')]).toEqual([path, null])
      if (path.startsWith('/api/')) expect([path, headers.get('cache-control')]).toEqual([path, 'no-store'])
    }
  })
})
