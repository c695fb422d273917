import { expect } from '@playwright/test'
import { signIn, test, unfold } from './studio'

test.beforeEach(async ({ page }) => {
  await signIn(page, 'wren', '/bench')
  await expect(page.getByRole('heading', { name: /^Order 1 2 3 4/ })).toBeVisible()
})

const notes = '.sheet-system .note'

test('every control redraws the sheet at once', async ({ page }) => {
  const title = page.getByRole('heading', { level: 1 })
  const figures = page.getByRole('region', { name: 'Figures' })
  await expect(page.locator(notes)).toHaveCount(48)
  await page.getByRole('button', { name: '4', exact: true, pressed: true }).first().click()
  await expect(page.locator(notes)).toHaveCount(36)
  await expect(page.getByText('(6 ways)')).toBeVisible()
  await unfold(page, 'Travel')
  await page.getByRole('radio', { name: 'skip one' }).click()
  await expect(title).toContainText('skipping one')
  await page.getByRole('radio', { name: 'There', exact: true }).click()
  await expect(page.locator(notes)).toHaveCount(24)
  await page
    .getByRole('complementary', { name: 'Parameters' })
    .getByRole('button', { name: /^Plucking/ })
    .click()
  await page.getByRole('option', { name: 'all down' }).click()
  await expect(page.getByRole('button', { name: /, down$/ })).toHaveCount(24)
  await unfold(page, 'Slurs')
  await page.getByRole('button', { name: 'Note 2', exact: true }).click()
  await expect(page.getByRole('button', { name: /hammered on$/ })).toHaveCount(8)
  await page.getByRole('button', { name: 'Crawl: more' }).click()
  await page.getByRole('radio', { name: 'String', exact: true }).click()
  await expect(title).toContainText('crawling up 1 per string')
  await expect(figures.getByText('Shifts')).toBeVisible()
  await unfold(page, 'Vary')
  await page.getByRole('button', { name: 'Reverse' }).click()
  await expect(title).toContainText('reversed')
  await page.getByRole('button', { name: 'Remove: reversed' }).click()
  await expect(title).not.toContainText('reversed')
})

test('what a teacher changes most is in sight at 1280x800; the rest is folded to a line that says how it stands', async ({
  page,
}) => {
  await page.setViewportSize({ width: 1280, height: 800 })
  const parameters = page.getByRole('complementary', { name: 'Parameters' })
  for (const control of [
    page.getByRole('button', { name: 'Position: more' }),
    page.getByRole('button', { name: /^From string/ }),
    page.getByRole('button', { name: /^To string/ }),
    page.getByRole('button', { name: /^Notes per beat/ }),
    page.getByRole('complementary', { name: 'Parameters' }).getByRole('button', { name: /^Plucking/ }),
    page.getByRole('button', { name: 'Faster by 4' }),
  ])
    await expect(control).toBeInViewport({ ratio: 1 })
  await expect(parameters.getByRole('button', { name: 'Sound' })).toContainText('until needed, legato')
  await unfold(page, 'Sound')
  await page.getByRole('radio', { name: 'staccato' }).click()
  await parameters.getByRole('button', { name: 'Sound' }).click()
  await expect(parameters.getByRole('button', { name: 'Sound' })).toContainText('staccato')
  const own = parameters.getByRole('button', { name: 'Finger order', exact: true })
  await expect(own).toHaveAttribute('aria-expanded', 'true')
  await own.click()
  await page.reload()
  await expect(own).toHaveAttribute('aria-expanded', 'false')
})

test('an impossible drill says where and why, keeps the last playable one, and undo mends it', async ({ page }) => {
  const position = page.getByLabel('Position', { exact: true })
  await position.fill('18')
  await position.press('Enter')
  await expect(page.getByRole('alert')).toContainText('fret 21 is beyond the neck: the last fret is 19')
  await expect(page.locator(notes)).toHaveCount(48)
  await expect(page.getByRole('button', { name: 'Save', exact: true })).toBeDisabled()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('alert')).toHaveCount(0)
})

test('a drill in the address with parts missing is made whole, and says which', async ({ page }) => {
  await page.goto('/bench?spec={"family":"order","position":7}')
  await expect(page.getByText('The link leaves out Finger order, Version')).toBeVisible()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Order 1 2 3 4, strings 6–1 and back, VII')
})

