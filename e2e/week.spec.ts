import { randomUUID } from 'node:crypto'
import { expect, type Page } from '@playwright/test'
import type { LessonDetail } from '../shared/contracts/lessons/answers'
import { openOwn } from './own'
import { choose, test } from './studio'
import type { Visitor } from './visitor'

// What a teacher keeps of a week: how a plan goes on, what was practised, what hurt, what was wrong last time.

/** Puts something down in a lesson, as a device would. */
const record = (teacher: Visitor, lessonId: string, event: object) =>
  teacher.send('POST', `/api/lessons/${lessonId}/events`, {
    event: { id: randomUUID(), at: new Date().toISOString(), ...event },
    deviceOffsetMs: 0,
  })
const decision = (page: Page) => page.getByRole('region', { name: 'Decision' })

test('another school is looked at before it is kept, with its way to the target, and taken back', async ({
  page,
  baseURL,
}) => {
  const { own } = await openOwn(page, baseURL!)
  await page.goto(`/students/${own.students}`)
  await page.getByRole('button', { name: /^Chart and plan of/ }).click()
  await page.getByRole('button', { name: 'Change the plan' }).click()
  const dialog = page.getByRole('dialog', { name: /^The plan of/ })
  await expect(dialog).toContainText('Three clean passes in a row raise the tempo by 4')
  await expect(dialog.getByRole('img', { name: /From 60 in 5 steps to 80/ })).toBeVisible()
  await choose(page, /School/, 'Small steps')
  await expect(dialog).toContainText('Every clean pass raises the tempo by')
  await dialog.getByRole('button', { name: 'Step: less' }).click()
  await dialog.getByRole('button', { name: 'Step: less' }).click()
  await expect(dialog.getByRole('img', { name: /From 60 in 10 steps to 80/ })).toBeVisible()
  await expect(dialog).toContainText('Dashed: as it is now, 5.')
  await dialog.getByRole('button', { name: 'From a piece' }).click()
  await dialog.getByLabel('Passage').fill('The study, bars 9 to 12')
  await dialog.getByRole('button', { name: 'Use as target' }).click()
  await expect(dialog).toContainText('The target is from The study, bars 9 to 12, at 96')
  await dialog.getByRole('button', { name: 'Save plan' }).click()
  await expect(page.getByText('Small steps')).toBeVisible()
  await expect(page.getByText('of 96')).toBeVisible()
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(page.getByText('Clean passes')).toBeVisible()
  await expect(page.getByText('of 80')).toBeVisible()
})

test('a student’s school is chosen once, and the next drill is set by it', async ({ page, baseURL }) => {
  const { own } = await openOwn(page, baseURL!)
  await page.goto(`/students/${own.students}`)
  await page.getByRole('button', { name: 'More', exact: true }).click()
  await page.getByRole('menuitem', { name: 'Their school' }).click()
  await choose(page, /School/, 'Slow soak')
  await page.getByRole('button', { name: 'Save' }).click()
  await page.getByRole('button', { name: 'Build a drill for them' }).click()
  await page
    .getByRole('button', { name: /^Assign to/ })
    .first()
    .click()
  const dialog = page.getByRole('dialog', { name: 'Assign to a student' })
  await expect(dialog.getByRole('button', { name: /School/ })).toContainText('Slow soak')
  await dialog.getByRole('button', { name: 'Assign', exact: true }).click()
  await expect(page.getByText(/^Assigned to Mine/)).toBeVisible()
  await page.goto(`/students/${own.students}`)
  await page
    .getByRole('button', { name: /^Chart and plan of/ })
    .last()
    .click()
  await expect(page.getByText('Slow soak')).toBeVisible()
})

