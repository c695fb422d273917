import { execFileSync } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, type Download, type Page } from '@playwright/test'
import { strFromU8, unzipSync } from 'fflate'
import { openOwn } from './own'
import { bytesOf, signIn, test } from './studio'

// Drills that leave the studio and music that comes in, as a teacher does it.

const SPEC = { version: 1, family: 'order', order: { fingers: [1, 3, 2, 4] }, tempo: 72 }
const folder = mkdtempSync(join(tmpdir(), 'fidactyl-files-'))
const frets = async (page: Page) =>
  (await page.locator('.sheet-system .fret tspan').allTextContents()).map(text => text.trim())
const more = async (page: Page, item: string) => {
  await page.getByRole('button', { name: 'More', exact: true }).click()
  await page.getByRole('menuitem', { name: item }).click()
}
/** Saves the file an open dialog makes. */
async function save(page: Page): Promise<Download> {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save the file' }).click(),
  ])
  await expect(page.getByRole('dialog')).toHaveCount(0)
  return download
}
const open = async (page: Page, spec: object) => {
  await page.goto(`/bench?spec=${encodeURIComponent(JSON.stringify(spec))}`)
  await expect(page.locator('.sheet-system .note').first()).toBeAttached()
}

test('a drill leaves in every format under its name, and comes back as it was', async ({ page }) => {
  await signIn(page, 'wren', null)
  await open(page, SPEC)
  const before = await frets(page)
  const starts: Readonly<Record<string, string>> = {
    PDF: '%PDF-',
    MusicXML: '<?xml',
    MIDI: 'MThd',
    Text: 'Order 1 3 2 4',
    SVG: '<svg',
    PNG: '\u0089PNG',
  }
  for (const [format, start] of Object.entries(starts)) {
    await more(page, 'Export')
    const dialog = page.getByRole('dialog')
    await dialog.getByRole('radio', { name: format, exact: true }).click()
    if (format === 'PDF') await expect(dialog.getByText('1 page.')).toBeVisible()
    const download = await save(page)
    expect([format, download.suggestedFilename()]).toEqual([
      format,
      expect.stringMatching(/^Order 1 3 2 4, strings 6–1 and back, V\./),
    ])
    const bytes = await bytesOf(download)
    expect([format, bytes.toString('latin1', 0, start.length)]).toEqual([format, start])
    if (format === 'MusicXML') writeFileSync(join(folder, 'drill.musicxml'), bytes)
  }
  // Read again it is shown first, then it is own music; one undo takes it back.
  await page.keyboard.press('1')
  await more(page, 'Read a file or paste')
  await page.getByLabel('File with music').setInputFiles(join(folder, 'drill.musicxml'))
  await expect(page.getByText('48 notes in 3 bars of 4/4 at 72.')).toBeVisible()
  await page.getByRole('button', { name: 'Turn into own music' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Order 1 3 2 4, strings 6–1 and back, V')
  expect(await frets(page)).toEqual(before)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.locator('.sheet-system .note').first()).toBeAttached()
})

test('the sheet in standard notation: above the strings when it is asked for, on paper and in files too', async ({
  page,
}) => {
  await signIn(page, 'wren', '/bench')
  const staff = page.locator('.sheet-system .staff.line')
  const toggle = page.getByRole('button', { name: 'Notation', exact: true })
  await page.getByRole('button', { name: 'Rows of the sheet' }).click()
  await toggle.click()
  // One staff over each line of the sheet.
  await expect(staff.first()).toBeVisible()
  await expect(staff).toHaveCount(await page.locator('.sheet-line').count())
  await page.emulateMedia({ media: 'print' })
  await expect(page.locator('.print-page .staff.line').first()).toBeVisible()
  await page.emulateMedia({ media: null })
  // It stays as it was chosen, on this device.
  await page.reload()
  await expect(staff.first()).toBeVisible()
  await page.getByRole('button', { name: 'More', exact: true }).click()
  await page.getByRole('menuitem', { name: 'Export' }).click()
  const dialog = page.getByRole('dialog', { name: 'Export' })
  await dialog.getByRole('radio', { name: 'SVG' }).click()
  const size = async () => {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      dialog.getByRole('button', { name: 'Save the file' }).click(),
    ])
    return (await bytesOf(download)).length
  }
  const withStaff = await size()
  await page.keyboard.press('e')
  await dialog.getByRole('radio', { name: 'strings only' }).click()
  expect(withStaff).toBeGreaterThan((await size()) + 5000)
  await page.getByRole('button', { name: 'Rows of the sheet' }).click()
  await toggle.click()
  await expect(staff).toHaveCount(0)
})

