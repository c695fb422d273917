import { randomUUID } from 'node:crypto'
import { readdirSync } from 'node:fs'
import { execFileSync } from 'node:child_process'
import { join } from 'node:path'
import { expect, test, type APIRequestContext } from '@playwright/test'
import { openDatabase } from '../server/db/client'
import { studios, users } from '../server/db/tables'
import { hashPassword } from '../server/services/password'
import { PASSWORD } from './studio'

/** Every route of the API, read from the folder that defines them. */
function routes() {
  const folder = join(process.cwd(), 'server/api')
  return readdirSync(folder, { recursive: true, withFileTypes: true }).filter(entry => entry.isFile()).map((entry) => {
    const file = join(entry.parentPath, entry.name).slice(folder.length + 1)
    const [, path, method] = /^(.*?)\.(get|post|put)\.ts$/.exec(file)!
    return { method: method!.toUpperCase(), path: `/api/${path!.replace(/\/?index$/, '')}`.replace(/\/$/, '') }
  })
}

const OPEN = ['/api/sign-in', '/api/health']
const SOMEONE_ELSES = '11111111-1111-4111-8111-111111111111'
const address = (path: string, id: string) => path.replace('[id]', id)

async function signedIn(request: APIRequestContext, name: string) {
  const answer = await request.post('/api/sign-in', { data: { name, password: PASSWORD } })
  expect(answer.status()).toBe(200)
}

test('there are routes to walk', () => {
  expect(routes().length).toBeGreaterThan(20)
})

for (const { method, path } of routes().filter(route => !OPEN.includes(route.path))) {
  test(`${method} ${path} refuses a stranger`, async ({ request }) => {
    const answer = await request.fetch(address(path, SOMEONE_ELSES), { method, data: method === 'GET' ? undefined : {} })
    expect(answer.status()).toBe(401)
    expect(await answer.json()).toMatchObject({ code: 'signed-out' })
  })
}

test('the session route of the library refuses a stranger too', async ({ request }) => {
  expect((await request.get('/api/_auth/session')).status()).toBe(401)
})

test('a teacher gets 404 for every row of another teacher, whatever the route', async ({ request, playwright, baseURL }) => {
  await signedIn(request, 'wren')
  const other = await playwright.request.newContext({ baseURL })
  await signedIn(other, 'ivo')
  const students = await (await request.get('/api/students')).json() as { id: string }[]
  const page = await (await request.get(`/api/students/${students[0]!.id}`)).json() as { assignments: { id: string, drillId: string }[], lessons: { id: string }[] }
  const guitars = await (await request.get('/api/instruments')).json() as { id: string }[]
  const own = { students: students[0]!.id, drills: page.assignments[0]!.drillId, assignments: page.assignments[0]!.id, lessons: page.lessons[0]!.id, instruments: guitars[0]!.id }
  const id = '22222222-2222-4222-8222-222222222222'
  const bodies: Record<string, object> = {
    'POST /api/assignments/[id]/end': { id, ended: true },
    'PUT /api/assignments/[id]/pins': { id, pins: {} },
    'POST /api/instruments/[id]/archive': { id, archived: true },
    'PUT /api/instruments/[id]': { id, name: 'Mine', choice: {} },
    'POST /api/drills/[id]/archive': { id, archived: true },
    'POST /api/drills/[id]/duplicate': { id, name: 'Mine' },
    'PUT /api/drills/[id]/name': { id, name: 'Mine' },
    'POST /api/drills/[id]/versions': { id, spec: { version: 1, family: 'order', order: { fingers: [1] } } },
    'POST /api/lessons/[id]/events': { event: { id, at: '2026-01-05T16:00:00Z', kind: 'end' }, deviceOffsetMs: 0 },
    'POST /api/students/[id]/archive': { id, archived: true },
    'PUT /api/students/[id]': { id, name: 'Mine', birthYear: null, instrument: {}, hand: {}, about: '' },
    'POST /api/students/[id]/slot/end': { id },
    'PUT /api/students/[id]/slot': { id, weekday: 1, wallTime: '16:00', minutes: 30, everyWeeks: 1 },
  }
  let walked = 0
  for (const { method, path } of routes().filter(route => route.path.includes('[id]'))) {
    const kind = path.split('/')[2] as keyof typeof own
    const body = bodies[`${method} ${path}`]
    expect([method, path, method === 'GET' || body !== undefined]).toEqual([method, path, true])
    for (const target of [own[kind], SOMEONE_ELSES, 'not-an-id']) {
      const answer = await other.fetch(address(path, target), { method, data: body })
      expect([method, path, answer.status()]).toEqual([method, path, 404])
      walked++
    }
  }
  for (const [path, body] of [['/api/lessons', { id, studentId: own.students, slot: null }], ['/api/assignments', { id, studentId: own.students, drillVersionId: id, stage: 'x', plan: { school: 'clean-passes', startBpm: 60, targetBpm: 80 }, targetOn: null }]] as const) {
    expect((await other.post(path, { data: body })).status()).toBe(404)
    walked++
  }
  expect(walked).toBeGreaterThan(25)
  await other.dispose()
})

