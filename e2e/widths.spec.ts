import { expect, type Page } from '@playwright/test'
import { signIn, test } from './studio'

/** Elements that reach over an edge of the whole page without a scroll box of their own to hold them. */
async function overTheEdge(page: Page) {
  await page.waitForLoadState('networkidle')
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
  ['/', /Needs you/],
  ['/students', /Juno Pellwether/],
  ['/students/board', /Studio board/],
  ['/shelf', /Shelf/],
  ['/grade', /Grades/],
  ['/studio', /Guitars/],
  ['/bench', /Figures/],
]

for (const width of [360, 390, 768, 1024, 1280, 1600]) {
  test(`no page runs over its edge at ${width} px`, async ({ page }) => {
    await page.setViewportSize({ width, height: 844 })
    await signIn(page)
    for (const [path, ready] of PLACES) {
      await page.goto(path)
      await expect(page.getByRole('heading', { name: ready }).first()).toBeVisible()
      expect([path, await overTheEdge(page)]).toEqual([path, []])
    }
    await page.goto('/shelf')
    await page.getByRole('tab', { name: 'Collections' }).click()
    await expect(page.getByRole('button', { name: 'Begin a collection' })).toBeVisible()
    expect(['collections', await overTheEdge(page)]).toEqual(['collections', []])
    await page.goto('/students')
    await page.getByRole('link', { name: /Hazel Tarnbrook/ }).click()
    await expect(page.getByRole('heading', { name: 'Hand card' })).toBeVisible()
    await expect(page.getByRole('table', { name: 'Pairs of fingers' })).toBeVisible()
    expect(['student', await overTheEdge(page)]).toEqual(['student', []])
    await page.locator('a[href^="/lesson/"]').first().click()
    // The student's page bears the same heading, and stands until the lesson has come.
    await page.waitForURL(/\/lesson\//)
    await expect(page.getByRole('heading', { name: 'Hand card' })).toHaveCount(0)
    await expect(page.getByRole('heading', { level: 1, name: /Hazel Tarnbrook/ })).toBeVisible()
    expect(['lesson', await overTheEdge(page)]).toEqual(['lesson', []])
    await page.goBack()
    await page.waitForURL(/\/students\//)
    await page.getByRole('button', { name: 'Change the hand card' }).click()
    await expect(page.getByRole('heading', { name: /^The hands of/ })).toBeVisible()
    expect(['hand card dialog', await overTheEdge(page)]).toEqual(['hand card dialog', []])
  })
}

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
  await signIn(page)
  await page.goto('/bench')
  const systems = page.locator('.sheet-system')
  await expect(systems.first()).toBeVisible()
  const upright = await systems.count()
  await page.locator('[data-note="2"]').click()
  await page.setViewportSize({ width: 844, height: 390 })
  await expect.poll(() => systems.count()).toBeLessThan(upright)
  await expect(page.locator('[data-note="2"]')).toHaveAttribute('aria-pressed', 'true')
  await expect(page.locator('.sheet-system .note')).toHaveCount(48)
})
