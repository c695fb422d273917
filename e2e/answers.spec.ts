import { randomUUID } from 'node:crypto'
import { expect, test } from '@playwright/test'
import type { z } from 'zod'
import { errorAnswer } from '../shared/contracts/common'
import { ROUTES, type Route, type RouteName } from '../shared/routes'
import { account, makeOwn } from './own'
import { exampleOf, methodOf, pathOf, ROUTE_NAMES } from './routes'
import { enter, type Answer } from './visitor'

/** What of an answer the contract does not promise, or promises and is not there. */
function wrongIn(schema: z.ZodType, { body }: Answer): readonly string[] {
  const { error } = schema.safeParse(body)
  return error?.issues.map(issue => `${issue.path.join('.')}: ${issue.message}`) ?? []
}

test('every route answers what the contract says, nothing less and nothing more', async ({ baseURL }) => {
  const { name, userId } = await account('owner', true)
  const owner = await enter(baseURL!, name)
  const own = await makeOwn(owner, userId)
  // Somebody to suspend, promote and give a password to: not oneself.
  const added = await owner.send('POST', '/api/accounts', exampleOf('POST /api/accounts').body!(randomUUID(), own))
  const rows = { ...own, accounts: (added.body as { id: string }).id }
  // The lesson has something in it, and the list a drill that was taken off and one that is followed.
  const event = (more: object) => ({
    event: { id: randomUUID(), at: '2026-01-05T16:00:00Z', ...more },
    deviceOffsetMs: 0,
  })
  for (const more of [
    { kind: 'pass', assignmentId: own.assignments, bpm: 60, clean: true },
    { kind: 'fault', assignmentId: own.assignments, fault: 'late-shift' },
    { kind: 'note', assignmentId: null, text: 'x' },
    {
      kind: 'decision',
      assignmentId: own.assignments,
      revision: 0,
      decision: 'raise',
      bpm: 64,
      offered: 'hold',
      offeredBpm: 60,
      offerReason: 'x',
      reason: 'y',
      supersedes: null,
    },
  ])
    expect((await owner.send('POST', `/api/lessons/${own.lessons}/events`, event(more))).status).toBe(201)
  const late: readonly RouteName[] = [
    'GET /api/lessons.ics',
    'POST /api/students/several/take-back',
    'POST /api/sign-out',
    'POST /api/me/password',
    'POST /api/sign-in',
    'POST /api/students/:id/erase',
    'POST /api/students/:id/hand-over',
    'POST /api/accounts/:id/remove',
  ]
  const ask = (route: RouteName, body = exampleOf(route).body?.(randomUUID(), rows)) =>
    owner.send(methodOf(route), pathOf(route, rows[route.split('/')[2] as keyof typeof rows]), body)
  const hold = (route: RouteName, answer: Answer) => {
    const { makes, answer: promised }: Route = ROUTES[route]
    // The student's lesson is running already.
    const expected = makes && route !== 'POST /api/lessons' ? 201 : 200
    expect([route, answer.status, wrongIn(promised, answer)]).toEqual([route, expected, []])
    expect([route, answer.headers.get('x-request-id')]).toEqual([route, expect.stringMatching(/^[\da-f-]{36}$/)])
  }
  for (const route of ROUTE_NAMES) if (!late.includes(route)) hold(route, await ask(route))
  // Read once more, now that everything was changed.
  for (const route of ROUTE_NAMES.filter(each => methodOf(each) === 'GET' && !late.includes(each)))
    hold(route, await ask(route))
  const [link] = (await ask('GET /api/calendar-links')).body as { path: string }[]
  hold('GET /api/lessons.ics', await (await enter(baseURL!, null)).send('GET', link!.path))
  // Those of a list, who have nothing yet.
  const listed = (await ask('POST /api/students/several')).body as { ids: string[] }
  hold(
    'POST /api/students/several/take-back',
    await ask('POST /api/students/several/take-back', { id: randomUUID(), studentIds: listed.ids }),
  )
  // To the colleague and back, who then has nobody and can go.
  const handOver = (teacherId: string) => ask('POST /api/students/:id/hand-over', { id: randomUUID(), teacherId })
  hold('POST /api/students/:id/hand-over', await handOver(rows.accounts))
  hold('POST /api/students/:id/hand-over', await handOver(userId))
  hold('POST /api/accounts/:id/remove', await ask('POST /api/accounts/:id/remove'))
  hold('POST /api/students/:id/erase', await ask('POST /api/students/:id/erase', { id: randomUUID(), name: 'Mine' }))
  hold(
    'POST /api/me/password',
    await ask('POST /api/me/password', { presentPassword: 'walnut and spruce', newPassword: 'cedar and rosewood' }),
  )
  hold('POST /api/sign-in', await ask('POST /api/sign-in', { name, password: 'cedar and rosewood' }))
  hold('POST /api/sign-out', await ask('POST /api/sign-out'))
})

test('the demo studio, with months of lessons, is answered as the contract says', async ({ baseURL }) => {
  const wren = await enter(baseURL!, 'wren', process.env.DEMO_PASSWORD)
  const hold = async (route: RouteName, path = route.split(' ')[1]!) => {
    const answer = await wren.send('GET', path)
    expect([path, answer.status, wrongIn(ROUTES[route].answer, answer)]).toEqual([path, 200, []])
    return answer.body
  }
  await hold('GET /api/today')
  const { students } = (await hold('GET /api/students')) as { students: { id: string }[] }
  for (const { id } of students) {
    const page = (await hold('GET /api/students/:id', `/api/students/${id}`)) as { lessons: { rows: { id: string }[] } }
    await hold('GET /api/students/:id/export', `/api/students/${id}/export`)
    for (const lesson of page.lessons.rows.slice(0, 2)) await hold('GET /api/lessons/:id', `/api/lessons/${lesson.id}`)
  }
  for (const { id } of (await hold('GET /api/drills')) as { id: string }[])
    await hold('GET /api/drills/:id', `/api/drills/${id}`)
})

test('whatever is refused is refused in one form, by every route', async ({ baseURL }) => {
  const [stranger, teacher] = [await enter(baseURL!, null), await enter(baseURL!, (await account('teacher')).name)]
  const nobodys = '11111111-1111-4111-8111-111111111111'
  for (const route of ROUTE_NAMES.filter(each => each !== 'POST /api/sign-out')) {
    const [method, path] = [methodOf(route), pathOf(route, nobodys)]
    const bodies = method === 'GET' ? [undefined] : ['{', []]
    const answers = [
      await stranger.send(method, path, method === 'GET' ? undefined : {}),
      await teacher.send('DELETE', path),
    ]
    for (const body of bodies) answers.push(await teacher.send(method, path, body))
    // The door of drills names the field in its own form, as the command line does.
    for (const answer of answers.filter(
      each => each.status >= 400 && !(route === 'POST /api/drills/realise' && each.status === 422),
    )) {
      expect([route, answer.status, wrongIn(errorAnswer, answer)]).toEqual([route, answer.status, []])
    }
  }
  for (const path of ['/api/', '/api/nothing', '/api/students/%E0%A4%A', '/api/_auth/session'])
    expect([path, wrongIn(errorAnswer, await teacher.send('GET', path))]).toEqual([path, []])
})
