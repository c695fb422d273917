import { expect, type Page } from '@playwright/test'
import { seriousIn } from './accessible'
import { signIn, test, unfold } from './studio'

/** Nothing serious may be wrong with a page, in the light or in the dark, where only the contrast differs. */
async function expectAccessible(page: Page, what: string) {
  expect([what, await seriousIn(page)]).toEqual([what, []])
  await page.emulateMedia({ colorScheme: 'dark' })
  await expect(page.locator('html')).toHaveClass(/dark/)
  expect([`${what}, dark`, await seriousIn(page, { rule: 'color-contrast' })]).toEqual([`${what}, dark`, []])
  await page.emulateMedia({ colorScheme: 'light' })
  await expect(page.locator('html')).toHaveClass(/light/)
}

test.describe('axe finds nothing serious, light or dark', () => {
  test('signing in', async ({ page }) => {
    await page.goto('/sign-in')
    await expect(page.getByRole('heading', { name: 'Sign in to your studio' })).toBeVisible()
    await expectAccessible(page, 'sign-in')
  })

  for (const [path, ready] of [
    ['/', 'Needs attention'],
    ['/students', 'Juno Pellwether'],
    ['/students/board', 'Studio board'],
    ['/shelf', 'Shelf'],
    ['/bench', 'Figures'],
    ['/studio', 'Guitars'],
    ['/grade', 'Ten drills you know'],
  ] as const)
    test(path, async ({ page }) => {
      await signIn(page, 'wren', path)
      await expect(page.getByRole('heading', { name: ready }).first()).toBeVisible()
      await expectAccessible(page, path)
    })

  for (const [family, block] of [
    ['pattern', { chords: [{ frets: 'x32010' }], tokens: 'p:R i:3 m:2 a:1' }],
    ['shape', { chord: 'Em', strings: [5, 4, 3, 2, 1], formula: [2, 1, 1, 1, 2] }],
    ['warmup', { steps: [{ name: 'Warm water', seconds: 60 }] }],
  ] as const)
    test(`bench with ${family}`, async ({ page }) => {
      const spec = encodeURIComponent(JSON.stringify({ version: 1, family, [family]: block }))
      await signIn(page, 'wren', `/bench?spec=${spec}`)
      await expect(page.getByRole('button', { name: /^Family/ })).toBeVisible()
      await expectAccessible(page, `bench with ${family}`)
    })

  test('the bench unfolded, with a note picked, and its dialog', async ({ page }) => {
    await signIn(page, 'wren', '/bench')
    for (const fold of ['Fingering', 'Travel', 'Meter and repeats', 'Sound', 'Guitar', 'Vary']) await unfold(page, fold)
    await expectAccessible(page, 'bench with everything unfolded')
    await page.locator('[data-note="3"]').click()
    await expect(page.getByRole('radiogroup', { name: 'Finger', exact: true })).toBeVisible()
    await expectAccessible(page, 'bench with a note picked')
    await page.getByRole('button', { name: 'Assign to a student' }).click()
    await expect(page.getByRole('heading', { name: 'Assign to a student' })).toBeVisible()
    await expectAccessible(page, 'set dialog')
  })

  test('a student, the hand card, a lesson and its summary', async ({ page }) => {
    await signIn(page, 'wren', '/students')
    await page.getByRole('link', { name: /Juno Pellwether/ }).click()
    await expect(page.getByRole('heading', { name: 'Drills' })).toBeVisible()
    await expectAccessible(page, 'student')
    await page.getByRole('tab', { name: 'Hand and progress' }).click()
    await expect(page.getByRole('heading', { name: 'Hand card' })).toBeVisible()
    await expectAccessible(page, 'hand and progress')
    await page.getByRole('button', { name: 'Change the hand card' }).click()
    await expect(page.getByRole('heading', { name: /^The hands of/ })).toBeVisible()
    await expectAccessible(page, 'hand card dialog')
    await page.keyboard.press('Escape')
    await page.getByRole('button', { name: 'Start a lesson now' }).click()
    await expect(page.getByRole('button', { name: /^Clean/ })).toBeVisible()
    await page.keyboard.press('j')
    await expect(page.getByText('all saved')).toBeVisible()
    await expectAccessible(page, 'lesson')
    await page.getByRole('button', { name: 'End lesson' }).click()
    await page.getByRole('dialog').getByRole('button', { name: 'End lesson' }).click()
    await expect(page.getByRole('button', { name: 'Back to today' })).toBeVisible()
    await expectAccessible(page, 'summary')
  })
})

test('on a phone the lesson fits, with clean and slip in reach', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await signIn(page, 'wren', '/students')
  await page.getByRole('link', { name: /Bram Ollerthwaite/ }).click()
  await page.getByRole('button', { name: 'Start a lesson now' }).click()
  const clean = page.getByRole('button', { name: /^Clean/ })
  await expect(clean).toBeInViewport()
  await expect(page.getByRole('button', { name: /^Slip/ })).toBeInViewport()
  expect((await clean.boundingBox())!.height).toBeGreaterThanOrEqual(56)
  const over = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)
  expect(over).toBeLessThanOrEqual(0)
})

test('a page that does not exist says so and leads back', async ({ page, expectTrouble }) => {
  expectTrouble.allow.push(/404|[Nn]o match found|Page not found/)
  await signIn(page, 'wren', '/nowhere')
  await expect(page.getByRole('heading', { name: 'Page not found' })).toBeVisible()
  await page.getByRole('button', { name: 'Go to today' }).click()
  await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible()
})