test('a file that cannot be read says why, and nothing is lost; text is shown to be mended', async ({ page }) => {
  await signIn(page, 'wren', null)
  await open(page, SPEC)
  const before = await frets(page)
  await more(page, 'Read a file or paste')
  const chooser = page.getByLabel('File with music')
  writeFileSync(join(folder, 'cut.musicxml'), '<score-partwise><part>')
  await chooser.setInputFiles(join(folder, 'cut.musicxml'))
  await expect(page.getByText(/no well-formed XML/)).toBeVisible()
  await expect(page.getByRole('button', { name: 'Turn into own music' })).toBeDisabled()
  writeFileSync(join(folder, 'picture.mid'), Buffer.from([0x89, 0x50, 0x4e, 0x47, 0, 0]))
  await chooser.setInputFiles(join(folder, 'picture.mid'))
  await expect(page.getByText(/none that is read/)).toBeVisible()
  writeFileSync(
    join(folder, 'tab.txt'),
    ['e|-0-1-3-|', ...['B', 'G', 'D', 'A', 'E'].map(name => `${name}|-------|`)].join('\n'),
  )
  await chooser.setInputFiles(join(folder, 'tab.txt'))
  await expect(page.getByLabel('Text', { exact: true })).toHaveValue(/e\|-0-1-3-\|/)
  await expect(page.getByText(/^3 notes in 1 bar/)).toBeVisible()
  await page.getByRole('button', { name: 'Cancel' }).click()
  expect(await frets(page)).toEqual(before)
})

test('drills of the shelf leave in one archive or one PDF; a file that is read stands on the shelf until it is undone', async ({
  page,
  baseURL,
}) => {
  const { teacher } = await openOwn(page, baseURL!)
  await page.goto('/shelf')
  const cards = page.getByRole('checkbox', { name: /^Choose/ })
  await cards.nth(0).check()
  const chosen = page.getByRole('region', { name: 'Chosen drills' })
  // The pages of the one that is chosen are told, though its score is not at hand.
  await chosen.getByRole('button', { name: 'Export' }).click()
  await page.getByRole('radio', { name: 'PDF', exact: true }).click()
  await expect(page.getByRole('dialog').getByText(/ \d+ pages?\.$/)).toBeVisible()
  await page.getByRole('button', { name: 'Cancel' }).click()
  await cards.nth(1).check()
  await chosen.getByRole('button', { name: 'Export' }).click()
  await page.getByRole('radio', { name: 'MIDI', exact: true }).click()
  await expect(page.getByText('2 files in one archive (ZIP).')).toBeVisible()
  const files = unzipSync(await bytesOf(await save(page)))
  expect(Object.keys(files)).toHaveLength(2)
  for (const [name, bytes] of Object.entries(files))
    expect([name, strFromU8(bytes.subarray(0, 4), true)]).toEqual([name, 'MThd'])
  await chosen.getByRole('button', { name: 'Export' }).click()
  await page.getByRole('radio', { name: 'PDF', exact: true }).click()
  // The pages are told before anything is saved.
  const pages = page.getByRole('dialog').getByText(/ \d+ pages?\.$/)
  await expect(pages).toHaveText(/ [2-9] pages\.$/)
  await page.getByRole('radio', { name: 'compact' }).click()
  await expect(pages).toHaveText(/ 1 page\.$/)
  expect((await bytesOf(await save(page))).toString('latin1', 0, 5)).toBe('%PDF-')

  const count = async () =>
    ((await teacher.send('GET', '/api/drills')).body as { archived: boolean }[]).filter(each => !each.archived).length
  const before = await count()
  writeFileSync(
    join(folder, 'own.txt'),
    ['A little study', '', 'e|-0-1-3-|', ...['B', 'G', 'D', 'A', 'E'].map(name => `${name}|-------|`)].join('\n'),
  )
  await page.getByRole('button', { name: 'Read a file' }).click()
  await page.getByLabel('File with music').setInputFiles(join(folder, 'own.txt'))
  await page.clock.install()
  await page.getByRole('button', { name: 'Put on the shelf' }).click()
  const said = page.getByText('“A little study” is on your shelf.')
  await expect(said).toBeVisible()
  expect(await count()).toBe(before + 1)
  // What can be undone does not go while it is pointed at; what nobody looks at goes by itself.
  await said.hover()
  await page.clock.fastForward(60_000)
  await expect(said).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  const undone = page.getByText(/“A little study” is off the shelf/)
  await expect(undone).toBeVisible()
  expect(await count()).toBe(before)
  await page.mouse.move(0, 0)
  await page.clock.fastForward(8000)
  await expect(undone).toHaveCount(0)
})

