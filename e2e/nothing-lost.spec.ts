import { expect } from '@playwright/test'
import type { LessonDetail } from '../shared/contracts/lessons/answers'
import { openOwn } from './own'
import { signIn, test } from './studio'
import { enter, OWN_PASSWORD } from './visitor'

// What was typed, written or heard stays, whatever a teacher opens or closes next.

test('the bench goes on where it was, after another page and after a drill from elsewhere', async ({ page }) => {
  await signIn(page, 'wren', '/bench')
  const title = page.getByRole('heading', { level: 1 })
  await page.getByRole('button', { name: 'Position: more' }).click()
  const changed = (await title.textContent())!
  await page.getByRole('link', { name: 'Students' }).click()
  await page.getByRole('link', { name: 'Bench' }).click()
  await expect(title).toHaveText(changed)
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(title).not.toHaveText(changed)
  await page.getByRole('button', { name: 'Redo', exact: true }).click()
  await expect(title).toHaveText(changed)

  // A saved drill comes on the bench: what was there before is offered when the bench is bare again.
  const [drill] = (await (await page.request.get('/api/drills')).json()) as readonly { id: string }[]
  await page.goto(`/bench?drill=${drill!.id}`)
  await expect(title).not.toHaveText(changed)
  await page.goto('/students')
  await page.getByRole('link', { name: 'Bench' }).click()
  await page.getByRole('status', { name: 'Unsaved work' }).getByRole('button', { name: 'Open it' }).click()
  await expect(title).toHaveText(changed)
})

test('own music is still there after another page; an empty sheet is empty, and the keys are in it', async ({
  page,
}) => {
  await signIn(page, 'wren', '/bench')
  await page.getByRole('button', { name: /^Family/ }).click()
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Own music/ })
    .click()
  await page.getByRole('button', { name: 'Start with an empty sheet' }).click()
  const sheet = page.getByRole('application', { name: /^Own music/ })
  await expect(sheet).toBeFocused()
  await page.keyboard.type('5')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.type('7')
  await expect(page.getByRole('heading', { level: 1, name: 'Own music, 2 notes' })).toBeVisible()
  await page.getByRole('link', { name: 'Students' }).click()
  await page.getByRole('link', { name: 'Bench' }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'Own music, 2 notes' })).toBeVisible()
})

