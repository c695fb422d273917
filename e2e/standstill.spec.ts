import { expect } from '@playwright/test'
import { openOwn } from './own'
import { test, unfold } from './studio'

test('variations of a set drill are kept for its standstill, and taken away again', async ({ page, baseURL }) => {
  const { own } = await openOwn(page, baseURL!)
  await page.goto(`/bench?set=${own.assignments}&student=${own.students}`)
  await unfold(page, 'Vary')
  const sideBySide = page.getByRole('button', { name: 'See variations side by side' })
  await sideBySide.click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('button', { name: 'Choose' }).first().click()
  await dialog.getByRole('button', { name: 'Offer when stalled' }).click()
  await expect(page.getByText(/^Offered when/)).toBeVisible()
  await sideBySide.click()
  await expect(dialog.getByText(/Offered when stalled:/)).toBeVisible()
  await dialog.getByRole('button', { name: 'Stop offering them' }).click()
  await expect(page.getByText(/only the standard variations are offered/)).toBeVisible()
})
