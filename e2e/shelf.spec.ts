import { randomUUID } from 'node:crypto'
import { expect, type Page } from '@playwright/test'
import { choose, dragRowDown, signIn, test } from './studio'

const matrix = (page: Page) => page.getByRole('table', { name: 'Drills by technique and grade' })
const openMatrix = (page: Page) => page.getByRole('button', { name: /^By technique and grade/ }).click()
const cards = (page: Page) => page.getByRole('article')
const chosen = (page: Page) => page.getByRole('region', { name: 'Chosen drills' })

/** A student of this test's own, with a hand that is measured. */
async function addStudent(page: Page): Promise<{ readonly id: string; readonly name: string }> {
  const name = `Pupil ${randomUUID().slice(0, 8)}`
  const answer = await page.request.post('/api/students', {
    data: {
      id: randomUUID(),
      name,
      birthYear: null,
      instrument: { preset: 'classical' },
      hand: { reachMm: 78 },
      about: '',
    },
  })
  expect(answer.status()).toBe(201)
  return { id: ((await answer.json()) as { id: string }).id, name }
}

test('the bench tells the grade, lights the notes of a part, and offers a notch either way', async ({ page }) => {
  await signIn(page, 'wren', '/bench')
  const grade = page.getByRole('region', { name: 'Grade', exact: true })
  await expect(grade.getByText(/^\d\.\d$/)).toBeVisible()
  const before = Number(await grade.getByText(/^\d\.\d$/).textContent())
  const part = grade.getByRole('button', { name: /^Coordination/ })
  await part.click()
  await expect(part).toHaveAttribute('aria-pressed', 'true')
  await expect(grade.getByText(/both hands at once, at .* notes a second/i)).toBeVisible()
  const lit = page.locator('.sheet-system .lit')
  await expect(lit.first()).toBeVisible()
  await part.click()
  await expect(lit).toHaveCount(0)

  await page.getByRole('button', { name: 'A little harder or easier' }).click()
  const notches = page.getByRole('region', { name: 'A little harder or easier' })
  const first = notches.getByRole('listitem').first()
  await expect(first.getByText(/^\+\d/)).toBeVisible()
  await choose(page, /^More of/, 'Slurs')
  await expect(first.getByText(/^Slurred notes|^Slurred/)).toBeVisible()
  await first.getByRole('button').click()
  await expect.poll(async () => Number(await grade.getByText(/^\d\.\d$/).textContent())).toBeGreaterThan(before)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(async () => Number(await grade.getByText(/^\d\.\d$/).textContent())).toBe(before)

  await page.getByRole('button', { name: 'Tempo for a grade' }).click()
  const tempo = page.getByRole('region', { name: 'Tempo for a grade' })
  await tempo.getByRole('textbox', { name: 'Grade' }).fill('4')
  await tempo.getByRole('textbox', { name: 'Grade' }).press('Enter')
  const said = Number((await tempo.getByText(/♩ = /).textContent())!.split('= ')[1])
  await tempo.getByRole('button', { name: 'Use this tempo' }).click()
  await expect(page.locator('footer').getByText(String(said), { exact: true })).toBeVisible()
  await expect.poll(async () => Number(await grade.getByText(/^\d\.\d$/).textContent())).toBeGreaterThanOrEqual(3.9)
})