test('practice at home is put down in the lesson; a pain in it means rest until it is cleared with a note', async ({
  page,
  baseURL,
}) => {
  const { own } = await openOwn(page, baseURL!)
  await page.goto(`/lesson/${own.lessons}`)
  await expect(decision(page)).toContainText('Stay at 60')
  await page.keyboard.press('h')
  const dialog = page.getByRole('dialog', { name: /practised$/ })
  await expect(dialog.getByRole('button', { name: 'Record', exact: true })).toBeDisabled()
  await dialog.getByRole('button', { name: 'every day' }).click()
  await dialog.getByRole('radio', { name: 'pain' }).click()
  await choose(page, /^Where/, 'Pain in the forearm')
  await expect(dialog).toContainText('is for a doctor')
  await dialog.getByRole('button', { name: 'Record', exact: true }).click()
  await expect(decision(page)).toContainText('Rest')
  await expect(decision(page)).toContainText('Pain in the forearm')
  // Clean passes do not lift it.
  for (const key of ['j', 'j', 'j']) await page.keyboard.press(key)
  await expect(decision(page)).toContainText('Rest')
  await page.getByRole('button', { name: 'Is it gone?' }).click()
  const pain = page.getByRole('dialog', { name: /^Is the pain gone/ })
  await pain.getByRole('button', { name: 'It is gone' }).click()
  await expect(pain).toContainText(/a note is needed/i)
  await pain.getByLabel('How you know it is gone').fill('Ten minutes freely, no pain')
  await pain.getByRole('button', { name: 'It is gone' }).click()
  // What was played while it hurt counts for nothing.
  await expect(decision(page)).toContainText('Stay at 60')
  for (const key of ['j', 'j', 'j']) await page.keyboard.press(key)
  await expect(decision(page)).toContainText('Raise to 64?')

  await page.goto(`/students/${own.students}?tab=practice`)
  await expect(page.getByText('Cleared: Ten minutes freely, no pain')).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Practice at home' })).toBeVisible()
  await expect(page.getByRole('img', { name: /^Minutes of practice by week\. \d+ minutes this week/ })).toBeVisible()
  const figures = page.getByRole('button', { name: 'Save Minutes of practice by week as CSV' }).locator('..')
  await figures.getByText('As a table').click()
  await expect(page.getByRole('table', { name: 'Minutes of practice by week' }).getByRole('row')).toHaveCount(13)
  const days = page.getByRole('button', { name: /^Remove .* on / })
  const before = await days.count()
  await days.first().click()
  await expect(page.getByText(/counts no more/)).toBeVisible()
  await expect(days).toHaveCount(before - 1)
})

test('last time’s fault comes first: still there twice holds the drill and offers what helps; gone it is gone', async ({
  page,
  baseURL,
}) => {
  const { teacher, own } = await openOwn(page, baseURL!)
  await record(teacher, own.lessons, { kind: 'fault', assignmentId: own.assignments, fault: 'late-shift' })
  await record(teacher, own.lessons, { kind: 'end' })
  const next = (
    (await teacher.send('POST', '/api/lessons', { id: randomUUID(), studentId: own.students, slot: null })).body as {
      id: string
    }
  ).id
  await page.goto(`/lesson/${next}`)
  const beside = page.getByRole('complementary', { name: 'Watch for' }).filter({ visible: true })
  await expect(beside).toContainText('late shift')
  await page.keyboard.press('s')
  await expect(beside).toContainText('still there')
  await expect(decision(page)).toContainText('a drill of chromatic shifts')
  await page.keyboard.press('4')
  await expect(beside.getByRole('button', { name: '4 of 5' })).toHaveAttribute('aria-pressed', 'true')
  await page.keyboard.press('u')
  await expect(beside.getByRole('button', { name: '4 of 5' })).toHaveAttribute('aria-pressed', 'false')
  await page.keyboard.press('u')
  await page.keyboard.press('g')
  await expect(beside).toContainText('gone')
  await expect(decision(page)).toContainText('Stay at 60')
  await expect
    .poll(async () =>
      ((await teacher.send('GET', `/api/lessons/${next}`)).body as LessonDetail).events
        .map(({ kind }) => kind)
        .join(' '),
    )
    .toBe('turn fault rating void void fault-gone')
})

