import { execFileSync } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, type Download, type Page } from '@playwright/test'
import { strFromU8, unzipSync } from 'fflate'
import { account, makeOwn, openOwn, takeStudioAway } from './own'
import { signIn, test } from './studio'
import { enter } from './visitor'

// What leaves the studio and what comes in, as a teacher does it.

const SPEC = { version: 1, family: 'order', order: { fingers: [1, 3, 2, 4] }, tempo: 72 }
const folder = mkdtempSync(join(tmpdir(), 'fidactyl-files-'))
const frets = async (page: Page) =>
  (await page.locator('.sheet-system .fret tspan').allTextContents()).map(text => text.trim())
const bytesOf = async (download: Download) => readFileSync(await download.path())
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
  await signIn(page)
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
  await page.getByRole('button', { name: 'Make own music of it' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Order 1 3 2 4, strings 6–1 and back, V')
  expect(await frets(page)).toEqual(before)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.locator('.sheet-system .note').first()).toBeAttached()
})

test('the sheet in standard notation: above the strings when it is asked for, on paper and in files too', async ({
  page,
}) => {
  await signIn(page)
  await page.goto('/bench')
  const staff = page.locator('.sheet-system .staff.line')
  const toggle = page.getByRole('button', { name: 'Notation', exact: true })
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
  await toggle.click()
  await expect(staff).toHaveCount(0)
})

test('a file that cannot be read says why, and nothing is lost; text is shown to be mended', async ({ page }) => {
  await signIn(page)
  await open(page, SPEC)
  const before = await frets(page)
  await more(page, 'Read a file or paste')
  const chooser = page.getByLabel('File with music')
  writeFileSync(join(folder, 'cut.musicxml'), '<score-partwise><part>')
  await chooser.setInputFiles(join(folder, 'cut.musicxml'))
  await expect(page.getByText(/no well-formed XML/)).toBeVisible()
  await expect(page.getByRole('button', { name: 'Make own music of it' })).toBeDisabled()
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
  await cards.nth(1).check()
  const chosen = page.getByRole('region', { name: 'Chosen drills' })
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
  await page.getByRole('button', { name: 'Put on the shelf' }).click()
  await expect(page.getByText('“A little study” is on your shelf.')).toBeVisible()
  expect(await count()).toBe(before + 1)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText(/“A little study” is off the shelf/)).toBeVisible()
  expect(await count()).toBe(before)
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
  expect(await saved(() => dialog.getByRole('button', { name: 'Give as PDF' }).click())).toBe('%PDF-')
  await expect(page.getByText('The homework is on record.')).toBeVisible()
  await page.keyboard.press('e')
  await page.getByRole('dialog').getByRole('button', { name: /^End/ }).click()
  expect(await saved(() => page.getByRole('button', { name: 'Homework as PDF' }).click())).toBe('%PDF-')
})

test('weekly lessons are saved for another calendar, with no more of a name than is wanted', async ({ page }) => {
  await signIn(page)
  await page.goto('/studio')
  const saveCalendar = async (names: string) => {
    await page.getByRole('radio', { name: names }).click()
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'Save the calendar as a file' }).click(),
    ])
    expect(download.suggestedFilename()).toBe('Lessons.ics')
    return (await bytesOf(download)).toString()
  }
  const full = await saveCalendar('first names')
  expect(full.match(/BEGIN:VEVENT/g)!.length).toBeGreaterThan(7)
  expect(full).toMatch(/RRULE:FREQ=WEEKLY/)
  const summaries = (text: string) => [...text.matchAll(/SUMMARY:(.*)\r/g)].map(([, summary]) => summary!)
  expect(summaries(full).every(summary => /^\p{L}+$/u.test(summary))).toBe(true)
  expect(summaries(await saveCalendar('initials')).every(summary => /^(?:\p{L}\. ?)+$/u.test(summary))).toBe(true)
  expect(new Set(summaries(await saveCalendar('no names')))).toEqual(new Set(['Lesson']))
})

