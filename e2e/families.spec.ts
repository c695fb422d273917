import { expect } from '@playwright/test'
import { signIn, test } from './studio'

const FAMILIES = [
  ['Finger pair', /^Pair 1 2/],
  ['Held fingers', /^Hold 3 on string 4/],
  ['Chromatic', /^Chromatic on string 1/],
  ['Slurs', /^Slurs 21 41/],
  ['Tapping', /^Tapping on string 2/],
  ['Three-note cell', /^Cell half whole/],
  ['Scale', /^C major, in VII$/],
  ['Plucking pattern', /^Pattern p i m a/],
  ['Arpeggio shape', /^Em arpeggio/],
  ['Diagonal', /^Diagonal on strings 5 4 3 2/],
  ['Picking', /^Picking on strings 3, 3 2/],
  ['Pedal string', /^Pedal on string 1/],
  ['Chord change', /^Change E Am/],
  ['Counting', /^Count at 100/],
  ['Warm-up', /^Warm-up in 4 steps/],
  ['Own music', /^Own music, 8 notes/],
  ['Finger order', /^Order 1 2 3 4/],
] as const

test.beforeEach(async ({ page }) => {
  await signIn(page, 'wren', '/bench')
  await expect(page.getByRole('heading', { name: /^Order 1 2 3 4/ })).toBeVisible()
})

test('every family opens with something playable, and undo leads back', async ({ page }) => {
  for (const [label, title] of FAMILIES) {
    await page.getByRole('button', { name: /^Family/ }).click()
    await page
      .getByRole('dialog')
      .getByRole('button', { name: new RegExp(`^${label}`) })
      .click()
    await expect(page.getByRole('heading', { level: 1, name: title })).toBeVisible()
    await expect(page.getByRole('alert')).toHaveCount(0)
  }
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('heading', { level: 1, name: /^Own music/ })).toBeVisible()
})

async function choose(page: import('@playwright/test').Page, label: string) {
  await page.getByRole('button', { name: /^Family/ }).click()
  await page
    .getByRole('dialog')
    .getByRole('button', { name: new RegExp(`^${label}`) })
    .click()
}

test('a pattern is pressed on its strings, set by keys and typed, and transfers to another chord', async ({ page }) => {
  await choose(page, 'Plucking pattern')
  await page.getByRole('button', { name: 'step 2, 1 top: nothing' }).click()
  await expect(page.getByLabel('Typed')).toHaveValue('p:R i:3+a:1 m:2 a:1 p:A i:3 m:2 a:1')
  // Every finger on every voice, lengths and rests: by keys alone.
  await page.getByRole('button', { name: 'step 2, 1 top: a' }).focus()
  for (const key of ['Delete', 'ArrowRight', 'ArrowDown', 'c', 'q', '.', 'Insert', 'ArrowDown', 'p'])
    await page.keyboard.press(key)
  await expect(page.getByLabel('Typed')).toHaveValue('p:R i:3 c:2/q. p:3/q. a:1 p:A i:3 m:2 a:1')
  // It is more than a bar now: the rest of it is on the next page.
  await expect(page.getByText('Bar 1 of 2')).toBeVisible()
  await page.getByRole('button', { name: 'The next bar' }).click()
  await expect(page.getByRole('button', { name: 'step 6, bass A: p' })).toBeVisible()
  await page.getByLabel('Typed').fill('p:R+a:1/q~e i:3 m:2')
  await page.getByLabel('Typed').press('Enter')
  await expect(page.getByRole('button', { name: 'step 1, 1 top: a' })).toBeVisible()
  await page.getByText('Over an alternating thumb').click()
  await page.getByRole('button', { name: 'm a between' }).click()
  await expect(page.getByLabel('Typed')).toHaveValue('p:R m:2 p:A a:1')
  await page.getByLabel('Chords in a line').fill('C G Dm')
  await page.getByLabel('Chords in a line').press('Enter')
  await expect(page.getByRole('heading', { level: 1 })).toContainText('over C G Dm')
})

