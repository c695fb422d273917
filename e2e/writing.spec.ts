import { expect, type Page } from '@playwright/test'
import { dragRowDown, signIn, test, unfold } from './studio'

/** Own music on the bench, as the sheet tells it: fret after fret. */
const frets = async (page: Page) =>
  (await page.locator('.sheet-system .fret tspan').allTextContents()).map(text => text.trim())
const press = async (page: Page, ...keys: string[]) => {
  for (const key of keys) await page.keyboard.press(key)
}
const sheet = (page: Page) => page.locator('.writing-sheet')
const FREE = (notes: object[]) =>
  `/bench?spec=${encodeURIComponent(JSON.stringify({ version: 1, family: 'free', free: { notes } }))}`
const LINE = [
  [3, 5],
  [3, 7],
  [2, 5],
].map(([string, fret], i) => ({ at: i * 5040, dur: 5040, string, fret }))

/** Waits until the device has kept what was written up to a time. */
async function keptSince(page: Page, time: string) {
  await expect
    .poll(() =>
      page.evaluate(
        since =>
          new Promise<boolean>(resolve => {
            const opening = indexedDB.open('fidactyl-bench')
            opening.onsuccess = () => {
              const all = opening.result.transaction('works').objectStore('works').getAll()
              all.onsuccess = () => {
                opening.result.close()
                resolve((all.result as { at: string }[]).some(({ at }) => at >= since))
              }
            }
          }),
        time,
      ),
    )
    .toBe(true)
}

test.beforeEach(async ({ page }) => {
  await signIn(page, 'wren', null)
})

test('sixteen bars with slurs and stacks are written by keyboard alone, saved, printed and fingered', async ({
  page,
}) => {
  await page.goto(FREE(LINE))
  await page.getByRole('button', { name: 'Start with an empty sheet' }).click()
  await expect(page.getByText('Nothing is written yet')).toBeVisible()
  await sheet(page).focus()
  await press(page, 'q')
  // A bar: two notes with a hammer-on, a stack of two, a rest.
  for (let bar = 0; bar < 16; bar++) {
    await press(page, 'ArrowUp', 'ArrowUp', 'ArrowUp', 'ArrowUp', 'ArrowUp', 'ArrowDown', 'ArrowDown')
    await press(page, '5', 'ArrowRight', '7', 'l', 'ArrowRight', '5', 'ArrowUp', '5', 'ArrowRight', 'r')
  }
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Own music, 64 notes')
  expect((await frets(page)).slice(0, 4)).toEqual(['5', '7', '5', '5'])
  // The engine has looked at it: why this finger is told of the note under the cursor.
  await press(page, 'Home', 'ArrowRight')
  await expect(page.getByText(/string 3, fret 7, finger 3, hammered on/)).toBeVisible()
  await expect(page.getByText(/notes a second/)).toBeVisible()
  await page.keyboard.press('Control+s')
  await page.getByLabel('Name').fill('Winter line')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Winter line')
  await page.evaluate(() => {
    window.print = () => {}
  })
  await page.getByRole('button', { name: 'More', exact: true }).click()
  await page.getByRole('menuitem', { name: 'Print' }).click()
  await page.emulateMedia({ media: 'print' })
  await expect(page.locator('.print-page .fret tspan').first()).toBeAttached()
})

test('every step of writing is undone, back to where it began, also after a reload', async ({ page }) => {
  await page.goto(FREE(LINE))
  await sheet(page).focus()
  const before = await frets(page)
  await press(page, 'End', '8', 'ArrowRight', '1', '2', 'Control+d', 'Home', 'l', 'ArrowRight', 'l', '>', 'Delete')
  await press(page, 'Shift+ArrowLeft', 'Control+ArrowUp', 'ArrowLeft', 't', '.', '=', 'Insert', 'Shift+Delete', 'k')
  const pressed = new Date().toISOString()
  const written = await frets(page)
  expect(written).not.toEqual(before)
  await keptSince(page, pressed)
  await page.reload()
  await expect(sheet(page)).toBeVisible()
  expect(await frets(page)).toEqual(written)
  const undo = page.getByRole('button', { name: 'Undo' })
  let steps = 0
  for (; steps < 60 && (await undo.isEnabled()); steps++) await undo.click()
  expect(steps).toBeGreaterThan(8)
  await expect.poll(() => frets(page)).toEqual(before)
})