test('a calendar reads the lessons at an address of its own, until that is stopped', async ({ page, baseURL }) => {
  await openOwn(page, baseURL!)
  await page.goto('/studio')
  await page.getByRole('button', { name: 'Make an address' }).click()
  const dialog = page.getByRole('dialog', { name: 'An address for your calendar' })
  await dialog.getByRole('button', { name: 'Make it' }).click()
  await expect(dialog.getByText('a name is needed')).toBeVisible()
  await dialog.getByLabel('Where it will be read').fill('phone')
  await dialog.getByRole('radio', { name: 'initials' }).click()
  await dialog.getByRole('button', { name: 'Make it' }).click()
  const row = page.getByRole('listitem').filter({ hasText: 'phone' })
  const address = await row.getByText(/^http/).textContent()
  // As a calendar asks: by the address alone.
  const ask = () => fetch(address!.trim())
  const answer = await ask()
  expect(answer.headers.get('content-type')).toBe('text/calendar; charset=utf-8')
  expect(await answer.text()).toMatch(/SUMMARY:M\.\r\n/)
  await page.getByRole('button', { name: 'Stop the address for phone' }).click()
  await expect(page.getByText('shows nothing any more')).toBeVisible()
  expect((await ask()).status).toBe(404)
  await page.getByRole('button', { name: 'Let it work again' }).click()
  await expect(row).toBeVisible()
  expect((await ask()).status).toBe(200)
})

test('students come in from a list: every row is seen first, wrong ones with their reason, and one undo takes all back', async ({
  page,
  baseURL,
}) => {
  await openOwn(page, baseURL!)
  await page.goto('/students')
  await expect(page.getByRole('heading', { name: 'Mine' })).toBeVisible()
  await page.getByRole('button', { name: 'More', exact: true }).click()
  await page.getByRole('menuitem', { name: 'Add students from a list' }).click()
  const dialog = page.getByRole('dialog', { name: 'Students from a list' })
  const choose = async (text: string) =>
    dialog
      .getByLabel('A list of students')
      .setInputFiles({ name: 'students.csv', mimeType: 'text/csv', buffer: Buffer.from(text) })
  await choose('first,last\nAda,Wren')
  await expect(dialog.getByRole('alert')).toContainText('one of them “name”')
  await choose("Name;Born;Guitar;Day;Time;E-mail\nAda;2012;3/4;Tue;16:30;x\nBo;12;;;;\nMine;;;;;\n'=Cy;;Banjo;;;")
  await expect(dialog.getByText('1 student can be added.')).toBeVisible()
  await expect(dialog.getByText('Columns that are not read: E-mail.')).toBeVisible()
  await expect(dialog.getByText('birth year: must be a year, not 12')).toBeVisible()
  await expect(dialog.getByText('there is no guitar “Banjo”')).toBeVisible()
  await expect(dialog.getByText('here already', { exact: true })).toBeVisible()
  const add = dialog.getByRole('button', { name: 'Add 1 student' })
  await expect(add).toBeDisabled()
  await dialog.getByRole('checkbox', { name: /Leave out 2 rows/ }).check()
  await add.click()
  await expect(page.getByText('1 student added.')).toBeVisible()
  const ada = page.getByRole('link').filter({ has: page.getByRole('heading', { name: 'Ada' }) })
  await expect(ada).toContainText('Three-quarter')
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    (async () => {
      await page.getByRole('button', { name: 'More', exact: true }).click()
      await page.getByRole('menuitem', { name: 'Save the roster as a list' }).click()
    })(),
  ])
  expect(download.suggestedFilename()).toMatch(/^Roster \d{4}-\d\d-\d\d\.csv$/)
  expect((await bytesOf(download)).toString()).toMatch(
    /^\uFEFFname,birth year,.*\r\nAda,2012,Three-quarter,,Tuesday,16:30,45,1\r\n/,
  )
  await page.getByRole('button', { name: 'Take back' }).click()
  await expect(page.getByText('1 student taken back.')).toBeVisible()
  await expect(ada).toBeHidden()
})

