import { execFileSync } from 'node:child_process'
import { expect, test, type APIRequestContext } from '@playwright/test'
import { PASSWORD } from './studio'

async function signedIn(request: APIRequestContext, name: string) {
  const answer = await request.post('/api/sign-in', { data: { name, password: PASSWORD } })
  expect(answer.status()).toBe(200)
}

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
    const answer = await request.post('/api/drills/realise', {
      data: JSON.stringify(data),
      headers: { 'content-type': 'application/json' },
    })
    return { status: answer.status(), body: (await answer.json()) as unknown }
  }
  const command = (input: unknown) =>
    JSON.parse(
      execFileSync('npm', ['run', '-s', 'drill', '--', '-'], { input: JSON.stringify(input), encoding: 'utf8' }),
    ) as unknown
  const batch = [
    SPEC,
    WRONG,
    { spec: SPEC, hand: { reachMm: 60 } },
    7,
    { ...SPEC, family: 'pair' },
    { version: 1, family: 'warmup', warmup: { steps: [{ name: 'Warm water', seconds: 60 }] } },
  ]
  const answer = await http(batch)
  expect(answer.status).toBe(200)
  expect(answer.body).toEqual(command(batch))
  expect(answer.body).toMatchObject([
    { kind: 'sheet' },
    { error: { path: 'order.fingers', message: 'finger 3 twice' } },
    { kind: 'sheet' },
    { error: { path: '' } },
    { error: { path: expect.any(String) } },
    { kind: 'steps', seconds: 60 },
  ])
  expect(await http(WRONG)).toMatchObject({
    status: 422,
    body: { error: { path: 'order.fingers', message: 'finger 3 twice' } },
  })
  expect((await http(SPEC)).body).toEqual(command(SPEC))
})

test('the command names field and reason on standard error and ends with 2', () => {
  const run = (...args: string[]) => {
    try {
      return {
        stdout: execFileSync(process.execPath, ['.data/programs/drill.js', ...args], {
          encoding: 'utf8',
          stdio: ['ignore', 'pipe', 'pipe'],
        }),
        status: 0,
        stderr: '',
      }
    } catch (error) {
      return error as { stdout: string; stderr: string; status: number }
    }
  }
  const wrong = run(JSON.stringify(WRONG))
  expect([wrong.status, wrong.stdout, wrong.stderr]).toEqual([2, '', 'order.fingers: finger 3 twice\n'])
  expect(run('{"nonsense').status).toBe(2)
  expect(run(JSON.stringify(SPEC), '--as', 'tab').stdout).toContain('E |-5-7-6-8-')
  expect(run(JSON.stringify(SPEC), '--as', 'explain').stdout).toContain(
    '1. string 6, fret 5, finger 1, down. A2, 250 ms',
  )
})