test('homework is given as a PDF, and saved again from the lesson’s summary', async ({ page, baseURL }) => {
  const { own } = await openOwn(page, baseURL!)
  await page.goto(`/lesson/${own.lessons}`)
  await expect(page.getByRole('region', { name: 'Decision' })).toBeVisible()
  await page.keyboard.press('p')
  const dialog = page.getByRole('dialog', { name: /^Homework for/ })
  const saved = async (press: () => Promise<void>) => {
    const [download] = await Promise.all([page.waitForEvent('download'), press()])
    expect(download.suggestedFilename()).toBe('Mine practice.pdf')
    return (await bytesOf(download)).toString('latin1', 0, 5)
  }
  // So much paper, told before it is given.
  await expect(dialog.getByText(/^\d+ pages? of paper$/)).toBeVisible()
  expect(await saved(() => dialog.getByRole('button', { name: 'Assign and save PDF' }).click())).toBe('%PDF-')
  await expect(page.getByText('Homework assigned.')).toBeVisible()
  await page.keyboard.press('e')
  await page.getByRole('dialog').getByRole('button', { name: /^End/ }).click()
  expect(await saved(() => page.getByRole('button', { name: 'Homework as PDF' }).click())).toBe('%PDF-')
})

test('the command line writes and reads the same files, and answers what is wrong in one line', () => {
  const door = (...words: string[]) =>
    execFileSync(process.execPath, ['.data/programs/drill.js', ...words], { stdio: ['ignore', 'pipe', 'pipe'] })
  const refusal = (...words: string[]) => {
    try {
      door(...words)
    } catch (error) {
      const { status, stderr, stdout } = error as { status: number; stderr: Buffer; stdout: Buffer }
      const said = stderr.toString().split('\n').filter(Boolean)
      return { status, said, stdout: stdout.length }
    }
    return null
  }
  // Whatever is written there, the disk is full: one line, and nothing half-written stays.
  const full = join(folder, 'full.mid')
  symlinkSync('/dev/full', `${full}.part`)
  expect(refusal(JSON.stringify(SPEC), '--as', 'midi', '--out', full)).toMatchObject({
    status: 2,
    said: [expect.stringMatching(/^--out: cannot write .*full\.mid: ENOSPC/)],
  })
  expect([existsSync(full), existsSync(`${full}.part`)]).toEqual([false, false])
  for (const [as, start] of [
    ['musicxml', '<?xml'],
    ['midi', 'MThd'],
    ['svg', '<svg'],
    ['pdf', '%PDF'],
  ] as const) {
    const path = join(folder, `door.${as}`)
    door(JSON.stringify(SPEC), '--as', as, '--out', path)
    expect([as, readFileSync(path).toString('latin1', 0, start.length)]).toEqual([as, start])
  }
  const { spec, warnings } = JSON.parse(door('--read', join(folder, 'door.musicxml')).toString()) as {
    spec: object
    warnings: string[]
  }
  expect(warnings).toEqual([])
  expect(JSON.parse(door(JSON.stringify(spec)).toString())).toMatchObject({ kind: 'sheet', notes: { length: 48 } })
  writeFileSync(join(folder, 'bad.mid'), 'MThd')
  expect(refusal('--read', join(folder, 'bad.mid'))).toEqual({
    status: 2,
    said: [expect.stringMatching(/cut off/)],
    stdout: 0,
  })
  const count = { version: 1, family: 'count', count: { tempos: [60], perBeat: 1, bars: 4, silentBars: 1 } }
  expect(refusal(JSON.stringify(count), '--as', 'midi')).toMatchObject({
    status: 2,
    said: [expect.any(String)],
    stdout: 0,
  })
})
