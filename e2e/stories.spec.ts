import { randomUUID } from 'node:crypto'
import { expect, type Page } from '@playwright/test'
import { DateTime } from 'luxon'
import { account } from './own'
import { choose, comeAs, test, unfold } from './studio'
import { enter, type Visitor } from './visitor'

// Jobs of a teacher's day, each with the most clicks it may take. The lesson by keys alone, a drill brought in, the
// bench and back are told in lesson.spec.ts, paper in bench.spec.ts.

/** Signs a teacher of one's own in, and counts every click from then on. */
async function begin(page: Page, baseURL: string) {
  const { name } = await account('teacher')
  const teacher = await enter(baseURL, name)
  let clicks = 0
  await page.exposeFunction('countClick', () => clicks++)
  await page.addInitScript(() =>
    addEventListener(
      'click',
      event => event.isTrusted && event.detail > 0 && void (window as never as Counting).countClick(),
      true,
    ),
  )
  await comeAs(page, teacher)
  await page.goto('/')
  await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible()
  return { teacher, clicks: () => clicks }
}
interface Counting {
  countClick(): void
}

interface Card {
  readonly name: string
  readonly birthYear?: number
  readonly instrument?: object
  readonly instrumentId?: string
  readonly hand?: object
  readonly habits?: object
}
async function addStudent(teacher: Visitor, card: Card): Promise<string> {
  const id = randomUUID()
  const whole = { birthYear: null, instrument: {}, hand: {}, about: '', ...card }
  expect((await teacher.send('POST', '/api/students', { id, ...whole })).status).toBe(201)
  return id
}
async function setDrill(teacher: Visitor, studentId: string, spec: object) {
  const drill = (await teacher.send('POST', '/api/drills', { id: randomUUID(), name: 'Their drill', spec })).body as {
    version: { id: string }
  }
  const plan = { school: 'clean-passes', startBpm: 60, targetBpm: 84, step: 4, need: 3, tooMany: 5 }
  const set = { id: randomUUID(), studentId, drillVersionId: drill.version.id, stage: 'together', plan, targetOn: null }
  expect((await teacher.send('POST', '/api/assignments', set)).status).toBe(201)
}
const title = (page: Page) => page.getByRole('heading', { level: 1 })
const notes = (page: Page) => page.locator('.sheet-system .note')
const order = { version: 1, family: 'order', order: { fingers: [1, 2, 3, 4] } }
async function chooseFamily(page: Page, label: string) {
  await page.getByRole('button', { name: /^Family/ }).click()
  await page
    .getByRole('dialog')
    .getByRole('button', { name: new RegExp(`^${label}`) })
    .click()
}

test('a beginner on a half-size guitar, from nothing to a running lesson: at most 15 clicks', async ({
  page,
  baseURL,
}) => {
  const { clicks } = await begin(page, baseURL!)
  await page.getByRole('link', { name: 'Students' }).click()
  await page.getByRole('button', { name: 'Add a student' }).first().click()
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByLabel('Name')).toBeFocused()
  await page.keyboard.type('Wilma')
  await page.keyboard.press('Tab')
  await page.keyboard.type(String(new Date().getFullYear() - 9))
  await dialog.getByRole('button', { name: /^Guitar/ }).click()
  await page.getByRole('option', { name: /^Half-size/ }).click()
  await page.keyboard.press('Enter')
  await dialog.getByRole('button', { name: 'Add', exact: true }).click()
  await page.getByRole('button', { name: 'Go to the bench' }).click()
  await expect(title(page)).toHaveText('Order 1 2, strings 2–1 and back, VII')
  await expect(page.getByText('Nobody has measured this hand')).toBeVisible()
  await expect(page.getByRole('complementary', { name: 'Parameters' })).toContainText('530 mm')
  await page.getByRole('button', { name: 'Assign to a student' }).click()
  await dialog.getByRole('button', { name: 'Assign', exact: true }).click()
  await page.getByRole('button', { name: 'Open their page' }).click()
  await page.getByRole('button', { name: 'Start a lesson now' }).click()
  await expect(page.getByRole('button', { name: /^Clean/ })).toBeVisible()
  expect(clicks()).toBeLessThanOrEqual(15)
})

test('the next lesson from Today: one click', async ({ page, baseURL }) => {
  const { teacher, clicks } = await begin(page, baseURL!)
  const id = await addStudent(teacher, { name: 'Nils' })
  await setDrill(teacher, id, order)
  const { zone } = (await teacher.send('GET', '/api/me')).body as { zone: string }
  const now = DateTime.now().setZone(zone)
  const slot = { weekday: now.weekday, wallTime: now.toFormat('HH:mm'), minutes: 45, everyWeeks: 1 }
  await teacher.send('PUT', `/api/students/${id}/slot`, { id: randomUUID(), ...slot })
  await page.reload()
  await page.getByRole('button', { name: /^(Start|Continue): lesson of Nils$/ }).click()
  await expect(page.getByRole('heading', { name: 'Their drill', level: 2 })).toBeVisible()
  expect(clicks()).toBeLessThanOrEqual(1)
})