test('records are saved for a spreadsheet, of all students and of one', async ({ page }) => {
  await signIn(page)
  await page.goto('/studio')
  const save = async (name: string) => {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: `Save ${name} as CSV` }).click(),
    ])
    return (await bytesOf(download)).toString().split('\r\n')
  }
  expect((await save('Passes')).length).toBeGreaterThan(300)
  expect((await save('Decisions'))[0]).toMatch(/^\uFEFFat,day,student,drill,decision,tempo,/)
  expect((await save('Practice at home')).length).toBeGreaterThan(20)
  expect((await save('Drills'))[0]).toMatch(/^\uFEFFname,family,/)
  await page.goto('/students')
  await page
    .getByRole('link')
    .filter({ has: page.getByRole('heading') })
    .first()
    .click()
  await expect(page.getByRole('heading', { name: 'For a spreadsheet' })).toBeVisible()
  const passes = await save('Passes')
  expect(new Set(passes.slice(1, -1).map(line => line.split(',')[2])).size).toBe(1)
})

test('a backup is the owner’s, whole and named by the day', async ({ page }) => {
  await signIn(page)
  await page.goto('/studio')
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Save a backup' }).click(),
  ])
  expect(download.suggestedFilename()).toMatch(/^Alder Yard Guitar Room \d{4}-\d\d-\d\d\.zip$/)
  const manifest = JSON.parse(strFromU8(unzipSync(await bytesOf(download))['manifest.json']!)) as {
    parts: { name: string; rows: number }[]
  }
  expect(manifest.parts.find(({ name }) => name === 'students.ndjson')!.rows).toBeGreaterThan(8)
})

test('a backup comes in the place of an empty studio, and in no other’s; whoever had it signs in there', async ({
  page,
  baseURL,
}) => {
  test.setTimeout(150_000)
  // A studio with a student, which is then taken away; its owner's new studio is empty.
  const former = await account('owner', true)
  const owner = await enter(baseURL!, former.name)
  await makeOwn(owner, former.userId)
  const backup = Buffer.from(await (await owner.fetch('/api/studio/backup')).arrayBuffer())
  const { studioId } = (await owner.send('GET', '/api/me')).body as { studioId: string }
  await takeStudioAway(studioId)
  const fresh = await account('owner', true)
  const open = async (name: string) => {
    await page.goto('/sign-in')
    await page.getByLabel('Name').fill(name)
    await page.getByLabel('Password').fill('walnut and spruce')
    await page.keyboard.press('Enter')
    await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible()
    await page.goto('/studio')
    await page.getByRole('button', { name: 'Restore a backup' }).click()
  }
  await open(fresh.name)
  const dialog = page.getByRole('dialog', { name: 'Restore a backup' })
  const choose = (name: string, buffer: Buffer) =>
    dialog.getByLabel('A backup of a studio').setInputFiles({ name, mimeType: 'application/zip', buffer })
  const restore = dialog.getByRole('button', { name: 'Restore it' })
  await choose('holiday.zip', Buffer.from('no archive at all'))
  await restore.click()
  await expect(dialog.getByRole('alert')).toHaveText('The file is no backup of a studio: it is no ZIP archive.')
  await choose('cut.zip', backup.subarray(0, Math.floor(backup.length * 0.6)))
  await restore.click()
  await expect(dialog.getByRole('alert')).toHaveText(/^The backup is cut off/)
  await choose('studio.zip', backup)
  await restore.click()
  await expect(page.getByText('is back as it was on')).toBeVisible()
  await expect(page).toHaveURL(/sign-in/)
  // The accounts are those of the backup: the empty studio's are gone.
  expect(
    (
      await (
        await enter(baseURL!, null)
      ).send('POST', '/api/sign-in', { name: fresh.name, password: 'walnut and spruce' })
    ).status,
  ).toBe(401)
  await open(former.name)
  await expect(dialog.getByText('This studio has students or drills.')).toBeVisible()
  await dialog.getByRole('button', { name: 'Understood' }).click()
  await page.goto('/students')
  await expect(page.getByRole('heading', { name: 'Mine' })).toBeVisible()
})

test('the command line writes and reads the same files, and answers what is wrong in one line', () => {
  const door = (...words: string[]) =>
    execFileSync('npx', ['tsx', 'bin/drill.ts', ...words], { stdio: ['ignore', 'pipe', 'pipe'] })
  const refusal = (...words: string[]) => {
    try {
      door(...words)
    } catch (error) {
      const { status, stderr, stdout } = error as { status: number; stderr: Buffer; stdout: Buffer }
      const said = stderr
        .toString()
        .split('\n')
        .filter(line => line && !line.startsWith('npm warn'))
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
