import { expect } from '@playwright/test'
import { account, makeOwn } from './own'
import { test, unfold } from './studio'
import { enter } from './visitor'

test('variations of a set drill are kept for its standstill, and taken away again', async ({ page, baseURL }) => {
  const { name, userId } = await account('teacher')
  const own = await makeOwn(await enter(baseURL!, name), userId)
  await page.goto('/')
  await page.getByLabel('Name').fill(name)
  await page.getByLabel('Password').fill('walnut and spruce')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible()
  await page.goto(`/bench?set=${own.assignments}&student=${own.students}`)
  await unfold(page, 'Vary')
  const sideBySide = page.getByRole('button', { name: 'See variations side by side' })
  await sideBySide.click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('button', { name: 'Choose' }).first().click()
  await dialog.getByRole('button', { name: 'Offer at a standstill' }).click()
  await expect(page.getByText(/^Offered when/)).toBeVisible()
  await sideBySide.click()
  await expect(dialog.getByText(/^Offered at a standstill now/)).toBeVisible()
  await dialog.getByRole('button', { name: 'Offer them no longer' }).click()
  await expect(page.getByText(/only the common ways are offered/)).toBeVisible()
})
