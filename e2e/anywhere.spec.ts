import AxeBuilder from '@axe-core/playwright'
import { expect } from '@playwright/test'
import { signIn, test } from './studio'

test.beforeEach(({ page }) => signIn(page))

test('a few letters lead to any place, student, drill or key of the place', async ({ page }) => {
  const go = async (letters: string) => {
    await page.keyboard.press('Control+k')
    await expect(page.getByRole('combobox', { name: 'Go to' })).toBeFocused()
    await page.keyboard.type(letters)
    await expect(page.getByRole('option').first()).toContainText(new RegExp(letters, 'i'))
    await page.keyboard.press('Enter')
    await expect(page.getByRole('dialog', { name: 'Go to' })).toBeHidden()
  }
  await go('juno')
  await expect(page.getByRole('heading', { name: 'Juno Pellwether', level: 1 })).toBeVisible()
  await go('crawl')
  await expect(page.getByRole('heading', { name: 'Crawl to the body', level: 1 })).toBeVisible()
  await go('quiet strings')
  await page.getByRole('button', { name: 'Rows of the sheet' }).click()
  await expect(page.getByRole('button', { name: 'Quiet strings' })).toHaveAttribute('aria-pressed', 'true')
  await page.keyboard.press('Escape')
  await go('studio')
  await expect(page.getByRole('heading', { name: 'Studio', level: 1 })).toBeVisible()
  await page.keyboard.press('Control+k')
  await page.keyboard.type('nobody at all')
  await expect(page.getByText('No match')).toBeVisible()
  const { violations } = await new AxeBuilder({ page }).include('[role="dialog"]').analyze()
  expect(
    violations.filter(each => each.impact === 'serious' || each.impact === 'critical').map(each => each.id),
  ).toEqual([])
})

test('the keys of a place are told by one of them, and messages stand above what is pressed', async ({ page }) => {
  await page.goto('/bench')
  await expect(page.getByRole('button', { name: 'Save' })).toBeVisible()
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'Keyboard shortcuts' })).toContainText('Ctrl K')
  await page.keyboard.press('Escape')
  await page.keyboard.press('s')
  await page.getByRole('dialog').getByRole('textbox').fill(`Above the dock ${Date.now()}`)
  await page.keyboard.press('Enter')
  const message = page.getByText(/^Saved as “Above the dock/)
  await expect(message).toBeVisible()
  const [box, dock] = [await message.boundingBox(), await page.locator('footer').boundingBox()]
  expect(box!.y + box!.height).toBeLessThanOrEqual(dock!.y)
})
