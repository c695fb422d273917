import { randomUUID } from 'node:crypto'
import { expect, type Page } from '@playwright/test'
import type { LessonDetail } from '../shared/contracts/lessons/answers'
import { openOwn, type Own } from './own'
import { test } from './studio'
import type { Visitor } from './visitor'

/** A teacher of one's own with a lesson in sight. */
async function openLesson(page: Page, baseURL: string) {
  const { teacher, own } = await openOwn(page, baseURL)
  await page.goto(`/lesson/${own.lessons}`)
  await expect(page.getByRole('heading', { name: 'Mine', level: 2 })).toBeVisible()
  return { teacher, own }
}
const eventsOf = async (teacher: Visitor, own: Own) =>
  ((await teacher.send('GET', `/api/lessons/${own.lessons}`)).body as LessonDetail).events

test('a whole lesson by the keys alone, without Tab: passes, the offer, a tempo, a fault, a note, overruling, undo, the end', async ({
  page,
  baseURL,
}) => {
  const { teacher, own } = await openLesson(page, baseURL!)
  const decision = page.getByRole('region', { name: 'Decision' })
  for (const key of ['j', 'k', 'u', 'j', 'j']) await page.keyboard.press(key)
  await expect(decision).toContainText('Raise to 64?')
  await page.keyboard.press('o')
  await expect(decision).toContainText('Stay at 64')

  await page.keyboard.press('ArrowUp')
  await expect(page.getByText('Set tempo is 64.')).toBeVisible()
  await page.keyboard.press('u')
  await expect(page.getByText('Set tempo is 64.')).toBeHidden()

  await page.keyboard.press('f')
  await page.keyboard.type('late')
  await page.keyboard.press('Enter')
  const beside = page.getByRole('complementary', { name: 'Watch for' }).filter({ visible: true })
  await expect(beside).toContainText('late shift')
  await page.keyboard.press('n')
  await page.keyboard.type('Thumb lower, tempo < 80.')
  await page.keyboard.press('Control+Enter')
  await expect(beside).toContainText('Thumb lower, tempo < 80.')

  await page.keyboard.press('w')
  await page.keyboard.press('2')
  await page.keyboard.press('Enter')
  await expect(decision).toContainText('Stay at 68')
  for (let i = 0; i < 3; i++) await page.keyboard.press('u')
  await expect(beside).not.toContainText('late shift')
  await expect(decision).toContainText('Stay at 64')

  await page.keyboard.press('e')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'Reopen the lesson' })).toBeVisible()
  await expect
    .poll(async () => (await eventsOf(teacher, own)).map(({ kind }) => kind).join(' '))
    .toBe('turn pass pass void pass pass decision fault note decision decision void void end')
})

test('whatever is typed in a field of the lesson is typed there, and does nothing else', async ({ page, baseURL }) => {
  const { teacher, own } = await openLesson(page, baseURL!)
  const sentence = 'The quick brown fox jumps over the lazy dog? 1234567890'
  for (const key of ['n', 'f', 'b', 'w']) {
    await page.keyboard.press(key)
    const field = page.getByRole('dialog').getByRole('textbox').last()
    if (key === 'w') await field.focus()
    await expect(field).toBeFocused()
    await page.keyboard.type(sentence)
    await expect(field).toHaveValue(sentence)
    await page.keyboard.press('Escape')
    await expect(page.getByRole('dialog')).toHaveCount(0)
  }
  await expect(page.getByText('none yet')).toBeVisible()
  await expect(page.getByText(/Set tempo is/)).toHaveCount(0)
  expect(await eventsOf(teacher, own)).toEqual([])
})

test('a drill is brought in from the shelf without ending the lesson, and the bench leads back', async ({
  page,
  baseURL,
}) => {
  const { teacher } = await openLesson(page, baseURL!)
  await teacher.send('POST', '/api/drills', {
    id: randomUUID(),
    name: 'Second helping',
    spec: { version: 1, family: 'order', tempo: 72, order: { fingers: [1, 3] } },
  })
  await page.keyboard.press('b')
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /Second helping/ })
    .click()
  await expect(page.getByRole('heading', { name: 'Second helping', level: 2 })).toBeVisible()
  await expect(page.getByRole('region', { name: 'Decision' })).toContainText('Stay at 72')
  await page.keyboard.press('ArrowLeft')
  await expect(page.getByRole('heading', { name: 'Mine', level: 2 })).toBeVisible()
  await page.getByRole('link', { name: 'open it on the bench' }).click()
  await expect(page.getByRole('heading', { name: 'Mine', level: 1 })).toBeVisible()
  await page.getByRole('link', { name: /Back to the lesson/ }).click()
  await expect(page.getByRole('heading', { name: 'Mine', level: 2 })).toBeVisible()
})