test('the shelf holds the ladder: by technique and grade, by words, by what suits a student', async ({ page }) => {
  await signIn(page)
  const { name } = await addStudent(page)
  await page.goto('/shelf')
  await expect(matrix(page)).toBeHidden()
  await openMatrix(page)
  await expect(matrix(page)).toBeVisible()
  const status = page.getByRole('status').filter({ hasText: /drills?/ })
  const count = async () => Number((await status.textContent())!.split(' ')[0])
  const all = await count()
  expect(all).toBeGreaterThan(600)

  const cell = matrix(page).getByRole('button', { name: /^Slurs, grade 3: \d+ drills$/ })
  const inCell = Number((await cell.textContent())!.trim())
  await cell.click()
  await expect(status).toHaveText(`${inCell} drills: Slurs, grade 3`)
  await expect(cards(page)).toHaveCount(inCell)
  await expect(
    cards(page)
      .first()
      .getByText(/^Grade (2\.[5-9]|3\.[0-5]) · ♩ = \d+ · Slurs$/),
  ).toBeVisible()
  await expect(
    cards(page)
      .nth(1)
      .getByText(/^Now (with|without|in|\w+ )/),
  ).toBeVisible()
  await page.getByRole('button', { name: 'Show everything' }).click()
  await expect.poll(count).toBe(all)

  await page.getByLabel('Find a drill').fill('trill 3 4')
  await expect.poll(count).toBeLessThan(all / 4)
  await expect(cards(page).first().getByRole('link')).toHaveText(/Trill|3 4/)
  await page.getByLabel('Find a drill').fill('zither')
  await expect(page.getByRole('heading', { name: 'No match' })).toBeVisible()
  await page.getByLabel('Find a drill').fill('')

  await choose(page, 'Suits', name)
  await expect.poll(count).toBeLessThan(all)
  expect(await count()).toBeGreaterThan(100)

  await page.getByRole('button', { name: 'Show everything' }).click()
  await page
    .getByRole('button', { name: /^More / })
    .first()
    .click()
  await page.getByRole('button', { name: 'Needs no guitar' }).click()
  await expect.poll(count).toBeLessThan(30)
  await expect(
    cards(page)
      .first()
      .getByText(/Counting/),
  ).toBeVisible()
})

test('the matrix of the shelf is one stop of the keyboard; the arrows go through it', async ({ page }) => {
  await signIn(page, 'wren', '/shelf')
  await openMatrix(page)
  const matrix = page.getByRole('table', { name: /technique and grade/ })
  await expect(matrix).toBeVisible()
  expect(await matrix.locator('button[tabindex="0"]').count()).toBe(1)
  await matrix.getByRole('button', { name: 'Finger orders', exact: true }).focus()
  await page.keyboard.press('ArrowDown')
  await expect(matrix.getByRole('button', { name: /^Finger orders, grade \d/, exact: false }).first()).toBeFocused()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('status').filter({ hasText: 'Finger pairs, grade' })).toBeVisible()
  await page.keyboard.press('Tab')
  await expect(matrix.locator(':focus')).toHaveCount(0)
})

test('a favourite stays one, and a collection keeps its order however it is moved', async ({ page }) => {
  await signIn(page, 'wren', '/shelf')
  await openMatrix(page)
  await matrix(page)
    .getByRole('button', { name: /^Trills, grade 2/ })
    .click()
  await expect(page.getByRole('status').filter({ hasText: 'Trills, grade 2' })).toBeVisible()
  const star = cards(page)
    .first()
    .getByRole('button', { name: /favourites$/ })
  await star.click()
  await expect(star).toHaveAttribute('aria-pressed', 'true')
  const names = await cards(page).getByRole('link').allTextContents()
  await page.reload()
  await page.getByRole('radio', { name: 'Favourites' }).click()
  await expect(cards(page).filter({ hasText: names[0]! }).first()).toBeVisible()
  await page.getByRole('radio', { name: 'Everything' }).click()

  await matrix(page)
    .getByRole('button', { name: /^Finger pairs, grade 2/ })
    .click()
  await expect(page.getByRole('status').filter({ hasText: 'Finger pairs, grade 2' })).toBeVisible()
  const wanted: string[] = []
  for (const i of [0, 1, 2]) {
    await cards(page).nth(i).getByRole('checkbox').check()
    wanted.push((await cards(page).nth(i).getByRole('link').textContent())!)
  }
  await expect(chosen(page)).toContainText('3 chosen')
  await chosen(page).getByRole('button', { name: 'Add to a collection' }).click()
  const dialog = page.getByRole('dialog')
  if (await dialog.getByLabel('Its name').isHidden()) await choose(page, 'Collection', 'A new one')
  const name = `Term ${randomUUID().slice(0, 6)}`
  await dialog.getByLabel('Its name').fill(name)
  await dialog.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(dialog).toBeHidden()

  await page.getByRole('tab', { name: 'Collections' }).click()
  const section = page.getByRole('region', { name })
  const items = section.getByRole('listitem')
  const order = async () => items.locator('p:first-child').allTextContents()
  await expect.poll(order).toEqual(wanted)
  await section.getByRole('button', { name: 'Move number 3 up' }).click()
  await expect.poll(order).toEqual([wanted[0], wanted[2], wanted[1]])
  await dragRowDown(section.getByRole('list'), 0, 2)
  await expect.poll(order).toEqual([wanted[2], wanted[1], wanted[0]])
  await page.reload()
  await page.getByRole('tab', { name: 'Collections' }).click()
  await page.getByRole('navigation', { name: 'Collections' }).getByRole('button', { name }).click()
  await expect.poll(order).toEqual([wanted[2], wanted[1], wanted[0]])
  await section.getByRole('button', { name: 'Remove number 1' }).click()
  await expect(items).toHaveCount(2)
  await page.getByRole('button', { name: 'Put back' }).click()
  await expect(items).toHaveCount(3)
})

