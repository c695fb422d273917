import { expect, type Page } from '@playwright/test'
import type { LessonDetail } from '../shared/contracts/lessons/answers'
import { openOwn } from './own'
import { test } from './studio'

// One whole lesson, from Today to the summary, as a teacher runs it with a guitar on the knee.

const decision = (page: Page) => page.getByRole('region', { name: 'Decision' })
/** Paper is caught: what a print would show is looked at instead. */
const catchPrint = (page: Page) =>
  page.addInitScript(() => {
    ;(window as unknown as { printed: number }).printed = 0
    window.print = () => {
      ;(window as unknown as { printed: number }).printed++
    }
  })
const printed = (page: Page) => page.evaluate(() => (window as unknown as { printed: number }).printed)
/** Presses Tab until something of a name has the focus. */
async function tabTo(page: Page, name: RegExp, most = 60): Promise<void> {
  for (let i = 0; i < most; i++) {
    await page.keyboard.press('Tab')
    const at = await page.evaluate(() => {
      const element = document.activeElement as HTMLElement | null
      return element?.getAttribute('aria-label') ?? element?.innerText ?? ''
    })
    if (name.test(at)) return
  }
  throw new Error(`nothing called ${name} can be reached by the Tab key`)
}

test('a whole lesson by keyboard alone: home, agenda, passes, fault, rating, decision, note, homework, end', async ({
  page,
  baseURL,
}) => {
  await catchPrint(page)
  const { teacher, own } = await openOwn(page, baseURL!)
  await page.goto('/', { waitUntil: 'networkidle' })
  // The lesson that runs is gone on with by one key.
  await page.keyboard.press('l')
  await expect(decision(page)).toBeVisible()

  await page.keyboard.press('h')
  const home = page.getByRole('dialog', { name: /practised$/ })
  await expect(home).toContainText('As the student reports it')
  await tabTo(page, /^every day$/)
  await page.keyboard.press('Enter')
  await tabTo(page, /^Record$/)
  await page.keyboard.press('Enter')
  await expect(home).toHaveCount(0)

  await page.keyboard.press('a')
  const agenda = page.getByRole('dialog', { name: 'Arrange the lesson' })
  await expect(agenda).toContainText('Suggested order')
  await tabTo(page, /^Save$/)
  await page.keyboard.press('Enter')
  await expect(agenda).toHaveCount(0)

  for (const key of ['j', 'j', 'k', 'u', 'j', '4']) await page.keyboard.press(key)
  await expect(decision(page)).toContainText('Raise to 64?')
  await page.keyboard.press('o')
  await expect(decision(page)).toContainText('in a row at 64')

  await page.keyboard.press('f')
  await page.keyboard.type('rush')
  await page.keyboard.press('Enter')
  await page.keyboard.press('n')
  await page.keyboard.type('Slower, with the foot.')
  await tabTo(page, /^Save/)
  await page.keyboard.press('Enter')

  await page.keyboard.press('p')
  await expect(page.getByRole('dialog', { name: /^Homework for/ })).toContainText('Suggested by need')
  await tabTo(page, /^Assign and print$/)
  await page.keyboard.press('Enter')
  await expect.poll(() => printed(page)).toBe(1)
  await page.evaluate(() => window.dispatchEvent(new Event('afterprint')))

  await page.keyboard.press('e')
  await page.keyboard.press('Enter')
  const summary = page.getByRole('article')
  for (const text of [
    'raised from 60 to 64',
    '3 of 3 passes clean',
    'sounded 4 of 5',
    'Rushing.',
    'Slower, with the foot.',
    '20 min a day',
  ])
    await expect(summary).toContainText(text)

  const kept = async () => (await teacher.send('GET', `/api/lessons/${own.lessons}`)).body as LessonDetail
  await expect.poll(async () => (await kept()).endedAt).not.toBeNull()
  expect((await kept()).homework).toMatchObject([
    { given: { minutesADay: 20, drills: [{ drillName: 'Mine', bpm: 64 }] } },
  ])
})

test('a whole lesson by touch on a tablet', async ({ browser, baseURL }) => {
  const context = await browser.newContext({
    viewport: { width: 1080, height: 810 },
    hasTouch: true,
    locale: 'en-GB',
    baseURL,
  })
  const page = await context.newPage()
  await catchPrint(page)
  const { teacher, own } = await openOwn(page, baseURL!)
  const tap = async (name: string | RegExp, exact = false) => {
    const button = page.getByRole('button', { name, exact }).first()
    // A finger needs room: nothing that is tapped in a lesson is smaller than the guidelines' target.
    const box = (await button.boundingBox())!
    expect([name, Math.min(box.width, box.height) >= 24]).toEqual([name, true])
    await button.tap()
  }
  await page.goto('/')
  await tap(/^Continue: lesson of/)
  await expect(decision(page)).toBeVisible()
  for (let i = 0; i < 3; i++) await tap(/^Clean/)
  await tap(/^Raise/)
  await expect(decision(page)).toContainText('in a row at 64')
  await tap(/^Fault/)
  await page.getByRole('dialog').getByRole('button', { name: 'tension' }).tap()
  await tap('5 of 5')
  await tap(/^Homework/)
  await page.getByRole('dialog').getByText('a page for each').tap()
  await tap('Assign and print')
  await expect.poll(() => printed(page)).toBe(1)
  await page.evaluate(() => window.dispatchEvent(new Event('afterprint')))
  await tap(/^End lesson/)
  await page.getByRole('dialog').getByRole('button', { name: /^End/ }).tap()
  const summary = page.getByRole('article')
  for (const text of ['raised from 60 to 64', 'Tension.', 'sounded 5 of 5', '20 min a day'])
    await expect(summary).toContainText(text)
  const kept = async () => (await teacher.send('GET', `/api/lessons/${own.lessons}`)).body as LessonDetail
  await expect.poll(async () => (await kept()).endedAt).not.toBeNull()
  await context.close()
})
