import { gzipSync } from 'node:zlib'
import { chromium, type Page } from '@playwright/test'
import type { ShelfPage } from '../shared/contracts/drills/answers'

const ARGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
]

function percentile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b)
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!
}

/**
 * Milliseconds from a press on "more" to the end of the frame that shows the change, one per press. The press falls at
 * the beginning of a frame, where a browser delivers input: waiting for the screen's next turn is not counted.
 */
async function changeTimes(page: Page, presses: number): Promise<number[]> {
  return page.evaluate(async count => {
    const buttons = ['more', 'less'].map(way =>
      document.querySelector<HTMLButtonElement>(`button[aria-label="Position: ${way}"]`)!,
    )
    const times: number[] = []
    for (let i = 0; i < count; i++) {
      // Waits for a quiet moment, so that each press is measured by itself.
      await new Promise(resolve => setTimeout(resolve, 40))
      times.push(
        await new Promise<number>(resolve =>
          requestAnimationFrame(() => {
            const began = performance.now()
            buttons[i % 2]!.click()
            // A message posted in a frame callback arrives after that frame was drawn.
            const channel = new MessageChannel()
            channel.port1.onmessage = () => resolve(performance.now() - began)
            channel.port2.postMessage(null)
          }),
        ),
      )
    }
    return times
  }, presses)
}

/** Lays own music of so many notes on the bench, through the clipboard of its sheet, and goes to its end. */
async function writeMusic(page: Page, address: string, count: number) {
  const note = (i: number) => ({ at: i * 2520, dur: 2520, string: 1 + ((i * 7) % 3), fret: 5 + ((i * 5) % 4) })
  await page.goto(
    `${address}/bench?spec=${encodeURIComponent(JSON.stringify({ version: 1, family: 'free', free: { notes: [note(0)] } }))}`,
  )
  const sheet = page.locator('.writing-sheet')
  await sheet.waitFor()
  const clip = { notes: Array.from({ length: count }, (_, i) => note(i)), ticks: count * 2520 }
  await sheet.evaluate((element, text) => {
    const clipboardData = new DataTransfer()
    clipboardData.setData('application/x-fidactyl-notes', text)
    element.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true }))
  }, JSON.stringify(clip))
  await page.waitForTimeout(4000)
  await sheet.focus()
  await page.keyboard.press('End')
}

/**
 * Milliseconds from a figure typed on a sheet to the end of the frame that shows it, one per key; as above at the
 * beginning of a frame. After each the cursor goes on.
 */
async function typingTimes(page: Page, keys: number): Promise<number[]> {
  return page.evaluate(async count => {
    const sheet = document.querySelector('.writing-sheet')!
    const press = (key: string, code: string) =>
      sheet.dispatchEvent(new KeyboardEvent('keydown', { key, code, bubbles: true, cancelable: true }))
    const times: number[] = []
    for (let i = 0; i < count; i++) {
      await new Promise(resolve => setTimeout(resolve, 120))
      times.push(
        await new Promise<number>(resolve =>
          requestAnimationFrame(() => {
            const began = performance.now()
            press(String(5 + (i % 4)), `Digit${5 + (i % 4)}`)
            const channel = new MessageChannel()
            channel.port1.onmessage = () => resolve(performance.now() - began)
            channel.port2.postMessage(null)
          }),
        ),
      )
      press('ArrowRight', 'ArrowRight')
    }
    return times
  }, keys)
}

/**
 * Milliseconds from asking the worker about 64 notes, every finger free, to its answer: score, reasons, other ways and
 * all.
 */
async function verdictTimes(page: Page, address: string) {
  await page.goto(
    `${address}/bench?spec=${encodeURIComponent(JSON.stringify({ version: 1, family: 'order', times: 4, fingering: { rule: 'best' }, strings: { to: 3, travel: 'there' }, order: { fingers: [1, 3, 2, 4] } }))}`,
  )
  await page.locator('.sheet-system').first().waitFor()
  for (let i = 0; i < 40; i++) {
    await page
      .locator('button[aria-label="Position: more"], button[aria-label="Position: less"]')
      .nth(i % 2)
      .click()
    await page.waitForTimeout(250)
  }
  const times = await page.evaluate(() => performance.getEntriesByName('verdict').map(entry => entry.duration))
  // The first ones warm the worker up.
  return { p50: percentile(times.slice(10), 0.5), p95: percentile(times.slice(10), 0.95) }
}

/** Scripts a page loads, in bytes as they are sent, gzipped; add up what came until it is asked. */
function scriptsOf(page: Page): () => number {
  const scripts = new Map<string, number>()
  page.on('response', response => {
    if (response.request().resourceType() !== 'script') return
    void response.body().then(
      body => scripts.set(response.url(), gzipSync(body).length),
      () => {},
    )
  })
  return () => [...scripts.values()].reduce((sum, bytes) => sum + bytes, 0)
}

/** How much slower the processor is made, as a teacher's old tablet may be. */
const SLOWED = 4

/** A page opened anew on a slowed processor: its JavaScript, and the time until its sheet is there. */
async function pageFigures(page: Page, url: string) {
  const fresh = await page.context().newPage()
  const scripts = scriptsOf(fresh)
  const session = await fresh.context().newCDPSession(fresh)
  await session.send('Network.enable')
  await session.send('Network.setCacheDisabled', { cacheDisabled: true })
  await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWED })
  const times: number[] = []
  for (let i = 0; i < 5; i++) {
    const began = performance.now()
    await fresh.goto(url, { waitUntil: 'commit' })
    await fresh.locator('.sheet-system .note').first().waitFor()
    times.push(performance.now() - began)
  }
  await fresh.close()
  return { bytes: scripts(), usableMs: percentile(times, 0.5) }
}