test('a path: the next drill opens when the one before is passed', async ({ page }) => {
  await signIn(page)
  const { id, name } = await addStudent(page)
  await page.goto(`/shelf?student=${id}&technique=orders&grade=1`)
  await expect(page.getByRole('status').filter({ hasText: 'Finger orders, grade 1' })).toBeVisible()
  for (const i of [0, 1]) await cards(page).nth(i).getByRole('checkbox').check()
  await chosen(page).getByRole('button', { name: 'Assign to a student' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('radio', { name: 'As a path' }).click()
  await dialog.getByRole('button', { name: `Assign to ${name}` }).click()
  await page.getByRole('button', { name: 'Open their page' }).click()
  await expect(page.getByText(/opens when “.*” is passed/)).toBeVisible()

  await page.getByRole('button', { name: 'Start a lesson now' }).click()
  await expect(page.getByRole('button', { name: /^Clean/ })).toBeVisible()
  const lessonId = page.url().split('/').at(-1)!
  const detail = async () =>
    (await (await page.request.get(`/api/lessons/${lessonId}`)).json()) as {
      agenda: { id: string; plan: { targetBpm: number } }[]
    }
  expect((await detail()).agenda).toHaveLength(1)
  const [first] = (await detail()).agenda
  const passed = await page.request.post(`/api/lessons/${lessonId}/events`, {
    data: {
      event: {
        id: randomUUID(),
        at: new Date().toISOString(),
        kind: 'pass',
        assignmentId: first!.id,
        bpm: first!.plan.targetBpm,
        clean: true,
      },
      deviceOffsetMs: 0,
    },
  })
  expect(passed.status()).toBe(201)
  expect((await detail()).agenda).toHaveLength(2)
  await page.goto(`/students/${id}`)
  await expect(page.getByRole('heading', { name: 'Drills' })).toBeVisible()
  await expect(page.getByText(/opens when/i)).toHaveCount(0)
  await page.getByRole('tab', { name: 'Hand and progress' }).click()

  // What was clean is covered, and what is missing leads to the shelf.
  const coverage = page.getByRole('region', { name: 'Coverage', exact: true })
  await expect(coverage.getByLabel('done').first()).toBeVisible()
  await coverage.getByRole('link', { name: 'Slurs' }).click()
  await expect(page).toHaveURL(/\/shelf\?student=.*technique=slurs/)
  await expect(page.getByRole('status').filter({ hasText: /: Slurs, grade \d/ })).toBeVisible()
})

test('what a part counts is tried out on known drills before it is kept for the studio', async ({ page }) => {
  await signIn(page, 'wren', '/grade')
  const table = page.getByRole('table', { name: /ten known drills/ })
  const row = table.getByRole('row', { name: /^Change C to G/ })
  await expect(row.getByRole('cell').nth(3)).toHaveText('–')
  const keep = page.getByRole('button', { name: 'Save for the studio' })
  await expect(keep).toBeDisabled()
  const weight = page.getByRole('textbox', { name: 'Chord changes counts' })
  await weight.fill('1')
  await weight.press('Tab')
  await expect(row.getByRole('cell').nth(3)).toHaveText(/^\+\d/)
  const then = (await row.getByRole('cell').nth(2).textContent())!.trim()
  await keep.click()
  await expect(page.getByText('Grades count by these weights now')).toBeVisible()
  await expect(row.getByRole('cell').nth(1)).toHaveText(then)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(row.getByRole('cell').nth(1)).not.toHaveText(then)
  await expect(weight).toHaveValue('0.48')
})