test('a student\'s account opens nothing of the teacher\'s side', async ({ request }) => {
  const { db, close } = openDatabase(process.env.DATABASE_URL!)
  const [studio] = await db.select().from(studios)
  const signInName = `student-${randomUUID()}`
  await db.insert(users).values({ id: randomUUID(), studioId: studio!.id, role: 'student', signInName, displayName: 'A student', passwordHash: await hashPassword(PASSWORD), createdAt: new Date() })
  await close()
  await signedIn(request, signInName)
  let walked = 0
  for (const { method, path } of routes().filter(route => ![...OPEN, '/api/me', '/api/sign-out'].includes(route.path))) {
    const answer = await request.fetch(address(path, SOMEONE_ELSES), { method, data: method === 'GET' ? undefined : {} })
    expect([method, path, answer.status()]).toEqual([method, path, 403])
    walked++
  }
  expect(walked).toBeGreaterThan(15)
})

test('a wrong name and a wrong password are answered alike, and guessing is limited', async ({ request }) => {
  const attempt = (name: string, password: string) => request.post('/api/sign-in', { data: { name, password } })
  const wrongPassword = await attempt('ivo', 'wrong')
  const wrongName = await attempt('nobody-here', 'wrong')
  expect([wrongName.status(), await wrongName.json()]).toEqual([wrongPassword.status(), await wrongPassword.json()])
  const statuses = []
  for (let i = 0; i < 9; i++) statuses.push((await attempt('guessed', 'wrong')).status())
  expect(statuses).toEqual([...Array.from({ length: 8 }, () => 401), 429])
})

test('the session cookie cannot be read by scripts', async ({ request }) => {
  const answer = await request.post('/api/sign-in', { data: { name: 'wren', password: PASSWORD } })
  expect(answer.headers()['set-cookie']).toMatch(/fidactyl=.*HttpOnly; SameSite=Lax/)
})

const SPEC = { version: 1, family: 'order', order: { fingers: [1, 3, 2, 4] } }
const WRONG = { ...SPEC, order: { fingers: [1, 3, 3, 4] } }

test('both doors give the same answers', async ({ request }) => {
  await signedIn(request, 'wren')
  const http = async (data: unknown) => {
    const answer = await request.post('/api/drills/realise', { data: JSON.stringify(data), headers: { 'content-type': 'application/json' } })
    return { status: answer.status(), body: await answer.json() as unknown }
  }
  const command = (input: unknown) => JSON.parse(execFileSync('npm', ['run', '-s', 'drill', '--', '-'], { input: JSON.stringify(input), encoding: 'utf8' })) as unknown
  const batch = [SPEC, WRONG, { spec: SPEC, hand: { reachMm: 60 } }, 7, { ...SPEC, family: 'pair' }, { version: 1, family: 'warmup', warmup: { steps: [{ name: 'Warm water', seconds: 60 }] } }]
  const answer = await http(batch)
  expect(answer.status).toBe(200)
  expect(answer.body).toEqual(command(batch))
  expect(answer.body).toMatchObject([{ kind: 'sheet' }, { error: { path: 'order.fingers', message: 'finger 3 twice' } }, { kind: 'sheet' }, { error: { path: '' } }, { error: { path: expect.any(String) } }, { kind: 'steps', seconds: 60 }])
  expect(await http(WRONG)).toMatchObject({ status: 422, body: { error: { path: 'order.fingers', message: 'finger 3 twice' } } })
  expect((await http(SPEC)).body).toEqual(command(SPEC))
})

test('the command names field and reason on standard error and ends with 2', () => {
  const run = (...args: string[]) => {
    try {
      return { stdout: execFileSync('npm', ['run', '-s', 'drill', '--', ...args], { encoding: 'utf8', stdio: ['ignore', 'pipe', 'pipe'] }), status: 0, stderr: '' }
    }
    catch (error) {
      return error as { stdout: string, stderr: string, status: number }
    }
  }
  const wrong = run(JSON.stringify(WRONG))
  expect([wrong.status, wrong.stdout, wrong.stderr]).toEqual([2, '', 'order.fingers: finger 3 twice\n'])
  expect(run('{"nonsense').status).toBe(2)
  expect(run(JSON.stringify(SPEC), '--as', 'tab').stdout).toContain('E |-5---7---6---8--')
  expect(run(JSON.stringify(SPEC), '--as', 'explain').stdout).toContain('1. string 6, fret 5, finger 1, down. A2, 250 ms')
})
