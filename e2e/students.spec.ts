import { expect } from '@playwright/test'
import { signIn, test } from './studio'

test.beforeEach(async ({ page }) => {
  await signIn(page, 'wren', '/students')
})

test('a student is added with a clear word on every slip of the pen, planned, ended and taken off the roster again', async ({
  page,
}) => {
  await page.getByRole('button', { name: 'Add a student' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(dialog.getByText('a name is needed')).toBeVisible()
  await dialog.getByLabel('Name').fill('Ida Testwell')
  await dialog.getByLabel(/Year of birth/).fill('twelve')
  await dialog.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(dialog.getByText('must be a year')).toBeVisible()
  await dialog.getByLabel(/Year of birth/).fill('2014')
  await dialog.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Ida Testwell' })).toBeVisible()
  await expect(page.getByText('No weekly lesson planned')).toBeVisible()

  const more = page.getByRole('button', { name: 'More', exact: true })
  await more.click()
  await page.getByRole('menuitem', { name: 'Plan a weekly lesson' }).click()
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText(/Mondays 16:00, 45 min/)).toBeVisible()
  await more.click()
  await page.getByRole('menuitem', { name: 'End the weekly lesson' }).click()
  await expect(page.getByText('No weekly lesson planned')).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText(/Mondays 16:00, 45 min/)).toBeVisible()

  await more.click()
  await page.getByRole('menuitem', { name: 'Archive' }).click()
  await expect(page.getByText(/is archived/)).toBeVisible()
  await page.getByRole('link', { name: 'Students' }).click()
  await expect(page.getByRole('heading', { name: 'Juno Pellwether' })).toBeVisible()
  await expect(page.getByRole('link', { name: 'Ida Testwell' })).toHaveCount(0)
  await page.getByRole('button', { name: /^Former/ }).click()
  await expect(page.getByRole('link', { name: 'Ida Testwell' })).toBeVisible()
})

test('a student is found by part of the name', async ({ page }) => {
  await page.getByPlaceholder('Find a student').fill('tarnb')
  await expect(page.getByRole('heading', { level: 2 })).toHaveText(['Hazel Tarnbrook'])
  await page.getByPlaceholder('Find a student').fill('nobody at all')
  await expect(page.getByRole('heading', { name: 'No student matches' })).toBeVisible()
})

test('a student’s page opens on the last lesson, what was practised and each drill in a line; a line unfolds to its decisions', async ({
  page,
}) => {
  await page.getByRole('link', { name: /Juno Pellwether/ }).click()
  await expect(page.getByRole('heading', { level: 2 })).toHaveText([/Last lesson/, 'Practised since', 'Drills'])
  // All of it stands in one screen.
  expect(await page.evaluate(() => document.documentElement.scrollHeight)).toBeLessThanOrEqual(900)
  const line = page.getByRole('listitem', { name: 'Hammer the second note' })
  await expect(line).toContainText(/♩ = \d+ of \d+/)
  await line.getByRole('button', { name: /^Chart and plan of/ }).click()
  await expect(
    page.getByText(/^(raised|eased|held|completed)( to| at)? ?\d+ \d{1,2} \w{3,4} 20\d\d/).first(),
  ).toBeVisible()
})
