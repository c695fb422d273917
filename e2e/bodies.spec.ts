import { randomUUID } from 'node:crypto'
import { connect } from 'node:net'
import { expect, test } from '@playwright/test'
import fc from 'fast-check'
import { account, makeOwn } from './own'
import { methodOf, pathOf, ROUTES, withAt } from './routes'
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

test('a flood of attempts to sign in is turned away at once, and somebody on a known device still gets in', async ({
  baseURL,
}) => {
  const { name } = await account('teacher')
  const known = await enter(baseURL!, name)
  const statuses = await Promise.all(
    Array.from({ length: 150 }, async () =>
      (await enter(baseURL!, null))
        .send('POST', '/api/sign-in', { name: `nobody-${randomUUID()}`, password: 'wrong' })
        .then(answer => answer.status),
    ),
  )
  expect(statuses.filter(status => status === 429).length).toBeGreaterThan(80)
  expect((await known.send('POST', '/api/sign-in', { name, password: 'walnut and spruce' })).status).toBe(200)
  // The window is over before the next test signs in.
  await new Promise(resolve => setTimeout(resolve, 10_500))
})

/** Values that a program of somebody's might send by mistake or on purpose. */
const odd = fc.oneof(
  fc.constantFrom<unknown>(
    null,
    true,
    -1,
    0,
    1e9,
    -1e-9,
    1e308,
    0.1,
    '',
    ' ',
    'x',
    'x'.repeat(5000),
    '\u202E',
    '🎸',
    [],
    {},
    [[]],
    [null],
    { a: { b: 1 } },
    NOBODYS,
    NOBODYS.toUpperCase(),
    '0000-01-01',
    '9999-12-31',
    '2026-02-30',
    '0000-01-01T00:00:00Z',
    '9999-12-31T23:59:59Z',
    '2026-01-05T16:00:00+05:00',
    '25:00',
    'clean-passes',
    Array.from({ length: 300 }, () => 1),
  ),
  fc.jsonValue({ maxDepth: 3 }),
)

/** All places of a value, dotted. */
function places(value: unknown, path: readonly string[] = []): readonly string[] {
  const own = path.length > 0 ? [path.join('.')] : []
  return typeof value === 'object' && value !== null
    ? [...own, ...Object.entries(value).flatMap(([key, each]) => places(each, [...path, key]))]
    : own
}

// The schema library's own sentences, which nobody should have to read.
const LIBRARY =
  /Invalid input|Invalid option|Unrecognized key|Too (small|big)|expected (string|number|object|array|boolean|int)/

test('no body of any route is answered with a failure of the server, and every refusal is in our own words', async ({
  baseURL,
}) => {
  // A teacher with rows of their own, so that a body is looked at and not only its address.
  const { name, userId } = await account('teacher')
  const teacher = await enter(baseURL!, name)
  const own = { ...(await makeOwn(teacher, userId)), accounts: NOBODYS }
  // What would end the session, or the trial.
  const harmful = ['POST /api/sign-out', 'POST /api/sign-in', 'POST /api/me/password']
  const statuses: Record<number, number> = {}
  for (const [route, { body }] of Object.entries(ROUTES)) {
    if (!body || harmful.includes(route)) continue
    const good = body(randomUUID(), own)
    const bodies = fc.sample(
      fc.oneof(
        {
          weight: 6,
          arbitrary: fc
            .tuple(fc.constantFrom(...places(good)), odd)
            .map(([place, value]) => withAt(body(randomUUID(), own), place, value) as unknown),
        },
        {
          weight: 1,
          arbitrary: fc
            .tuple(fc.string({ minLength: 1, maxLength: 12 }), odd)
            .map(([key, value]) => ({ ...body(randomUUID(), own), [key]: value }) as unknown),
        },
        { weight: 1, arbitrary: odd },
      ),
      { seed: 20261126, numRuns: 60 },
    )
    for (const each of bodies) {
      const answer = await teacher.send(
        methodOf(route),
        pathOf(route, own[route.split('/')[2] as keyof typeof own]),
        JSON.stringify(each),
      )
      statuses[answer.status] = (statuses[answer.status] ?? 0) + 1
      expect([route, each, answer.status >= 500, answer.status >= 500 && answer.body]).toEqual([
        route,
        each,
        false,
        false,
      ])
      if (answer.status >= 400) {
        const text = JSON.stringify(answer.body)
        expect([route, each, LIBRARY.test(text), text]).toEqual([
          route,
          each,
          false,
          expect.stringContaining('"message"'),
        ])
      }
    }
  }
  expect(statuses[422]).toBeGreaterThan(500)
  // Odd addresses are no failures either.
  for (const path of [
    '/api/students/%E0%A4%A',
    '/api/students/%00',
    '/api/today?day=0000-00-00',
    '/api/today?day=9999-12-31',
    '/api/today?day[]=1',
    `/api/students/${own.students}/lessons?before=x`,
    `/api/students/${own.students}/lessons?before=9999-01-01T00:00:00Z`,
    '/api/../api/me',
    '/api//me',
    `/api/students/${'x'.repeat(4000)}`,
  ]) {
    const { status } = await teacher.send('GET', path)
    expect([path, status >= 500]).toEqual([path, false])
  }
})