test('a drill in the address that cannot be read is said so, and the bench still opens', async ({ page }) => {
  await page.goto('/bench?spec=%7Bbroken')
  await expect(page.getByText('The drill in this link cannot be read.')).toBeVisible()
  await expect(page.locator(notes)).toHaveCount(48)
})

test('the sheet is walked by keyboard and explains each note', async ({ page }) => {
  await page.locator('[data-note="0"]').focus()
  await page.keyboard.press('ArrowRight')
  await expect(page.getByText('Note 2 · string 6, fret 6, finger 2, up')).toBeVisible()
  await expect(page.getByText(/A♯2, 250 ms/)).toBeVisible()
  await page.keyboard.press('End')
  await expect(page.getByText('Note 48 · string 6, fret 5, finger 1, up')).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByText(/Select a note/)).toBeVisible()
})

test('lanes and quiet strings are shown and folded by button and by key, and stay so', async ({ page }) => {
  const height = async () => (await page.locator('.sheet-system').first().boundingBox())!.height
  const whole = await height()
  await page.getByRole('button', { name: 'Rows of the sheet' }).click()
  await page.getByRole('button', { name: 'Quiet strings' }).click()
  await expect(page.getByText('tip of a fretting finger')).toBeVisible()
  expect(await height()).toBeGreaterThan(whole + 50)
  await page.getByRole('button', { name: 'Lanes', exact: true }).click()
  expect(await height()).toBeLessThan(whole + 50)
  await page.reload()
  await page.getByRole('button', { name: 'Rows of the sheet' }).click()
  await expect(page.getByRole('button', { name: 'Lanes', exact: true, pressed: false })).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByText('tip of a fretting finger')).toBeVisible()
  await page.keyboard.press('q')
  await page.keyboard.press('l')
  await expect(page.getByText('tip of a fretting finger')).toBeHidden()
  expect(await height()).toBe(whole)
})

test('a small hand gets its caution', async ({ page }) => {
  await page.goto(`/bench?spec=${JSON.stringify({ version: 1, family: 'order', order: { fingers: [1, 2, 3, 4] } })}`)
  await page.getByRole('button', { name: /^For/ }).click()
  await page.getByRole('option', { name: /Tilly Marrowby/ }).click()
  await page.getByRole('button', { name: 'Keep the original' }).click()
  await expect(page.getByText('63 of 50 mm')).toBeVisible()
  await expect(page.getByText('Comfortable from')).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Stretches' })).toBeVisible()
  await expect(page.getByText('63.2 mm, comfortable 50.0 mm')).toBeVisible()
})

test('chords are strummed, and a strumming that cannot be read says why', async ({ page }) => {
  await page.getByRole('button', { name: /^Family/ }).click()
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Chord change/ })
    .click()
  await expect(
    page.getByRole('complementary', { name: 'Parameters' }).getByRole('button', { name: /^Plucking/ }),
  ).toBeVisible()
  await page.getByRole('radio', { name: 'strummed' }).click()
  await page.getByLabel('Strokes').fill('D - D U - U D> Ux')
  await page.getByLabel('Strokes').press('Enter')
  await expect(page.getByRole('heading', { level: 1 })).toContainText('strummed D - D U - U D> Ux')
  await expect(
    page.getByRole('complementary', { name: 'Parameters' }).getByRole('button', { name: /^Plucking/ }),
  ).toBeHidden()
  await page.getByLabel('Strokes').fill('D Q')
  await page.getByLabel('Strokes').press('Enter')
  await expect(page.getByRole('alert').first()).toContainText('is no stroke')
})

for (const width of [360, 768, 1024, 1600]) {
  test(`nothing runs over the edge at ${width} px`, async ({ page }) => {
    await page.setViewportSize({ width, height: 800 })
    await expect(page.locator('.sheet-system').first()).toBeVisible()
    const over = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)
    expect(over).toBeLessThanOrEqual(0)
    const sheet = await page.locator('.sheet-system').first().boundingBox()
    expect(sheet!.x + sheet!.width).toBeLessThanOrEqual(width)
  })
}