test('a lesson from Today to its summary by the keys alone', async ({ page, baseURL }) => {
  const { teacher, clicks } = await begin(page, baseURL!)
  await setDrill(teacher, await addStudent(teacher, { name: 'Viola' }), order)
  await page.keyboard.press('Control+k')
  await page.keyboard.type('viol')
  await expect(page.getByRole('option').first()).toContainText('Viola')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Viola', level: 1 })).toBeVisible()
  await page.keyboard.press('l')
  await expect(page.getByRole('button', { name: /^Clean/ })).toBeVisible()
  for (const key of ['j', 'j', 'j', 'o']) await page.keyboard.press(key)
  await expect(page.getByRole('region', { name: 'Decision' })).toContainText('Stay at 64')
  await page.keyboard.press('Control+k')
  await page.keyboard.type('today')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Today', level: 1 })).toBeVisible()
  await expect(page.getByRole('button', { name: /lesson of Viola$/ })).toBeVisible()
  await page.keyboard.press('l')
  await expect(page.getByRole('button', { name: /^Clean/ })).toBeVisible()
  await page.keyboard.press('e')
  await page.keyboard.press('Enter')
  await expect(page.getByText('3 of 3 passes clean')).toBeVisible()
  expect(clicks()).toBe(0)
})

test('a fingerstyle adult: a pattern over chords, the fingers in sight, saved: at most 6 clicks', async ({
  page,
  baseURL,
}) => {
  const { teacher, clicks } = await begin(page, baseURL!)
  const id = await addStudent(teacher, { name: 'Fenna', birthYear: 1980, habits: { sounder: 'flesh' } })
  await page.goto(`/bench?student=${id}`)
  await chooseFamily(page, 'Plucking pattern')
  await expect(title(page)).toHaveText(/^Pattern p i m a/)
  await expect(page.locator('.sheet-system .plucking tspan').first()).toHaveText('p')
  expect(await page.locator('.sheet-system .chord tspan').allTextContents()).not.toEqual([])
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await page.keyboard.press('Enter')
  await expect(page.getByText('version 1 of 1')).toBeVisible()
  expect(clicks()).toBeLessThanOrEqual(6)
})

test('a rock player: picking on an electric guitar, faster by four, played: at most 9 clicks', async ({
  page,
  baseURL,
}) => {
  const { clicks } = await begin(page, baseURL!)
  await page.getByRole('link', { name: 'Bench' }).click()
  await unfold(page, 'Guitar')
  await page.getByRole('button', { name: /^Guitar Classical/ }).click()
  await page.getByRole('option', { name: /^Electric/ }).click()
  await chooseFamily(page, 'Picking')
  await page.getByRole('button', { name: 'Faster by 4' }).click()
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible()
  await expect(page.getByRole('complementary', { name: 'Parameters' })).toContainText('22 frets')
  expect(clicks()).toBeLessThanOrEqual(9)
})

test('a classical student with nails: i and m in turn, rest strokes marked: at most 3 clicks', async ({
  page,
  baseURL,
}) => {
  const { teacher, clicks } = await begin(page, baseURL!)
  const id = await addStudent(teacher, { name: 'Carys', birthYear: 2008, habits: { sounder: 'nails' } })
  await page.goto(`/bench?student=${id}`)
  await expect(page.getByRole('button', { name: 'string 6, fret 5, finger 1, i' }).first()).toBeVisible()
  await page.getByRole('radio', { name: 'Rest', exact: true }).click()
  await expect(page.getByText('rest stroke', { exact: true })).toBeVisible()
  await expect(page.getByText(/^Rest stroke: the finger lands/)).toBeVisible()
  expect(clicks()).toBeLessThanOrEqual(3)
})

