import { randomUUID } from 'node:crypto'
import { expect } from '@playwright/test'
import { account } from './own'
import { PASSWORD, signIn, test } from './studio'
import { enter } from './visitor'

test('an owner adds a teacher, who signs in; suspends them, and they are out at once', async ({ page, baseURL }) => {
  await signIn(page, 'wren', '/studio')
  await page.getByRole('button', { name: 'Add an account' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Name', { exact: true }).fill('Pia Larkmoor')
  await dialog.getByLabel('Sign-in name').fill('pia')
  await dialog.getByLabel('Password').fill('short')
  await dialog.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(dialog.getByText('password must have at least 12 characters')).toBeVisible()
  await dialog.getByLabel('Password').fill('spruce over walnut')
  await dialog.getByRole('button', { name: 'Add', exact: true }).click()
  const row = page.getByRole('listitem').filter({ hasText: 'Pia Larkmoor' })
  await expect(row).toContainText('signs in as pia · teacher')
  const pia = await enter(baseURL!, 'pia', 'spruce over walnut')
  expect((await pia.send('GET', '/api/me')).status).toBe(200)
  await row.getByRole('button', { name: 'Change' }).click()
  await page.getByRole('menuitem', { name: 'Suspend' }).click()
  await expect(row).toContainText('suspended')
  expect((await pia.send('GET', '/api/me')).status).toBe(401)
  await page.getByRole('button', { name: 'Reactivate' }).click()
  await expect(row).not.toContainText('suspended')
})

test('a teacher changes their password and stays signed in here', async ({ page, expectTrouble }) => {
  // Refusals are on the console too.
  expectTrouble.allow.push(/422/)
  await signIn(page, 'ivo', '/studio')
  await expect(page.getByRole('heading', { name: 'Accounts' })).toHaveCount(0)
  const change = async (present: string, next: string) => {
    await page.getByRole('button', { name: 'Change your password' }).click()
    await page.getByLabel('Current password').fill(present)
    await page.getByLabel('New password').fill(next)
    await page.getByRole('button', { name: 'Change password' }).click()
  }
  await change('not this one', 'spruce over walnut')
  await expect(page.getByText('the present password is another')).toBeVisible()
  await page.getByRole('button', { name: 'Cancel' }).click()
  await change(PASSWORD, 'spruce over walnut')
  await expect(page.getByText('The password is changed. Other devices have to sign in again.')).toBeVisible()
  await page.reload()
  await expect(page.getByRole('heading', { name: 'Studio', level: 1 })).toBeVisible()
  await change('spruce over walnut', PASSWORD)
  await expect(page.getByText('The password is changed. Other devices have to sign in again.')).toBeVisible()
})

test('a student is saved as a file and erased, asked by the name', async ({ page }) => {
  await signIn(page, 'ivo', '/students')
  await page.getByRole('button', { name: 'Add a student' }).click()
  await page.getByRole('dialog').getByLabel('Name').fill('Wanda Fernhill')
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /Add|Save/ })
    .click()
  await expect(page.getByRole('heading', { name: 'Wanda Fernhill' })).toBeVisible()
  await page.getByRole('button', { name: 'More' }).click()
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: 'Save everything as a file' }).click(),
  ])
  expect(download.suggestedFilename()).toMatch(/^student-[\da-f-]{36}\.json$/)
  await page.getByRole('button', { name: 'More' }).click()
  await page.getByRole('menuitem', { name: 'Erase for good' }).click()
  const erase = page.getByRole('button', { name: 'Erase for good' })
  await expect(erase).toBeDisabled()
  await page.getByLabel('Type the name: Wanda Fernhill').fill('Wanda Fernhill')
  await erase.click()
  await expect(page.getByText('Wanda Fernhill is erased.')).toBeVisible()
  await expect(page.getByRole('link', { name: /Wanda Fernhill/ })).toHaveCount(0)
})

test('a lesson that was ended is taken up again the same day, and noted any time', async ({ page, expectTrouble }) => {
  expectTrouble.allow.push(/409/)
  await signIn(page, 'ivo', '/students')
  await page.getByRole('link', { name: /Mabel Underhay/ }).click()
  await page.getByRole('button', { name: 'Start a lesson now' }).click()
  await page.getByRole('button', { name: 'End lesson' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'End lesson' }).click()
  await page.getByRole('button', { name: 'Add a note' }).click()
  await page.getByLabel('Note text').fill('tempo < 80 & 5 > 3')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('“tempo < 80 & 5 > 3”')).toBeVisible()
  await page.getByRole('button', { name: 'Reopen the lesson' }).click()
  await page.getByRole('button', { name: /^Clean/ }).click()
  await expect(page.getByRole('status').filter({ hasText: 'all saved' })).toBeVisible()
  await page.reload()
  await page.getByRole('button', { name: 'End lesson' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'End lesson' }).click()
  await expect(page.getByText('1 of 1 passes clean')).toBeVisible()
})

test('what can never be delivered is set aside in sight, can be saved, and holds nothing up', async ({
  page,
  expectTrouble,
}) => {
  expectTrouble.allow.push(/404|409/)
  await signIn(page, 'ivo', '/students')
  await page.getByRole('link', { name: /Mabel Underhay/ }).click()
  await page.getByRole('button', { name: 'Start a lesson now' }).click()
  await expect(page).toHaveURL(/\/lesson\//)
  const lesson = page.url().split('/').at(-1)!
  // The lesson is ended on another device while this one has not heard of it.
  const other = await enter(new URL(page.url()).origin, 'ivo', PASSWORD)
  await other.send('POST', `/api/lessons/${lesson}/events`, {
    event: { id: crypto.randomUUID(), at: new Date().toISOString(), kind: 'end' },
    deviceOffsetMs: 0,
  })
  await page.getByRole('button', { name: /^Clean/ }).click()
  const aside = page.getByRole('alert', { name: 'Not delivered' })
  await expect(aside).toContainText('a clean pass at')
  await expect(aside).toContainText('This lesson has ended: take it up again first.')
  await page.goto('/')
  await expect(aside).toContainText('Not saved to the server')
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    aside.getByRole('button', { name: 'Save them as a file' }).click(),
  ])
  expect(file.suggestedFilename()).toBe('not-delivered.json')
  await expect(aside.getByRole('listitem')).toHaveCount(2)
  await aside.getByRole('button', { name: 'Discard' }).first().click()
  await expect(aside.getByRole('listitem')).toHaveCount(1)
  await aside.getByRole('button', { name: 'Discard' }).click()
  await expect(aside).toHaveCount(0)
})

test('a flood of attempts to sign in is turned away at once, and somebody on a known device still gets in', async ({
  baseURL,
}) => {
  const { name } = await account('teacher')
  const known = await enter(baseURL!, name)
  const statuses = await Promise.all(
    Array.from({ length: 150 }, async () =>
      (await enter(baseURL!, null))
        .send('POST', '/api/sign-in', { name: `nobody-${randomUUID()}`, password: 'wrong' })
        .then(answer => answer.status),
    ),
  )
  expect(statuses.filter(status => status === 429).length).toBeGreaterThan(80)
  expect((await known.send('POST', '/api/sign-in', { name, password: 'walnut and spruce' })).status).toBe(200)
  // The window, which the tests set to a second or two, is over before the next journey signs in.
  await expect
    .poll(
      async () =>
        (await (await enter(baseURL!, null)).send('POST', '/api/sign-in', { name, password: 'wrong' })).status,
    )
    .toBe(401)
})