test('a chord is typed or clicked on the neck, and its name is found', async ({ page }) => {
  await choose(page, 'Chord change')
  await page.getByLabel('Frets, thick string first').fill('x02210')
  await page.getByLabel('Frets, thick string first').press('Enter')
  await expect(page.getByText(/Sounds as Am/)).toBeVisible()
  await page.getByRole('button', { name: 'string 1, fret 3' }).click()
  await expect(page.getByLabel('Frets, thick string first')).toHaveValue('x02213')
  await page.getByLabel('Frets, thick string first').fill('x0221')
  await page.getByLabel('Frets, thick string first').press('Enter')
  await expect(page.getByRole('alert').first()).toContainText('names 5 strings; the guitar has 6')
})

test('a tapping cycle, picking groups and warm-up steps are set entry by entry; the short notation stays a second way', async ({
  page,
}) => {
  const title = page.getByRole('heading', { level: 1 })
  await choose(page, 'Tapping')
  const third = page.getByRole('listitem', { name: 'note 3' })
  await third.getByLabel('Played by').selectOption('a')
  await third.getByLabel('Fret').fill('15')
  await third.getByLabel('Fret').press('Tab')
  await expect(title).toContainText('15a')
  await page.getByRole('button', { name: 'Move note 3 up' }).click()
  await expect(title).toContainText(/15a 10/)
  await page.getByRole('button', { name: 'Remove note 4' }).click()
  await page.getByText('As text', { exact: true }).click()
  await expect(page.getByLabel('Cycle as text')).toHaveValue('7:1 15:a 10:4')

  await choose(page, 'Picking')
  await page.getByRole('listitem', { name: 'group 1' }).getByRole('button', { name: 'Add string 1' }).click()
  await expect(title).toContainText('strings 3 1')
  await page.getByRole('button', { name: 'Add group' }).click()
  await expect(page.getByRole('listitem', { name: /^group/ })).toHaveCount(3)

  await choose(page, 'Warm-up')
  await page.getByRole('button', { name: 'Add step' }).click()
  const fifth = page.getByRole('listitem', { name: 'step 5' })
  await fifth.getByLabel('What').fill('Roll the shoulders')
  await fifth.getByLabel('What').press('Tab')
  await expect(title).toContainText('5 steps')
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(fifth.getByLabel('What')).not.toHaveValue('Roll the shoulders')
})

test('the places of a shape are stepped through', async ({ page }) => {
  await choose(page, 'Arpeggio shape')
  await expect(page.getByText('The plucking hand is the same at every place.')).toBeVisible()
  await page.getByRole('button', { name: /Place on the neck.*: more/ }).click()
  await expect(page.getByRole('heading', { level: 1 })).toContainText('in X, raked')
})

test('dragging over notes makes a drill of them', async ({ page }) => {
  const from = (await page.locator('[data-note="4"]').boundingBox())!
  const to = (await page.locator('[data-note="7"]').boundingBox())!
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2)
  await page.mouse.down()
  await page.mouse.move(to.x + to.width / 2, to.y + to.height / 2, { steps: 8 })
  await page.mouse.up()
  await expect(page.getByText('Notes 5 to 8', { exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Make a drill from them' }).click()
  await expect(page.locator('.sheet-system .note')).toHaveCount(4)
  await expect(page.getByRole('heading', { level: 1 })).toContainText('from note 1 on string 5 to note 4 on string 5')
})

test('a warm-up runs without a guitar, with progress, and can be cancelled', async ({ page }) => {
  await choose(page, 'Warm-up')
  await page.getByRole('button', { name: 'Start' }).click()
  await expect(page.getByText('Step 1 of 4')).toBeVisible()
  await expect(page.getByRole('progressbar')).toBeVisible()
  await page.getByRole('button', { name: 'Next' }).click()
  await expect(page.getByText('Step 2 of 4')).toBeVisible()
  await page.getByRole('button', { name: 'Cancel' }).click()
  await expect(page.getByRole('button', { name: 'Start' })).toBeVisible()
})

test('counting runs through its tempos to the end', async ({ page }) => {
  await page.goto(
    `/bench?spec=${encodeURIComponent('{"version":1,"family":"count","rhythm":{"meter":[1,4]},"count":{"tempos":[240,200],"bars":4,"silentBars":2}}')}`,
  )
  await page.getByRole('button', { name: 'Start' }).click()
  await expect(page.getByText('The click is silent: keep counting.')).toBeVisible()
  await expect(page.getByText('Done', { exact: true })).toBeVisible()
})
