import { expect, type Page } from '@playwright/test'
import { signIn, test, unfold } from './studio'

test.beforeEach(async ({ page }) => {
  await signIn(page, 'wren', null)
})

/** Opens a listbox by its label, which stands before what is chosen, and chooses. */
async function choose(page: Page, label: string, option: string | RegExp) {
  await page.getByRole('button', { name: new RegExp(`^${label} `) }).click()
  await page.getByRole('option', { name: option }).click()
}

test('a guitar of the studio’s own: refused where it is wrong, added, changed; the hand cards on it follow', async ({
  page,
  expectTrouble,
}) => {
  expectTrouble.allow.push(/409/)
  // Names of their own, so that the test may be run again on the same data.
  const [guitar, player] = [`Loan guitar ${Date.now() % 100000}`, `Player ${Date.now() % 100000}`]
  await page.goto('/studio')
  await page.getByRole('button', { name: 'Add a guitar' }).first().click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(dialog.getByText('a name is needed')).toBeVisible()
  await dialog.getByLabel('Name', { exact: true }).fill(guitar)
  await dialog.getByLabel('Open strings, thickest first').fill('D2 A2 H3 G3 B3 E4')
  await expect(dialog.getByText('"H3" is not a note with its octave, such as E2')).toBeVisible()
  await expect(dialog.getByRole('button', { name: 'Add', exact: true })).toBeDisabled()
  await choose(page, 'Tuning', /^Drop D/)
  await dialog.getByLabel('Scale length', { exact: true }).fill('600')
  await dialog.getByLabel('Scale length', { exact: true }).press('Tab')
  await expect(dialog.getByText('fret 12 300.0')).toBeVisible()
  await dialog.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(page.getByText('600 mm, 6 strings, 19 frets · Drop D').first()).toBeVisible()

  await page.goto('/students')
  await page.getByRole('button', { name: 'Add a student' }).click()
  await page.getByLabel('Name', { exact: true }).fill(player)
  await choose(page, 'Guitar', new RegExp(guitar))
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  const card = page.getByRole('region', { name: 'Hand card' })
  await expect(card.getByText(`${guitar}, 600 mm`)).toBeVisible()
  await expect(card.getByRole('img')).toHaveAccessibleName(/comfortable from IV/)

  await page.getByRole('link', { name: 'Studio' }).click()
  await page.getByRole('button', { name: `Archive ${guitar}` }).click()
  await expect(page.getByText(`${player} plays it: give them another guitar first`)).toBeVisible()
  await page.getByRole('button', { name: `Change ${guitar}` }).click()
  await dialog.getByLabel('Scale length', { exact: true }).fill('650')
  await dialog.getByRole('button', { name: 'Save the guitar' }).click()
  await page.getByRole('link', { name: 'Students' }).click()
  await page.getByRole('link', { name: new RegExp(player) }).click()
  await expect(card.getByRole('img')).toHaveAccessibleName(/comfortable from V/)
})