test('an injured finger: spared on the hand card, every drill that uses it found, and fitted: at most 9 clicks', async ({
  page,
  baseURL,
}) => {
  const { teacher, clicks } = await begin(page, baseURL!)
  const id = await addStudent(teacher, { name: 'Jory', hand: { reachMm: 80 } })
  await setDrill(teacher, id, order)
  await page.goto(`/students/${id}?tab=hand`)
  await page.getByRole('button', { name: 'Change the hand card' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('group', { name: 'Fingers to spare' }).getByRole('button', { name: '4' }).click()
  await expect(dialog.getByRole('img')).toHaveAccessibleName(/^Fingers 1 2 3, one per fret: .* With all four/)
  await dialog.getByLabel('Review on').fill('2030-03-03')
  await dialog.getByRole('button', { name: 'Save the hand card' }).click()
  await expect(page.getByText('Finger 4 spared, review on 3 March')).toBeVisible()
  await page.getByRole('tab', { name: 'Now' }).click()
  await page.getByRole('link', { name: 'Fit it to the hand' }).click()
  await expect(page.getByRole('status', { name: 'Fitted' })).toContainText('plays with the other fingers only')
  await page.getByRole('button', { name: /^(Assign to a student|Save for)/ }).click()
  expect(clicks()).toBeLessThanOrEqual(9)
})

test('a left-handed player of seven strings: the guitar once, the drill over all of them, the neck the other way round', async ({
  page,
  baseURL,
}) => {
  const { teacher, clicks } = await begin(page, baseURL!)
  await page.getByRole('link', { name: 'Studio' }).click()
  await page.getByRole('button', { name: 'Add a guitar' }).first().click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Name', { exact: true }).fill('Seven')
  await dialog.getByLabel('Open strings, thickest first').fill('B1 E2 A2 D3 G3 B3 E4')
  await dialog.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(page.getByText(/7 strings/).first()).toBeVisible()
  expect(clicks()).toBeLessThanOrEqual(3)
  const [guitar] = (await teacher.send('GET', '/api/instruments')).body as readonly { id: string }[]
  const id = await addStudent(teacher, { name: 'Lev', hand: { leftHanded: true }, instrumentId: guitar!.id })
  await page.goto(`/bench?student=${id}`)
  await expect(page.locator('.sheet-system').first().locator('.string-name tspan')).toHaveText([
    'E',
    'B',
    'G',
    'D',
    'A',
    'E',
    'B',
  ])
  await choose(page, 'From string', '7')
  await expect(title(page)).toContainText('strings 7–1')
  await expect(notes(page)).toHaveCount(56)
})

test('on a phone: the parameters stand above the sheet; a lesson is begun, a pass heard and taken back: at most 3 taps', async ({
  page,
  baseURL,
}) => {
  await page.setViewportSize({ width: 390, height: 844 })
  const { teacher, clicks } = await begin(page, baseURL!)
  const id = await addStudent(teacher, { name: 'Pip' })
  await setDrill(teacher, id, order)
  await page.goto(`/students/${id}`)
  await page.getByRole('button', { name: 'Start a lesson now' }).click()
  await page.getByRole('button', { name: /^Clean/ }).click()
  await expect(page.getByRole('list', { name: 'Passes' }).getByRole('img', { name: 'clean' })).toHaveCount(1)
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(page.getByText('none yet')).toBeVisible()
  expect(clicks()).toBeLessThanOrEqual(3)
  await page.goto(`/bench?student=${id}`)
  const parameters = await page.getByRole('button', { name: 'Parameters' }).boundingBox()
  const sheet = await page.locator('.sheet-system').first().boundingBox()
  expect(parameters!.y).toBeLessThan(sheet!.y)
})

test('in the evening: dark with one click, and dark it stays', async ({ page, baseURL }) => {
  const { clicks } = await begin(page, baseURL!)
  const dark = page.locator('html.dark')
  const was = await dark.count()
  await page.getByRole('button', { name: /^(Dark|Light) theme$/ }).click()
  await expect(dark).toHaveCount(1 - was)
  expect(clicks()).toBe(1)
  await page.reload()
  await expect(dark).toHaveCount(1 - was)
})

test('something hurts: put down on the student’s page and gone a week later, at most 6 clicks each', async ({
  page,
  baseURL,
}) => {
  const { teacher, clicks } = await begin(page, baseURL!)
  const id = await addStudent(teacher, { name: 'Ansel' })
  await page.goto(`/students/${id}`)
  const more = page.getByRole('button', { name: 'More', exact: true })
  await more.click()
  await page.getByRole('menuitem', { name: 'Something hurts' }).click()
  await choose(page, /^Where/, 'Pain in the wrist')
  await page.getByRole('button', { name: 'Record', exact: true }).click()
  await expect(page.getByText(/^Pain in the wrist since/)).toBeVisible()
  expect(clicks()).toBeLessThanOrEqual(6)
  await more.click()
  await page.getByRole('menuitem', { name: 'Is the pain gone?' }).click()
  await page.getByLabel('How you know it is gone').fill('free for a week')
  await page.getByRole('button', { name: 'It is gone' }).click()
  await expect(page.getByText(/^Pain in the wrist since/)).toHaveCount(0)
  expect(clicks()).toBeLessThanOrEqual(10)
})
