import { expect } from '@playwright/test'
import { strFromU8, unzipSync } from 'fflate'
import { account, makeOwn, openOwn, takeStudioAway } from './own'
import { bytesOf, signIn, test } from './studio'
import { enter } from './visitor'

// The studio's records: in calendars and spreadsheets, from lists, and all of them as a backup.

test('weekly lessons are saved for another calendar, with no more of a name than is wanted', async ({ page }) => {
  await signIn(page, 'wren', '/studio')
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
  await page.getByRole('button', { name: 'Create a link' }).click()
  const dialog = page.getByRole('dialog', { name: 'A link for your calendar' })
  await dialog.getByRole('button', { name: 'Create link' }).click()
  await expect(dialog.getByText('a name is needed')).toBeVisible()
  await dialog.getByLabel('Device').fill('phone')
  await dialog.getByRole('radio', { name: 'initials' }).click()
  await dialog.getByRole('button', { name: 'Create link' }).click()
  const row = page.getByRole('listitem').filter({ hasText: 'phone' })
  const address = await row.getByText(/^http/).textContent()
  // As a calendar asks: by the address alone.
  const ask = () => fetch(address!.trim())
  const answer = await ask()
  expect(answer.headers.get('content-type')).toBe('text/calendar; charset=utf-8')
  expect(await answer.text()).toMatch(/SUMMARY:M\.\r\n/)
  await page.getByRole('button', { name: 'Stop the link for phone' }).click()
  await expect(page.getByText('is stopped')).toBeVisible()
  expect((await ask()).status).toBe(404)
  await page.getByRole('button', { name: 'Undo' }).click()
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
  await dialog.getByRole('checkbox', { name: /Skip 2 rows/ }).check()
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
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText('1 student taken back.')).toBeVisible()
  await expect(ada).toBeHidden()
})

test('records are saved for a spreadsheet, of all students and of one', async ({ page }) => {
  await signIn(page, 'wren', '/studio')
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
  await page.getByRole('tab', { name: 'Lessons' }).click()
  await expect(page.getByRole('heading', { name: 'For a spreadsheet' })).toBeVisible()
  const passes = await save('Passes')
  expect(new Set(passes.slice(1, -1).map(line => line.split(',')[2])).size).toBe(1)
})

test('a backup is the owner’s, whole and named by the day', async ({ page }) => {
  await signIn(page, 'wren', '/studio')
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
  const restore = dialog.getByRole('button', { name: 'Restore', exact: true })
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
  await dialog.getByRole('button', { name: 'OK' }).click()
  await page.goto('/students')
  await expect(page.getByRole('heading', { name: 'Mine' })).toBeVisible()
})