test('the lesson is made by need, arranged by hand, shown large, and summed up with what was wrong', async ({
  page,
  baseURL,
}) => {
  const { teacher, own } = await openOwn(page, baseURL!)
  const second = (
    (
      await teacher.send('POST', '/api/drills', {
        id: randomUUID(),
        name: 'Second helping',
        spec: { version: 1, family: 'order', order: { fingers: [1, 3] } },
      })
    ).body as { id: string }
  ).id
  await teacher.send('POST', `/api/students/${own.students}/drills`, { id: randomUUID(), refs: [second], path: false })
  await page.goto(`/lesson/${own.lessons}`)
  const agenda = page.getByRole('complementary', { name: 'Agenda' })
  await expect(agenda).toContainText('30 of 30 minutes planned')
  const names = () => agenda.getByRole('listitem').allInnerTexts()
  const [first] = await names()
  await page.keyboard.press('a')
  const dialog = page.getByRole('dialog', { name: 'Arrange the lesson' })
  await dialog.getByRole('button', { name: 'Move number 1 down' }).click()
  await dialog.getByRole('button', { name: /^Minutes for Mine: more/ }).click()
  await expect(dialog).toContainText('31 of 30 minutes')
  await dialog.getByRole('button', { name: 'Fit to 30 minutes' }).click()
  await expect(dialog).toContainText('30 of 30 minutes')
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect.poll(async () => (await names())[1]!.split('\n')[0]).toBe(first!.split('\n')[0])
  await page.keyboard.press('u')
  await expect.poll(async () => (await names())[0]!.split('\n')[0]).toBe(first!.split('\n')[0])

  await page.keyboard.press('d')
  const large = page.getByRole('dialog').filter({ hasText: 'Back to the lesson' })
  await expect(large.locator('.sheet-system').first()).toBeVisible()
  await large.getByRole('button', { name: 'Back to the lesson' }).click()

  for (const key of ['j', 'k', '3', 'f']) await page.keyboard.press(key)
  await page.keyboard.type('late')
  await page.keyboard.press('Enter')
  await page.keyboard.press('e')
  await page.keyboard.press('Enter')
  const summary = page.getByRole('article')
  await expect(summary).toContainText('sounded 3 of 5')
  await expect(summary).toContainText('Late shift.')
})

test('a stage is passed when rated 4 or more in two lessons in a row, and the next opens with its sheet, plan and tempo', async ({
  page,
  baseURL,
}) => {
  const { teacher, own } = await openOwn(page, baseURL!)
  await page.goto(`/students/${own.students}`)
  await page.getByRole('button', { name: /^Chart and plan of/ }).click()
  await page.getByRole('button', { name: 'Change the stages' }).click()
  const stages = page.getByRole('dialog')
  await stages.getByRole('button', { name: 'Add a stage' }).click()
  await choose(page, /Stage 1 plays/, 'plucking hand alone')
  await expect(stages.getByLabel('Stage 1', { exact: true })).toHaveValue('plucking hand alone')
  await stages.getByLabel('to a tempo').first().uncheck()
  await stages.getByRole('button', { name: 'Save stages' }).click()
  await expect(page.getByRole('list', { name: 'Stages' })).toContainText('plucking hand alone')

  // Begun too high: back to the first, with the reason, and its sheet is another.
  await page.goto(`/lesson/${own.lessons}`)
  await expect(decision(page)).toBeVisible()
  await page.keyboard.press('w')
  const otherwise = page.getByRole('dialog', { name: 'Choose differently' })
  await otherwise.getByText('another stage').click()
  await choose(page, /^Stage/, 'back to plucking hand alone')
  await otherwise.getByLabel('Why').fill('the strokes first')
  await otherwise.getByRole('button', { name: 'Save decision' }).click()
  await expect(decision(page)).toContainText('4 or more of 5 in two lessons in a row passes it')
  await page.keyboard.press('4')
  await page.keyboard.press('e')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('article')).toContainText('sounded 4 of 5')
  const endedOnServer = async () =>
    ((await teacher.send('GET', `/api/lessons/${own.lessons}`)).body as { endedAt: string | null }).endedAt
  await expect.poll(endedOnServer).not.toBeNull()

  const { body } = await teacher.send('POST', '/api/lessons', { id: randomUUID(), studentId: own.students, slot: null })
  await page.goto(`/lesson/${(body as { id: string }).id}`)
  await expect(decision(page)).toContainText('Rated 4 of 5')
  await page.keyboard.press('4')
  await page.keyboard.press('o')
  await expect(page.getByText('Three more clean passes in a row').first()).toBeVisible()
})
