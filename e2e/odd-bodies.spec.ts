import { randomUUID } from 'node:crypto'
import { expect, test } from '@playwright/test'
import fc from 'fast-check'
import { account, makeOwn } from './own'
import { exampleOf, methodOf, pathOf, ROUTE_NAMES, withAt } from './routes'
import { enter } from './visitor'

const NOBODYS = '11111111-1111-4111-8111-111111111111'

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
  test.slow()
  // A teacher with rows of their own, so that a body is looked at and not only its address.
  const { name, userId } = await account('teacher')
  const teacher = await enter(baseURL!, name)
  const own = { ...(await makeOwn(teacher, userId)), accounts: NOBODYS }
  // What would end the session, or the trial.
  const harmful = ['POST /api/sign-out', 'POST /api/sign-in', 'POST /api/me/password']
  const statuses: Record<number, number> = {}
  for (const route of ROUTE_NAMES) {
    const { body } = exampleOf(route)
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
      { seed: 20261126, numRuns: 40 },
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
  expect(statuses[422]).toBeGreaterThan(350)
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