test('what a closed tab left unsaved is offered and taken up again', async ({ page, context }) => {
  await page.goto(FREE(LINE))
  await sheet(page).focus()
  await press(page, 'End', '9')
  const pressed = new Date().toISOString()
  await keptSince(page, pressed)
  await page.close()
  const next = await context.newPage()
  await next.goto('/bench')
  await expect(next.getByText(/“Own music, 4 notes” has unsaved changes from today/)).toBeVisible()
  await next.getByRole('button', { name: 'Open it' }).click()
  await expect.poll(() => frets(next)).toEqual(['5', '7', '5', '9'])
  await next.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(() => frets(next)).toEqual(['5', '7', '5'])
})

test('pasted tablature becomes the same music; what cannot be read is said with its line', async ({ page }) => {
  await page.goto('/bench')
  await page.getByRole('button', { name: 'More', exact: true }).click()
  await page.getByRole('menuitem', { name: 'Read a file or paste' }).click()
  const text = page.getByLabel('Text')
  await text.fill('e|-0-1-\nB|-----')
  await expect(page.getByText('Line 1: 2 string lines stand together')).toBeVisible()
  await text.fill('E4 F#4 H4')
  await expect(page.getByText(/Word 3, “H4”/)).toBeVisible()
  const rows = [
    'e|-----------------|',
    'B|-----------------|',
    'G|-----------------|',
    'D|-----5h7-----7-5-|',
    'A|-5-7-----5-7-----|',
    'E|-----------------|',
  ]
  await text.fill(`A tune for Tuesday\n${rows.join('\n')}`)
  await expect(page.getByText('8 notes in 1 bar of 4/4')).toBeVisible()
  await page.getByRole('radio', { name: 'all alike' }).click()
  await expect(page.getByRole('radiogroup', { name: 'Each note' })).toBeVisible()
  await page.getByRole('radio', { name: 'from the spacing' }).click()
  await page.getByRole('button', { name: 'Turn into own music' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toContainText('A tune for Tuesday')
  await expect.poll(() => frets(page)).toEqual(['5', '7', '5', '7', '5', '7', '7', '5'])
  await expect.poll(() => new URL(page.url()).searchParams.get('spec') ?? '').toContain('hammer')
})

test('notes given by name are placed and fingered by the engine', async ({ page }) => {
  await page.goto('/bench')
  await page.getByRole('button', { name: 'More', exact: true }).click()
  await page.getByRole('menuitem', { name: 'Read a file or paste' }).click()
  await page.getByLabel('Text').fill('E4/e F4 G4 A4')
  await expect(page.getByText('places chosen by the engine')).toBeVisible()
  await page.getByRole('button', { name: 'Turn into own music' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Own music, 4 notes')
  await expect.poll(async () => (await frets(page)).length).toBe(4)
  await sheet(page).focus()
  await press(page, 'Home', 'ArrowRight')
  await expect(page.getByText(/Bar 1, beat 1.5 · string \d · fret/)).toBeVisible()
  await expect(page.getByRole('group', { name: 'Verdict' })).not.toBeEmpty()
})

test('any drill is written out as own music, and leads back to where it came from', async ({ page }) => {
  await page.goto(
    `/bench?spec=${encodeURIComponent(JSON.stringify({ version: 1, family: 'pair', pair: { fingers: [1, 3] } }))}`,
  )
  const title = await page.getByRole('heading', { level: 1 }).innerText()
  const before = await frets(page)
  await page.getByRole('button', { name: 'More', exact: true }).click()
  await page.getByRole('menuitem', { name: 'Write out as own music' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(`${title}, written out`)
  expect(await frets(page)).toEqual(before)
  await page.getByRole('button', { name: 'Back to that drill' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(title)
})

test('a pattern over four chords from nothing takes six clicks at most and one typed line', async ({ page }) => {
  await page.goto('/bench')
  await page.getByRole('button', { name: /^Family/ }).click()
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Plucking pattern/ })
    .click()
  const line = page.getByLabel('Chords in a line')
  await line.fill('C Am F G')
  await line.press('Enter')
  await expect(page.getByRole('heading', { level: 1 })).toContainText('over C Am F G')
  // A wrong name says what is near it, and one press mends it.
  await line.fill('| C / G/B / | Am | Hm |')
  await line.press('Enter')
  await expect(page.getByText('No chord is called “Hm”')).toBeVisible()
  await page.getByRole('button', { name: 'Bm', exact: true }).click()
  await expect(page.getByRole('heading', { level: 1 })).toContainText('over C G/B Am Bm')
  await page.getByRole('button', { name: 'C: the next shape' }).click()
  await expect(page.getByText('C: shape 2 of')).toBeVisible()
  // Put in order by keyboard; a whole progression kept by name and picked again.
  await page.getByRole('button', { name: 'Move number 4 up' }).press('Enter')
  await expect(page.getByRole('heading', { level: 1 })).toContainText('over C G/B Bm Am')
  await page.getByRole('button', { name: 'Save this progression' }).click()
  await page.getByLabel('Name').fill('Winter song')
  await page.getByLabel('Name').press('Enter')
  await page.getByRole('button', { name: 'Progressions' }).click()
  await page.getByRole('button', { name: /Twelve-bar blues/ }).click()
  await expect(page.getByRole('heading', { level: 1 })).toContainText('over C7 F7 C7 G7 F7 C7 G7')
  await page.getByRole('button', { name: 'Progressions' }).click()
  await page.getByRole('button', { name: /^Winter song/ }).click()
  await expect(page.getByRole('heading', { level: 1 })).toContainText('over C G/B Bm Am')
})

test('chords are put in order by dragging', async ({ page }) => {
  const chords = ['x32010', 'x02210', '320003'].map((frets, i) => ({ name: ['C', 'Am', 'G'][i], frets }))
  const spec = { version: 1, family: 'blocks', blocks: { chords } }
  await page.goto(`/bench?spec=${encodeURIComponent(JSON.stringify(spec))}`)
  await expect(page.getByRole('heading', { level: 1 })).toContainText('C Am G')
  await dragRowDown(page.getByRole('list', { name: 'Chords in order' }), 0, 2)
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Am G C')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toContainText('C Am G')
})

test('variations stand side by side, each as by hand; some are kept, one is put on the bench', async ({ page }) => {
  const spec = {
    version: 1,
    family: 'order',
    order: { fingers: [1, 3, 2, 4] },
    strings: { from: 6, to: 3, travel: 'there' },
  }
  await page.goto(`/bench?spec=${encodeURIComponent(JSON.stringify(spec))}`)
  await unfold(page, 'Vary')
  await page.getByRole('button', { name: 'See variations side by side' }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByText('4 of 8 shown')).toBeVisible()
  for (const name of ['Staccato', 'In I', '3 to a beat', 'All slurred'])
    await dialog.getByRole('button', { name, exact: true }).click()
  await expect(dialog.getByText('8 of 8 shown; remove one to see another')).toBeVisible()
  await expect(dialog.getByText(/· grade/)).toHaveCount(8)
  await dialog.getByRole('button', { name: 'Full size' }).first().click()
  await dialog.getByRole('button', { name: 'Full size' }).nth(2).click()
  await expect(dialog.getByRole('group', { name: 'At full size' }).getByRole('region')).toHaveCount(2)
  await dialog.getByRole('button', { name: 'Choose' }).nth(1).click()
  await dialog.getByRole('button', { name: 'Choose' }).nth(2).click()
  await dialog.getByRole('button', { name: 'Save 2 drills' }).click()
  await expect(page.getByText('2 drills kept on your shelf.')).toBeVisible()
  await page.getByRole('button', { name: 'See variations side by side' }).click()
  await dialog.getByRole('button', { name: 'Open on the bench' }).first().click()
  const varied = await frets(page)
  await page.goto(`/bench?spec=${encodeURIComponent(JSON.stringify({ ...spec, then: [{ do: 'reverse' }] }))}`)
  await expect.poll(() => frets(page)).toEqual(varied)
})

test('drills in a row become one sheet with its own passes', async ({ page }) => {
  await page.goto('/shelf')
  const cards = page.getByRole('checkbox', { name: /^Choose/ })
  await cards.nth(0).check()
  await cards.nth(1).check()
  await page.getByRole('button', { name: 'As one sheet' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Routine of 2 drills')
  await expect(page.getByRole('list', { name: 'Drills of the routine' }).getByRole('listitem')).toHaveCount(2)
  const once = (await frets(page)).length
  await unfold(page, 'Meter and repeats')
  await page.getByRole('button', { name: /^Repeats: more/ }).click()
  await expect.poll(async () => (await frets(page)).length).toBe(2 * once)
})