test('the hand card: the one-minute test, a smaller reach, and the set drills looked at again', async ({ page }) => {
  await page.goto('/students')
  await page.getByRole('link', { name: /Edmund Quillfeather/ }).click()
  await expect(page.getByRole('heading', { name: 'Edmund Quillfeather', level: 1 })).toBeVisible()
  const card = page.getByRole('region', { name: 'Hand card' })
  await expect(card.getByRole('img')).toHaveAccessibleName(/comfortable from III/)
  await card.getByRole('button', { name: 'Change the hand card' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('1 2 3 4 rest without strain from', { exact: true }).fill('9')
  await dialog.getByLabel('1 2 3 4 rest without strain from', { exact: true }).press('Tab')
  await expect(dialog.getByLabel('Reach, finger 1 to 4', { exact: true })).toHaveValue('62')
  await expect(dialog.getByText(/This guitar is large for the hand.*at most 520 mm/)).toBeVisible()
  await dialog.getByRole('radio', { name: 'floats' }).click()
  await dialog.getByRole('button', { name: 'Save the hand card' }).click()
  await expect(page.getByText(/2 of 2 assigned drills no longer suit the hand/)).toBeVisible()
  await expect(card.getByText('62 mm', { exact: true })).toBeVisible()
  await page.getByRole('link', { name: 'Fit it on the bench' }).first().click()
  await expect(page.getByRole('status', { name: 'Fitted' })).toContainText('moved from V to')
  await expect(page.getByText('Plucking hand floats: nothing rests on the guitar.')).toBeVisible()
})

test('the bench opens with what suits the student it is for', async ({ page }) => {
  await page.goto('/bench')
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Order 1 2 3 4, strings 6–1 and back, V')
  await choose(page, 'For', /Tilly Marrowby/)
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Order 1 2, strings 2–1 and back, VII')
  await expect(page.getByRole('status', { name: 'Fitted' })).toBeHidden()
  await choose(page, 'For', /Petra Loweswater/)
  await expect(page.getByRole('heading', { level: 1 })).toContainText(/^Order 1 2 3,/)
})

test('a drill is fitted to the student it is for, says why, and the original may stay', async ({ page }) => {
  await page.goto(`/bench?spec=${JSON.stringify({ version: 1, family: 'order', order: { fingers: [1, 2, 3, 4] } })}`)
  await choose(page, 'For', /Tilly Marrowby/)
  const note = page.getByRole('status', { name: 'Fitted' })
  await expect(note).toContainText('For Tilly Marrowby: moved from V to X.')
  await expect(note).toContainText('63.2 mm, comfortable 50.0 mm')
  await expect(page.getByRole('heading', { name: 'back, X' })).toBeVisible()
  await note.getByRole('button', { name: 'Keep the original' }).click()
  await expect(page.getByRole('heading', { name: 'back, V' })).toBeVisible()
  await choose(page, 'For', /Petra Loweswater/)
  await expect(note).toContainText('plays with the other fingers only. Finger 4 is spared')
  await expect(page.getByRole('heading', { name: /^Order 1 2 3,/ })).toBeVisible()

  await page.getByRole('button', { name: 'Assign to a student' }).click()
  const dialog = page.getByRole('dialog')
  await choose(page, 'Student', /Osric Fennimoor/)
  await expect(dialog.getByText(/^moved from/)).toBeVisible()
  await expect(dialog.getByRole('checkbox', { name: 'fit it to this hand' })).toBeChecked()
})

test('a note’s finger is changed by click or key, judged at once, mended, and undone', async ({ page }) => {
  await page.goto('/bench')
  await page.locator('[data-note="2"]').click()
  const verdict = page.getByRole('group', { name: 'Verdict' })
  await expect(verdict).toContainText('one finger per fret in V: fret 7 is finger 3’s')
  await page.getByRole('radiogroup', { name: 'Finger', exact: true }).getByRole('radio', { name: '1' }).click()
  await expect(verdict).toContainText('finger 1 at fret 7 crosses finger 2')
  await expect(verdict).toContainText(/finger 1 is harder here than finger 3/)
  await expect(page).toHaveURL(/pins=/)
  await page.reload()
  await unfold(page, 'Fingering')
  await expect(page.getByText('1 finger is pinned.')).toBeVisible()
  await page.locator('[data-note="2"]').click()
  await page.getByRole('button', { name: 'Repair from here' }).click()
  await expect(verdict).not.toContainText('is harder here')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(verdict).toContainText('is harder here')
  await page.getByRole('heading', { name: 'Figures' }).click()
  await page.keyboard.press('0')
  await expect(verdict).toContainText('fret 7 is finger 3’s')
  await page.keyboard.press('4')
  await expect(page.getByText('Note 3 · string 6, fret 7, finger 4, down')).toBeVisible()
})

test('what the student plays is written down, its end is shown, and the first drill it blocks is named', async ({
  page,
}) => {
  await page.goto('/students')
  await page.getByRole('link', { name: /Juno Pellwether/ }).click()
  await expect(page.getByRole('heading', { name: 'Juno Pellwether', level: 1 })).toBeVisible()
  await page.getByRole('link', { name: 'Odd fingers first: 1 3 2 4' }).click()
  await page.getByRole('button', { name: 'What the student plays' }).click()
  const writing = page.getByRole('region', { name: 'What the student plays' })
  await expect(writing).toContainText('Select a note and press the finger they use.')
  await page.locator('[data-note="0"]').click()
  await page.getByRole('radiogroup', { name: 'Finger', exact: true }).getByRole('radio', { name: '3' }).click()
  await expect(writing).toContainText(/note 1: finger 3 is harder here than finger 1/)
  await expect(writing).toContainText('The next assigned drill it gets in the way of: Hammer the second note')
  await writing.getByRole('button', { name: 'Back to the drill' }).click()
  await expect(page.getByRole('button', { name: 'string 6, fret 5, finger 1, down' }).first()).toBeVisible()
  await expect(page).not.toHaveURL(/pins=/)
})

test('the fingers of a set drill are kept for its student', async ({ page }) => {
  await page.goto('/students')
  await page.getByRole('link', { name: /Bram Ollerthwaite/ }).click()
  await expect(page.getByRole('heading', { name: 'Bram Ollerthwaite', level: 1 })).toBeVisible()
  await page.getByRole('link', { name: 'Alternate picking, six to one' }).click()
  await page.waitForURL(/\/bench/)
  await page.locator('[data-note="3"]').click()
  const fingers = page.getByRole('radiogroup', { name: 'Finger', exact: true })
  await fingers.getByRole('radio', { checked: false }).first().click()
  await page.getByRole('button', { name: 'Save these fingers for the student' }).click()
  await expect(page.getByText('Fingers saved for this student.')).toBeVisible()
  await page.goto('/students')
  await page.getByRole('link', { name: /Bram Ollerthwaite/ }).click()
  await expect(page.getByRole('heading', { name: 'Bram Ollerthwaite', level: 1 })).toBeVisible()
  await page.getByRole('link', { name: 'Alternate picking, six to one' }).click()
  await unfold(page, 'Fingering')
  await expect(page.getByText('1 finger is pinned.')).toBeVisible()
})

test('the engine chooses for the hand and offers other ways; a chord change is drawn from both sides', async ({
  page,
}) => {
  await page.goto(
    `/bench?spec=${encodeURIComponent(JSON.stringify({ version: 1, family: 'blocks', blocks: { chords: [{ frets: 'x32010' }, { frets: 'x02210' }, { frets: '320003' }] } }))}`,
  )
  const changes = page.getByRole('region', { name: 'Chord changes' })
  await expect(changes.getByRole('listitem')).toHaveCount(2)
  await expect(changes).toContainText('1 stays, 2 stays, 3 moves')
  await unfold(page, 'Fingering')
  await page.getByRole('radio', { name: 'best for the hand' }).click()
  const figures = page.getByRole('region', { name: 'Figures' })
  await expect(figures.getByText('Other ways:')).toBeVisible()
  const before = await page.locator('.sheet-system .note').first().getAttribute('aria-label')
  expect(before).toContain('finger 3')
  await figures
    .getByRole('button', { name: /^(As easy|A little harder|Harder):/ })
    .first()
    .click()
  await expect(page.getByText(/fingers? (is|are) pinned/)).toBeVisible()

  const necks = changes.getByRole('img')
  const place = async (text: string) => (await necks.first().getByText(text, { exact: true }).last().boundingBox())!.x
  expect(await place('1')).toBeLessThan(await place('5'))
  await choose(page, 'For', /Saskia Vandermoor/)
  await expect.poll(async () => (await place('1')) > (await place('5'))).toBe(true)
})
