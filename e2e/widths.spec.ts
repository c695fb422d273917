import { expect, type Page } from '@playwright/test'
import { signIn, test } from './studio'

/** Elements that reach over an edge of the whole page without a scroll box of their own to hold them. */
async function overTheEdge(page: Page) {
  // What follows the new width is drawn with the next frame, or the one after it.
  await page.evaluate(() => new Promise(done => requestAnimationFrame(() => requestAnimationFrame(done))))
  return page.evaluate(() => {
    const { clientWidth } = document.documentElement
    const held = (element: Element): boolean => {
      for (let box = element.parentElement; box; box = box.parentElement) {
        const { overflowX } = getComputedStyle(box)
        if (
          ['auto', 'scroll', 'hidden', 'clip'].includes(overflowX) &&
          box.getBoundingClientRect().right <= clientWidth + 1
        )
          return true
      }
      return false
    }
    return [...document.querySelectorAll('main *, header *, footer *, [role="dialog"] *')]
      .filter(element => {
        const { left, right, width, height } = element.getBoundingClientRect()
        return width > 1 && height > 1 && (right > clientWidth + 1 || left < -1) && !held(element)
      })
      .map(element => `${element.tagName.toLowerCase()} “${element.textContent!.trim().slice(0, 30)}”`)
      .slice(0, 5)
  })
}

const PLACES: readonly (readonly [path: string, ready: RegExp])[] = [
  ['/', /Needs attention/],
  ['/students', /Juno Pellwether/],
  ['/students/board', /Studio board/],
  ['/shelf', /Shelf/],
  ['/grade', /Grades/],
  ['/studio', /Guitars/],
  ['/bench', /Figures/],
]

const WIDTHS = [1600, 1280, 1024, 768, 390, 360] as const

/** A page that has come is looked at in every width: what is narrow turns wide, and wide narrow again. */
async function expectToFit(page: Page, what: string) {
  await page.waitForLoadState('networkidle')
  for (const width of WIDTHS) {
    await page.setViewportSize({ width, height: 844 })
    // The sheet is laid out anew a moment after the width has changed.
    await expect.poll(() => overTheEdge(page), { message: `${what} at ${width} px` }).toEqual([])
  }
}

for (const [path, ready] of PLACES)
  test(`${path} runs over its edge at no width`, async ({ page }) => {
    await signIn(page, 'wren', path)
    await expect(page.getByRole('heading', { name: ready }).first()).toBeVisible()
    await expectToFit(page, path)
  })

test('collections run over their edge at no width', async ({ page }) => {
  await signIn(page, 'wren', '/shelf')
  await page.getByRole('tab', { name: 'Collections' }).click()
  await expect(page.getByRole('button', { name: 'New collection' })).toBeVisible()
  await expectToFit(page, 'collections')
})

test('a student, the hand card and a lesson run over their edge at no width', async ({ page }) => {
  await signIn(page, 'wren', '/students')
  await page.getByRole('link', { name: /Hazel Tarnbrook/ }).click()
  await page
    .getByRole('button', { name: /^Chart and plan of/ })
    .first()
    .click()
  await expectToFit(page, 'student')
  await page.getByRole('tab', { name: 'Hand and progress' }).click()
  await expect(page.getByRole('heading', { name: 'Hand card' })).toBeVisible()
  await expect(page.getByRole('table', { name: 'Pairs of fingers' })).toBeVisible()
  await expectToFit(page, 'hand and progress')
  await page.getByRole('button', { name: 'Change the hand card' }).click()
  await expect(page.getByRole('heading', { name: /^The hands of/ })).toBeVisible()
  await expectToFit(page, 'hand card dialog')
  await page.keyboard.press('Escape')
  await page.getByRole('tab', { name: 'Lessons' }).click()
  await expectToFit(page, 'lessons')
  await page.locator('a[href^="/lesson/"]').first().click()
  // The student's page bears the same heading, and stands until the lesson has come.
  await page.waitForURL(/\/lesson\//)
  await expect(page.getByRole('heading', { name: 'Hand card' })).toHaveCount(0)
  await expect(page.getByRole('heading', { level: 1, name: /Hazel Tarnbrook/ })).toBeVisible()
  await expectToFit(page, 'lesson')
})

test('on a phone every page can be reached from the bar at its foot, with targets a thumb can hit', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await signIn(page)
  for (const [name, ready] of [
    ['Students', 'Students'],
    ['Bench', /^Order/],
    ['Shelf', 'Shelf'],
    ['Studio', 'Studio'],
    ['Today', 'Today'],
  ] as const) {
    const link = page.getByRole('navigation').getByRole('link', { name })
    const box = (await link.boundingBox())!
    // WCAG 2.2, success criterion 2.5.8: targets of at least 24 by 24 CSS pixels; ours are meant for thumbs.
    expect(Math.min(box.width, box.height)).toBeGreaterThanOrEqual(44)
    await link.click()
    await expect(page.getByRole('heading', { name: ready, level: 1 })).toBeVisible()
  }
})

test('turning the device lays the sheet out anew and loses nothing', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await signIn(page, 'wren', '/bench')
  const systems = page.locator('.sheet-system')
  await expect(systems.first()).toBeVisible()
  const upright = await systems.count()
  await page.locator('[data-note="2"]').click()
  await page.setViewportSize({ width: 844, height: 390 })
  await expect.poll(() => systems.count()).toBeLessThan(upright)
  await expect(page.locator('[data-note="2"]')).toHaveAttribute('aria-pressed', 'true')
  await expect(page.locator('.sheet-system .note')).toHaveCount(48)
})