/** Drills on the shelf that is measured. */
const SHELVED = 5000

/** Milliseconds from a press in the page to the end of the frame that shows what came of it. */
async function pressTime(page: Page, selector: string, nth: number): Promise<number> {
  return page.evaluate(
    ([of, at]) =>
      new Promise<number>(resolve =>
        requestAnimationFrame(() => {
          const began = performance.now()
          document.querySelectorAll<HTMLElement>(of)[at]!.click()
          const channel = new MessageChannel()
          // Two frames: the list is drawn in the one after the change.
          channel.port1.onmessage = () => resolve(performance.now() - began)
          requestAnimationFrame(() => channel.port2.postMessage(null))
        }),
      ),
    [selector, nth] as const,
  )
}

/**
 * The Shelf with five thousand drills (the ladder's, several times over): from the arrival of the answer to the first
 * picture of it, and from a press on a cell of the matrix to the end of the frame that shows it.
 */
async function shelfFigures(page: Page, address: string) {
  await page.route('**/api/shelf', async route => {
    const response = await route.fetch()
    const answer = (await response.json()) as ShelfPage
    const rungs = Array.from({ length: SHELVED }, (_, i) => {
      const rung = answer.rungs[i % answer.rungs.length]!
      return { ...rung, key: `${i.toString(16).padStart(8, '0')}${rung.key.slice(8)}`, after: [] }
    })
    await route.fulfill({ json: { ...answer, drills: [], rungs } })
  })
  // Notes when the matrix has been drawn: the end of the first frame it stands in.
  await page.addInitScript(() => {
    const observer = new MutationObserver(() => {
      if (!document.querySelector('table.matrix')) return
      observer.disconnect()
      requestAnimationFrame(() => {
        const channel = new MessageChannel()
        channel.port1.onmessage = () => performance.mark('shelf drawn')
        channel.port2.postMessage(null)
      })
    })
    observer.observe(document, { childList: true, subtree: true })
  })
  const paints: number[] = []
  for (let i = 0; i < 7; i++) {
    await page.goto(`${address}/shelf`)
    await page.waitForFunction(() => performance.getEntriesByName('shelf drawn').length > 0)
    paints.push(
      await page.evaluate(() => {
        const asked = performance.getEntriesByType('resource').filter(entry => entry.name.endsWith('/api/shelf'))
        const drawn = performance.getEntriesByName('shelf drawn')[0]!.startTime
        return drawn - (asked[0] as PerformanceResourceTiming).responseEnd
      }),
    )
  }
  const filters: number[] = []
  for (let i = 0; i < 40; i++) {
    filters.push(await pressTime(page, '.matrix button.cell', (i * 7) % 60))
    await page.waitForTimeout(40)
  }
  await page.unroute('**/api/shelf')
  return { paintMs: percentile(paints, 0.5), filterMs: percentile(filters, 0.95) }
}

/** What the browser takes: frames after a change of the drill, the JavaScript of pages, and when they can be used. */
export async function browserFigures(address: string, password: string) {
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium-headless-shell',
    args: ARGS,
  })
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
  const page = await context.newPage()
  const scripts = scriptsOf(page)
  await page.goto(`${address}/`)
  await page.getByLabel('Name').waitFor()
  await page.waitForLoadState('networkidle')
  const firstPageBytes = scripts()
  await page.getByLabel('Name').fill('wren')
  await page.getByLabel('Password').fill(password)
  await page.getByRole('button', { name: 'Sign in' }).click()
  await page.getByRole('heading', { name: 'Today' }).waitFor()
  const frames: { notes: number; p50: number; p95: number }[] = []
  for (const [notes, spec] of [
    [48, {}],
    [256, { times: 8, strings: { from: 6, to: 3 } }],
  ] as const) {
    await page.goto(
      `${address}/bench?spec=${encodeURIComponent(JSON.stringify({ version: 1, family: 'order', order: { fingers: [1, 2, 3, 4] }, ...spec }))}`,
    )
    await page.locator('.sheet-system').first().waitFor()
    await changeTimes(page, 20)
    const times = await changeTimes(page, 120)
    frames.push({ notes, p50: percentile(times, 0.5), p95: percentile(times, 0.95) })
  }
  const typing: { notes: number; p50: number; p95: number }[] = []
  for (const notes of [64, 1024]) {
    await writeMusic(page, address, notes)
    const times = await typingTimes(page, 60)
    typing.push({ notes, p50: percentile(times, 0.5), p95: percentile(times, 0.95) })
  }
  const worker = await verdictTimes(page, address)
  await page.goto(`${address}/students`)
  await page.getByRole('link', { name: /Bram/ }).first().click()
  await page.getByRole('button', { name: 'Start a lesson now' }).click()
  await page.waitForURL(/lesson/)
  const pages = { bench: await pageFigures(page, `${address}/bench`), lesson: await pageFigures(page, page.url()) }
  const shelf = await shelfFigures(page, address)
  await browser.close()
  return { firstPageBytes, frames, typing, worker, pages, shelf }
}