test('a finger to be spared stands in the lesson; the drill that uses it is marked and can be fitted', async ({
  page,
  baseURL,
}) => {
  const { teacher, own } = await openLesson(page, baseURL!)
  const card = { name: 'Mine', birthYear: null, instrument: {}, hand: { spared: [2] }, about: '' }
  const habits = { reviewOn: '2030-03-03' }
  await teacher.send('PUT', `/api/students/${own.students}`, { id: randomUUID(), ...card, habits })
  await page.reload()
  await expect(page.getByText('Finger 2 spared, review on 3 March')).toBeVisible()
  await expect(page.getByText('This drill uses a spared finger.')).toBeVisible()
  await page.getByRole('link', { name: 'Fit it to this hand' }).click()
  await expect(page.getByRole('status', { name: 'Fitted' })).toContainText('Finger 2 is spared')
})

test('pain is a fault of the drill and stands on the student, wherever they are met, until it is gone', async ({
  page,
  baseURL,
}) => {
  const { own } = await openLesson(page, baseURL!)
  await page.keyboard.press('f')
  await page.keyboard.type('pain')
  await page.keyboard.press('Enter')
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByRole('heading', { name: /^Where does it hurt/ })).toBeVisible()
  await dialog.getByRole('button', { name: /^Where/ }).click()
  await page.getByRole('option', { name: 'Pain in the forearm' }).click()
  await dialog.getByLabel('Since').fill('')
  await dialog.getByRole('button', { name: 'Record' }).click()
  await expect(dialog.getByText('must be a day such as 2026-01-31')).toBeVisible()
  await dialog.getByLabel('Since').fill('2026-03-01')
  await dialog.getByLabel('Ask again on').fill('2030-03-08')
  await dialog.getByRole('button', { name: 'Record' }).click()
  const told = 'Pain in the forearm since 1 March: rest until it is gone, ask again on 8 March'
  await expect(page.getByText(told)).toBeVisible()
  await page.goto('/')
  await expect(page.getByRole('region', { name: 'Needs attention' })).toContainText('Pain in the forearm')
  await page.goto(`/bench?student=${own.students}`)
  await page.getByRole('button', { name: 'Assign to a student' }).click()
  await expect(dialog.getByText(told)).toBeVisible()
  await page.goto(`/students/${own.students}`)
  await expect(page.getByText(told).first()).toBeVisible()
  await page.getByRole('button', { name: 'More', exact: true }).click()
  await page.getByRole('menuitem', { name: 'Is the pain gone?' }).click()
  await dialog.getByLabel('How you know it is gone').fill('free for a week')
  await dialog.getByRole('button', { name: 'It is gone' }).click()
  await expect(page.getByText(told)).toHaveCount(0)
})

test('two tabs on one lesson: each sees what the other puts down, and neither loses or doubles it', async ({
  page,
  context,
  baseURL,
}) => {
  const { teacher, own } = await openLesson(page, baseURL!)
  const other = await context.newPage()
  await other.goto(`/lesson/${own.lessons}`)
  await expect(other.getByRole('heading', { name: 'Mine', level: 2 })).toBeVisible()
  await page.keyboard.press('j')
  await other.keyboard.press('j')
  await page.keyboard.press('j')
  await expect(page.getByRole('region', { name: 'Decision' })).toContainText('Raise to 64?')
  await expect(other.getByRole('region', { name: 'Decision' })).toContainText('Raise to 64?')
  for (const tab of [page, other])
    await expect(tab.getByRole('list', { name: 'Passes' }).getByRole('img', { name: 'clean' })).toHaveCount(3)
  await other.keyboard.press('o')
  await expect(page.getByRole('region', { name: 'Decision' })).toContainText('Stay at 64')
  await page.keyboard.press('e')
  await page.keyboard.press('Enter')
  await expect(other.getByRole('button', { name: 'Reopen the lesson' })).toBeVisible()
  await expect
    // Each tab may have turned to the drill before it heard of the other.
    .poll(async () => (await eventsOf(teacher, own)).flatMap(({ kind }) => (kind === 'turn' ? [] : [kind])).join(' '))
    .toBe('pass pass pass decision end')
})

test('a student archived elsewhere while a dialog is open: it says so, keeps what was typed, and goes on with another', async ({
  page,
  baseURL,
  expectTrouble,
}) => {
  expectTrouble.allow.push(/409/)
  const { teacher, own } = await openLesson(page, baseURL!)
  const second = randomUUID()
  const card = { name: 'Second', birthYear: null, instrument: {}, hand: {}, about: '' }
  await teacher.send('POST', '/api/students', { id: second, ...card })
  await page.goto(`/bench?student=${own.students}`)
  await page.getByRole('button', { name: 'Assign to a student' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Target date').fill('2027-03-01')
  await teacher.send('POST', `/api/students/${own.students}/archive`, { id: randomUUID(), archived: true })
  await dialog.getByRole('button', { name: 'Assign', exact: true }).click()
  await expect(dialog.getByRole('alert')).toContainText('is archived: restore them first')
  await expect(dialog.getByLabel('Target date')).toHaveValue('2027-03-01')
  await dialog.getByRole('button', { name: /^Student/ }).click()
  await page.getByRole('option', { name: 'Second' }).click()
  await dialog.getByRole('button', { name: 'Assign', exact: true }).click()
  await expect(dialog).toHaveCount(0)
})
