import { randomUUID } from 'node:crypto'
import { readFile } from 'node:fs/promises'
import { expect } from '@playwright/test'
import { DateTime } from 'luxon'
import { account, makeOwn, openOwn } from './own'
import { comeAs, test } from './studio'
import { enter } from './visitor'

// What a studio looks after: its days, its people, its board.

test('a lesson of today is cancelled, made up on another day, and put back in its place', async ({ page, baseURL }) => {
  const { teacher, own } = await openOwn(page, baseURL!)
  // A weekly lesson on today's weekday; the one that runs is out of turn.
  const today = DateTime.now().setZone('Europe/London')
  await teacher.send('PUT', `/api/students/${own.students}/slot`, {
    id: randomUUID(),
    weekday: today.weekday,
    wallTime: '23:30',
    minutes: 30,
    everyWeeks: 1,
  })
  await page.goto('/')
  const card = page.getByRole('listitem').filter({ hasText: '23:30' })
  await card.getByRole('button', { name: /^More about the lesson/ }).click()
  await page.getByRole('menuitem', { name: 'Cancel this lesson' }).click()
  await page.getByLabel('Why').fill('school concert')
  await page.getByRole('dialog').getByRole('button', { name: 'Cancel this lesson' }).click()
  await expect(card).toContainText('Cancelled: school concert')

  await card.getByRole('button', { name: /^Make it up/ }).click()
  const tomorrow = today.plus({ days: 1 })
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByLabel('Why')).toHaveValue('school concert')
  await expect(dialog.getByLabel('Time')).toHaveValue('23:30')
  await dialog.getByLabel('Day').fill(tomorrow.toISODate()!)
  await dialog.getByLabel('Time').fill('10:15')
  await dialog.getByRole('button', { name: 'Make up', exact: true }).click()
  await expect(card).toHaveCount(0)
  await page.getByRole('button', { name: 'The day after' }).click()
  await expect(page.getByRole('listitem').filter({ hasText: '10:15' })).toContainText('Moved here: school concert')

  await page.goto(`/students/${own.students}`)
  const exceptions = page.getByRole('list', { name: 'Lessons moved or cancelled' })
  await expect(exceptions).toContainText(/cancelled, made up .* 10:15/)
  await exceptions.getByRole('button', { name: 'Put it back' }).click()
  await expect(exceptions).toHaveCount(0)
  await page.goto('/')
  await expect(page.getByRole('listitem').filter({ hasText: '23:30' })).toBeVisible()
})

test('needs of one student stand together, each with its one act', async ({ page, baseURL }) => {
  const { teacher, own } = await openOwn(page, baseURL!)
  await teacher.send('PUT', `/api/students/${own.students}/pain`, {
    id: randomUUID(),
    pain: { where: 'wrist', since: '2026-01-05', reviewOn: null },
  })
  await teacher.send('POST', `/api/assignments/${own.assignments}/end`, { id: randomUUID(), ended: true })
  await page.goto('/')
  const needs = page.getByRole('region', { name: 'Needs attention' })
  await expect(needs.getByRole('heading', { level: 3 })).toHaveCount(1)
  await expect(needs).toContainText('Pain')
  await expect(needs).toContainText('No drills assigned.')
  await needs.getByRole('button', { name: /^Is it gone\?/ }).click()
  await expect(page.getByRole('dialog')).toContainText('wrist')
  await page.keyboard.press('Escape')
  await page.goto('/')
  await needs.getByRole('button', { name: /^Build a drill/ }).click()
  await expect(page).toHaveURL(/\/bench/)
})

test('the board shows every student at a glance, sorted and found, and as a file', async ({ page, baseURL }) => {
  const { teacher } = await openOwn(page, baseURL!)
  await teacher.send('POST', '/api/students', {
    id: randomUUID(),
    name: 'Aa the first',
    birthYear: null,
    instrument: {},
    hand: {},
    about: '',
  })
  await page.goto('/students')
  await page.getByRole('link', { name: 'Studio board' }).click()
  const table = page.getByRole('table', { name: 'Students at a glance' })
  await expect(table.getByRole('row')).toHaveCount(3)
  await expect(table.getByRole('row').nth(1)).toContainText('No drills')
  await page.getByRole('button', { name: 'Student', exact: true }).click()
  await page.getByRole('button', { name: 'Student', exact: true }).click()
  await expect(table.getByRole('row').nth(1)).toContainText('Mine')
  await page.getByRole('button', { name: 'Needs', exact: true }).click()
  await expect(table.getByRole('row').nth(1)).toContainText('No drills')
  await expect(page.getByRole('term').filter({ hasText: 'No drills' }).locator('xpath=../dd')).toHaveText('1')
  await page.getByLabel('Find').fill('aa the')
  await expect(table.getByRole('row')).toHaveCount(2)
  const file = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save Studio board as CSV' }).click()
  const text = await readFile((await (await file).path())!, 'utf8')
  expect(text.split('\r\n')[0]!.replace('\uFEFF', '').split('\n')[0]).toMatch(/^Student,Teacher,Needs/)
  expect(text).toContain('Aa the first')
})

test('an owner hands a student over, removes who taught them, and writes the notice', async ({
  page,
  baseURL,
  expectTrouble,
}) => {
  // Who has students cannot be removed: the browser says so as well.
  expectTrouble.allow.push(/409/)
  const boss = await account('owner', true)
  const owner = await enter(baseURL!, boss.name)
  const teacherName = `t-${randomUUID()}`
  const added = await owner.send('POST', '/api/accounts', {
    id: randomUUID(),
    role: 'teacher',
    signInName: teacherName,
    displayName: 'Colleague',
    password: 'walnut and spruce',
  })
  const teacher = await enter(baseURL!, teacherName)
  await makeOwn(teacher, (added.body as { id: string }).id)
  await comeAs(page, owner)
  await page.goto('/studio')
  const row = page.getByRole('listitem').filter({ hasText: 'Colleague' })
  const act = async (name: string) => {
    await row.getByRole('button', { name: 'Change' }).click()
    await page.getByRole('menuitem', { name }).click()
  }
  await act('Remove')
  await page.getByRole('dialog').getByRole('button', { name: 'Remove' }).click()
  await expect(page.getByText('hand them over first')).toBeVisible()
  await act('Hand a student over')
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('button', { name: /^Student/ }).click()
  await page.getByRole('option', { name: 'Mine' }).click()
  await dialog.getByRole('button', { name: /^To/ }).click()
  await page.getByRole('option').first().click()
  await dialog.getByRole('button', { name: 'Hand over' }).click()
  await expect(page.getByText(/Mine is taught by .* now/)).toBeVisible()
  await act('Remove')
  await page.getByRole('dialog').getByRole('button', { name: 'Remove' }).click()
  // Behind an open dialog there is no row either: only what is said tells that it is done.
  await expect(page.getByText('Colleague is removed.')).toBeVisible()
  await expect(row).toHaveCount(0)
  expect((await teacher.send('GET', '/api/me')).status).toBe(401)

  const notice = page.getByRole('region', { name: 'Notice' })
  await expect(notice).toContainText('Pain is not normal')
  await notice.getByRole('button', { name: 'Change the notice' }).click()
  await page.getByRole('dialog').getByLabel('Notice').fill('Our own rules.')
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click()
  await expect(notice).toContainText('Our own rules.')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(notice).toContainText('Pain is not normal')
  // The student is the owner's now, and their page opens with what was taught before.
  await page.goto('/students')
  await page.getByRole('link', { name: /Mine/ }).click()
  await expect(page.getByRole('heading', { name: 'Mine', level: 1 })).toBeVisible()
})