test('a drill prints on one page of A4 and of Letter, a long one on several, never with frets below 2 mm', async ({
  page,
}) => {
  const chords = [{ frets: '133211' }, { frets: 'x32010' }]
  for (const [spec, least, most] of [
    [{ family: 'order', order: { fingers: [1, 2, 3, 4] } }, 1, 1],
    [{ family: 'order', order: { fingers: [1, 2, 3, 4] }, times: 5, rhythm: { perBeat: 3 } }, 2, 6],
    [
      {
        family: 'pattern',
        instrument: { preset: 'classical', capo: 2 },
        pattern: { chords, tokens: 'p:R i:3 m:2 a:1' },
      },
      1,
      1,
    ],
  ] as const) {
    await page.goto(`/bench?spec=${encodeURIComponent(JSON.stringify({ version: 1, ...spec }))}`)
    await expect(page.locator('.sheet-system').first()).toBeVisible()
    await page.emulateMedia({ media: 'print' })
    const paper = page.locator('.print-page')
    await expect(paper.last()).toContainText('Watch for')
    await expect(paper.first()).toContainText('Tempo 60')
    await expect(paper.first()).toContainText('Classical, Standard')
    await expect(paper.last()).toContainText('☐')
    const pages = await paper.count()
    expect(pages).toBeGreaterThanOrEqual(least)
    expect(pages).toBeLessThanOrEqual(most)
    const fretMm = await page.locator('.print-page .fret tspan').evaluateAll(frets =>
      frets.map(fret => {
        const drawn = document.createElement('canvas').getContext('2d')!
        const { fontWeight, fontSize, fontFamily } = getComputedStyle(fret)
        drawn.font = `${fontWeight} ${fontSize} ${fontFamily}`
        const scale = (fret as SVGGraphicsElement).ownerSVGElement!.getScreenCTM()!.a
        return (drawn.measureText('5').actualBoundingBoxAscent * scale * 25.4) / 96
      }),
    )
    expect(Math.min(...fretMm)).toBeGreaterThanOrEqual(2)
    for (const format of ['A4', 'Letter']) {
      const pdf = await page.pdf({ format, preferCSSPageSize: false })
      expect([format, pdf.toString('latin1').match(/\/Type\s*\/Page[^s]/g)?.length]).toEqual([format, pages])
    }
    if (spec.family === 'pattern') {
      await expect(paper.getByText('capo at 2')).toBeVisible()
      await expect(paper.getByRole('img', { name: 'F', exact: true })).toBeVisible()
      expect(await paper.locator('.chord tspan').allTextContents()).toEqual(['F', 'C'])
    } else await expect(paper.locator('.chord')).toHaveCount(0)
    await page.emulateMedia({ media: 'screen' })
  }
})

test('rename, duplicate, and the shelf', async ({ page }) => {
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await page.getByRole('dialog').getByLabel('Name').fill('Shelf drill')
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('version 1 of 1')).toBeVisible()
  await page.getByRole('button', { name: 'More', exact: true }).click()
  await page.getByRole('menuitem', { name: 'Rename' }).click()
  await page.getByRole('dialog').getByLabel('Name').fill('Shelf drill renamed')
  await page.getByRole('dialog').getByRole('button', { name: 'Rename' }).click()
  await expect(page.getByRole('heading', { name: 'Shelf drill renamed' })).toBeVisible()
  await page.getByRole('button', { name: 'More', exact: true }).click()
  await page.getByRole('menuitem', { name: 'Duplicate' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Duplicate' }).click()
  await expect(page.getByRole('heading', { name: 'Shelf drill renamed (copy)' })).toBeVisible()
  await page.getByRole('link', { name: 'Shelf' }).click()
  await page.getByLabel('Find a drill').fill('shelf drill')
  await expect(page.getByRole('article')).toHaveCount(2)
  await page.getByRole('button', { name: 'More for Shelf drill renamed (copy)' }).click()
  await page.getByRole('menuitem', { name: 'Archive' }).click()
  await expect(page.getByRole('article')).toHaveCount(1)
  await page.getByRole('button', { name: 'Restore' }).click()
  await expect(page.getByRole('article')).toHaveCount(2)
})

test('the bench fills the window and no more', async ({ page }) => {
  const [page_, window_] = await page.evaluate(() => [document.documentElement.scrollHeight, window.innerHeight])
  expect(page_).toBe(window_)
})
