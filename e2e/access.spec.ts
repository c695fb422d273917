import { randomUUID } from 'node:crypto'
import { expect, test } from '@playwright/test'
import { account, makeOwn, type Own } from './own'
import { ROUTES, type RouteName } from '../shared/routes'
import { exampleOf, methodOf, pathOf, ROUTE_NAMES, routesInFolder, withAt, type Kind } from './routes'
import { enter, type Visitor } from './visitor'

const NOBODYS = '11111111-1111-4111-8111-111111111111'
const kindOf = (route: RouteName) => route.split('/')[2] as Kind
const bodyOf = (route: RouteName, own: Own) => exampleOf(route).body?.(randomUUID(), own)

/** A body of one's own that names a row of somebody else's. */
function withForeign(route: RouteName, theirs: Own, field: string, target: string): object {
  const body = withAt(bodyOf(route, theirs)!, field, target)
  return field === 'slot.id' ? withAt(body, 'slot.day', '2026-01-05') : body
}

test('every route of the API has its row in the table, and every row its route', () => {
  expect([...ROUTE_NAMES].sort()).toEqual([...routesInFolder()].sort())
})

test('a stranger is refused everything but signing in and the health check', async ({ baseURL }) => {
  const stranger = await enter(baseURL!, null)
  for (const route of ROUTE_NAMES) {
    const answer = await stranger.send(methodOf(route), pathOf(route, NOBODYS), bodyOf(route, {} as Own))
    const open = ROUTES[route].who === 'anybody'
    if (ROUTES[route].who === 'whoever has its address') {
      expect([route, answer.status, answer.body]).toEqual([route, 404, expect.objectContaining({ code: 'not-found' })])
      continue
    }
    // The wrong password of the table is refused as such; everything else is not even looked at.
    expect([route, answer.status, open || answer.body]).toEqual([
      route,
      open && methodOf(route) === 'GET' ? 200 : 401,
      open || { code: 'signed-out', message: 'Sign in first.' },
    ])
  }
  expect((await stranger.send('GET', '/api/nothing-there')).status).toBe(401)
  expect((await stranger.send('GET', '/api/_auth/session')).status).toBe(404)
})

test("a student's account opens nothing of the teacher's side, a teacher's nothing of the owner's", async ({
  baseURL,
}) => {
  const [student, teacher] = [
    await enter(baseURL!, (await account('student')).name),
    await enter(baseURL!, (await account('teacher')).name),
  ]
  for (const route of ROUTE_NAMES) {
    const { who } = ROUTES[route]
    if (who === 'anybody' || who === 'whoever has its address') continue
    const ask = async (visitor: Visitor) =>
      (await visitor.send(methodOf(route), pathOf(route, NOBODYS), bodyOf(route, {} as Own))).status
    if (who !== 'signed-in') expect([route, await ask(student)]).toEqual([route, 403])
    if (who === 'owner') expect([route, await ask(teacher)]).toEqual([route, 403])
  }
})

test("whatever the route, another's rows do not exist: in the address, in the body, in lists", async ({ baseURL }) => {
  const people = {
    colleague: await account('teacher'),
    elsewhere: await account('owner', true),
    mine: await account('teacher'),
  }
  const mine = await enter(baseURL!, people.mine.name)
  const own = await makeOwn(mine, people.mine.userId)
  const ids = Object.values(own)
  let walked = 0
  for (const [who, { name, userId }] of Object.entries({ colleague: people.colleague, elsewhere: people.elsewhere })) {
    const other = await enter(baseURL!, name)
    const theirs = await makeOwn(other, userId)
    for (const route of ROUTE_NAMES) {
      const { names } = exampleOf(route)
      const allowed = ROUTES[route].who
      if (
        allowed === 'anybody' ||
        allowed === 'whoever has its address' ||
        route === 'POST /api/sign-out' ||
        (allowed === 'owner' && who !== 'elsewhere')
      )
        continue
      const told = async (label: string, path: string, body: object | undefined) => {
        const answer = await other.send(methodOf(route), path, body)
        expect([who, route, label, answer.status, JSON.stringify(answer.body)]).toEqual([
          who,
          route,
          label,
          404,
          expect.stringMatching(/"code":"not-found"/),
        ])
        walked++
      }
      if (route.includes(':id')) {
        for (const target of [own[kindOf(route)], NOBODYS, 'not-an-id', own[kindOf(route)].toUpperCase()])
          await told(`address ${target}`, pathOf(route, target), bodyOf(route, theirs))
      }
      for (const [field, kind] of Object.entries(names ?? {})) {
        for (const target of [own[kind], NOBODYS])
          await told(`body ${field}`, pathOf(route, theirs[kindOf(route)]), withForeign(route, theirs, field, target))
      }
      if (methodOf(route) === 'GET') {
        const answer = await other.send('GET', pathOf(route, theirs[kindOf(route)]))
        expect([route, answer.status, ids.filter(id => JSON.stringify(answer.body).includes(id))]).toEqual([
          route,
          200,
          [],
        ])
        walked++
      }
    }
  }
  expect(walked).toBeGreaterThan(180)
  // And all of it is still there for whom it belongs to.
  expect((await mine.send('GET', `/api/students/${own.students}`)).status).toBe(200)
  expect((await mine.send('GET', `/api/lessons/${own.lessons}`)).body).toMatchObject({ id: own.lessons, events: [] })
})

test('signing out ends a session for whoever has a copy of its cookie, on every device', async ({ baseURL }) => {
  const { name } = await account('teacher')
  const [laptop, phone] = [await enter(baseURL!, name), await enter(baseURL!, name)]
  expect((await phone.send('GET', '/api/me')).status).toBe(200)
  expect((await laptop.send('POST', '/api/sign-out')).status).toBe(200)
  expect([(await laptop.send('GET', '/api/me')).status, (await phone.send('GET', '/api/me')).status]).toEqual([
    401, 401,
  ])
  expect((await (await enter(baseURL!, name)).send('GET', '/api/me')).status).toBe(200)
})

test('another password, given in the app, leaves only this session', async ({ baseURL }) => {
  const { name } = await account('teacher')
  const [here, there] = [await enter(baseURL!, name), await enter(baseURL!, name)]
  expect(
    (await here.send('POST', '/api/me/password', { presentPassword: 'wrong', newPassword: 'cedar and rosewood' })).body,
  ).toMatchObject({ code: 'invalid', path: 'presentPassword' })
  expect(
    (
      await here.send('POST', '/api/me/password', {
        presentPassword: 'walnut and spruce',
        newPassword: 'cedar and rosewood',
      })
    ).status,
  ).toBe(200)
  expect([(await here.send('GET', '/api/me')).status, (await there.send('GET', '/api/me')).status]).toEqual([200, 401])
})

test('an owner suspends and changes roles, and that is so at once', async ({ baseURL }) => {
  const [boss, { name, userId }] = [await enter(baseURL!, (await account('owner')).name), await account('teacher')]
  const teacher = await enter(baseURL!, name)
  const set = async (field: string, body: object) =>
    expect((await boss.send('PUT', `/api/accounts/${userId}/${field}`, { id: randomUUID(), ...body })).status).toBe(200)
  await set('suspended', { suspended: true })
  expect((await teacher.send('GET', '/api/me')).status).toBe(401)
  await set('suspended', { suspended: false })
  const again = await enter(baseURL!, name)
  await set('role', { role: 'owner' })
  expect((await again.send('GET', '/api/me')).status).toBe(401)
  expect((await (await enter(baseURL!, name)).send('GET', '/api/accounts')).status).toBe(200)
})
