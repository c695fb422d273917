import { spawn, type ChildProcess } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { test as base, expect, type Download, type Locator, type Page } from '@playwright/test'
import { SIGNED_IN_MARK } from '../app/base/sign-in-path'
import { enter, type Visitor } from './visitor'
import { ADDRESS } from './worker'

/**
 * The test of these journeys: a page that fails on any error or warning in the console, and on any request that
 * leaves loopback.
 */
export const test = base.extend<{ expectTrouble: { allow: RegExp[] } }>({
  // eslint-disable-next-line no-empty-pattern -- Playwright reads the fixtures a fixture needs from this pattern
  expectTrouble: async ({}, use) => use({ allow: [] }),
  page: async ({ page, expectTrouble }, use) => {
    const trouble: string[] = []
    page.on('console', message => {
      if (['error', 'warning'].includes(message.type())) trouble.push(`${message.type()}: ${message.text()}`)
    })
    page.on('pageerror', error => trouble.push(error.message))
    page.on('request', request => {
      const { hostname, protocol } = new URL(request.url())
      if (/^https?:$/.test(protocol) && hostname !== '127.0.0.1') trouble.push(`request to ${hostname}`)
    })
    await use(page)
    expect(trouble.filter(text => !expectTrouble.allow.some(allowed => allowed.test(text)))).toEqual([])
  },
})

export const PASSWORD = process.env.DEMO_PASSWORD ?? ''

const sessions = new Map<string, Visitor>()

/** Somebody of the demo's studio, signed in once for all journeys of this worker. */
async function known(name: string): Promise<Visitor> {
  const before = sessions.get(name)
  // A journey may have ended every session of the account.
  if (before && (await before.send('GET', '/api/me')).status === 200) return before
  const visitor = await enter(ADDRESS, name, PASSWORD)
  sessions.set(name, visitor)
  return visitor
}

/** Gives the page the session of somebody who signed in already. */
export async function comeAs(page: Page, visitor: Visitor) {
  await page.context().addCookies(visitor.cookies().map(cookie => ({ ...cookie, url: ADDRESS, httpOnly: true })))
  // The app asks who is signed in where it remembers that somebody was; once, for a journey may sign out.
  await page.context().addInitScript(mark => {
    if (localStorage.getItem('came-as')) return
    localStorage.setItem('came-as', 'true')
    localStorage.setItem(mark, 'true')
  }, SIGNED_IN_MARK)
}

/**
 * Opens a page as somebody of the demo's studio who is signed in; how one signs in is a journey of its own.
 * @param at Where to begin; null opens no page yet.
 */
export async function signIn(page: Page, name = 'wren', at: string | null = '/') {
  await comeAs(page, await known(name))
  if (at !== null) await page.goto(at)
  if (at === '/') await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible()
}

/** What was downloaded. */
export const bytesOf = async (download: Download) => readFileSync(await download.path())

/** Opens a folded part of the Bench's parameters. */
export async function unfold(page: Page, label: string) {
  const fold = page.getByRole('complementary', { name: 'Parameters' }).getByRole('button', { name: label })
  if ((await fold.getAttribute('aria-expanded')) === 'false') await fold.click()
}

/**
 * Drags a row of a list down to another's place by its handle. While a row slides to its place no other takes it: a
 * hand holds on until it has.
 */
export async function dragRowDown(list: Locator, from: number, to: number) {
  const { mouse } = list.page()
  const grips = list.locator('[data-handle]')
  await grips.nth(to).scrollIntoViewIfNeeded()
  const [start, end] = [(await grips.nth(from).boundingBox())!, (await grips.nth(to).boundingBox())!]
  await mouse.move(start.x + 12, start.y + 12)
  await mouse.down()
  for (const share of [0.3, 0.6, 0.9])
    await mouse.move(end.x + 12, start.y + 12 + (end.y - start.y + 10) * share, { steps: 4 })
  await expect(async () => {
    for (const y of [20, 22]) await mouse.move(end.x + 12, end.y + y)
    const at = await list.evaluate(({ children }) =>
      [...children].findIndex(row => row.classList.contains('sortable-chosen')),
    )
    expect(at).toBe(to)
  }).toPass()
  await mouse.up()
}

/** Opens a listbox by its label, which stands before what is chosen, and chooses. */
export async function choose(page: Page, label: string | RegExp, option: string | RegExp) {
  await page.getByRole('button', { name: typeof label === 'string' ? new RegExp(`^${label} `) : label }).click()
  await page.getByRole('option', { name: option }).click()
}

/** A server of a test's own, which it may end by force and start again on the same database. */
export class OwnServer {
  private child: ChildProcess | null = null
  readonly address: string
  constructor(private readonly port: number) {
    this.address = `http://127.0.0.1:${port}`
  }

  async start() {
    this.child = spawn('node', ['.output/server/index.mjs'], {
      env: { ...process.env, NITRO_HOST: '127.0.0.1', NITRO_PORT: String(this.port), NODE_ENV: 'production' },
      stdio: 'ignore',
    })
    for (let tries = 0; tries < 600; tries++) {
      if (
        await fetch(`${this.address}/api/health`).then(
          answer => answer.ok,
          () => false,
        )
      )
        return
      await new Promise(resolve => setTimeout(resolve, 100))
    }
    throw new Error('the server did not come up')
  }

  async end(signal: NodeJS.Signals = 'SIGKILL') {
    const { child } = this
    if (!child) return
    const gone = new Promise(resolve => child.once('exit', resolve))
    child.kill(signal)
    await gone
    this.child = null
  }
}