test('a message over an open dialog is alive, covers nothing of it, and a click on it leaves the dialog open', async ({
  page,
  baseURL,
}) => {
  const { own } = await openOwn(page, baseURL!)
  await page.goto(`/students/${own.students}`)
  await page.getByRole('button', { name: /^Chart and plan of/ }).click()
  await page.getByRole('button', { name: 'Remove from the list' }).click()
  await page.getByRole('button', { name: 'More', exact: true }).click()
  await page.getByRole('menuitem', { name: 'Edit student' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Worth knowing').fill('Plays the cello too.')
  const undo = page.getByRole('button', { name: 'Put it back' })
  const [message, panel] = [await undo.locator('..').boundingBox(), await dialog.boundingBox()]
  expect(message!.y + message!.height).toBeLessThanOrEqual(panel!.y + 1)
  await undo.click()
  await expect(dialog.getByLabel('Worth knowing')).toHaveValue('Plays the cello too.')
  await expect(undo).toBeHidden()
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Plays the cello too.')).toBeVisible()
  await expect(page.getByRole('listitem').filter({ hasText: '♩ =' })).toHaveCount(1)
})

test('Escape on a half-filled form asks first; on one that is as it was it closes', async ({ page }) => {
  await signIn(page, 'wren', '/students')
  const dialog = page.getByRole('dialog')
  const asks = page.getByRole('alertdialog', { name: 'Discard what you typed?' })
  await page.getByRole('button', { name: 'Add a student' }).click()
  await page.keyboard.press('Escape')
  await expect(dialog).toBeHidden()
  await page.getByRole('button', { name: 'Add a student' }).click()
  await dialog.getByLabel('Name').fill('Half')
  await page.keyboard.press('Escape')
  await expect(asks.getByRole('button', { name: 'Keep editing' })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(dialog.getByLabel('Name')).toHaveValue('Half')
  await expect(asks).toBeHidden()
  // A click beside it is asked about as well.
  await page.mouse.click(4, 4)
  await asks.getByRole('button', { name: 'Discard' }).click()
  await expect(dialog).toBeHidden()
})

test('signed out elsewhere in mid-lesson: the page says so, leads to sign-in and back, and what waited goes', async ({
  page,
  baseURL,
  expectTrouble,
}) => {
  expectTrouble.allow.push(/401/)
  const { teacher, own, name } = await openOwn(page, baseURL!)
  await page.goto(`/lesson/${own.lessons}`)
  await expect(page.getByRole('region', { name: 'Decision' })).toBeVisible()
  await teacher.send('POST', '/api/sign-out', {})
  await page.keyboard.press('j')
  await expect(page.getByRole('status').filter({ hasText: 'You are signed out' })).toContainText('kept on this device')
  await page.getByRole('link', { name: 'sign in again' }).click()
  await page.getByLabel('Name').fill(name)
  await page.getByLabel('Password').fill(OWN_PASSWORD)
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(new RegExp(`/lesson/${own.lessons}`))
  await expect(page.getByText('all saved')).toBeVisible()
  const again = await enter(baseURL!, name)
  const { events } = (await again.send('GET', `/api/lessons/${own.lessons}`)).body as LessonDetail
  expect(events.filter(({ kind }) => kind === 'pass')).toHaveLength(1)
})

test('a device that can keep nothing: a pass goes at once; without a network the page holds it and says which', async ({
  page,
  baseURL,
  expectTrouble,
}) => {
  expectTrouble.allow.push(/Failed to load|ERR_/)
  const { teacher, own } = await openOwn(page, baseURL!)
  await page.addInitScript(() => {
    IDBObjectStore.prototype.add = () => {
      throw new DOMException('no room', 'QuotaExceededError')
    }
  })
  await page.goto(`/lesson/${own.lessons}`)
  await expect(page.getByRole('region', { name: 'Decision' })).toBeVisible()
  const passes = async () =>
    ((await teacher.send('GET', `/api/lessons/${own.lessons}`)).body as LessonDetail).events.filter(
      ({ kind }) => kind === 'pass',
    ).length
  await page.keyboard.press('j')
  await expect.poll(passes).toBe(1)
  await page.context().setOffline(true)
  await page.keyboard.press('k')
  await expect(page.getByText(/not safe yet: a slip at 60. Keep this page open/)).toBeVisible()
  await page.context().setOffline(false)
  await expect(page.getByText('all saved')).toBeVisible()
  expect(await passes()).toBe(2)
})

test('homework is given without a network and assigned once it is back', async ({ page, baseURL, expectTrouble }) => {
  expectTrouble.allow.push(/Failed to load|ERR_/)
  const { teacher, own } = await openOwn(page, baseURL!)
  await page.goto(`/lesson/${own.lessons}`)
  await expect(page.getByRole('region', { name: 'Decision' })).toBeVisible()
  await page.keyboard.press('p')
  const dialog = page.getByRole('dialog', { name: /^Homework for/ })
  await dialog.getByLabel('Note to the student').fill('Slowly, please.')
  const given = async () =>
    ((await teacher.send('GET', `/api/students/${own.students}`)).body as { homework: readonly unknown[] }).homework
      .length
  const before = await given()
  await page.context().setOffline(true)
  await dialog.getByRole('button', { name: 'Assign only' }).click()
  await expect(page.getByText(/Homework kept on this device/)).toBeVisible()
  await page.context().setOffline(false)
  await expect.poll(given).toBe(before + 1)
})
