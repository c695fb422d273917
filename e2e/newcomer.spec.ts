import { expect } from '@playwright/test'
import { choose, OwnServer, PASSWORD, signIn, test } from './studio'
import { PORT } from './worker'

// The whole story of a newcomer, with a server that is ended by force in the middle of the lesson.
test('a newcomer builds a drill, sets it, runs a lesson through a crash, and sees the tempo move', async ({
  page,
  context,
  expectTrouble,
}) => {
  // While the server is down, and once the session is asked anew, the browser itself reports the failed requests.
  expectTrouble.allow.push(
    /Failed to load resource: net::ERR_(CONNECTION_(REFUSED|RESET)|SOCKET_NOT_CONNECTED|EMPTY_RESPONSE)/,
    /Failed to load resource.*401/,
  )
  test.slow()
  const server = new OwnServer(PORT + 400)
  await server.start()
  try {
    await test.step('sign in', async () => {
      await page.goto(server.address)
      await page.getByLabel('Name').fill('wren')
      await page.getByLabel('Password').fill('not the password')
      await page.getByRole('button', { name: 'Sign in' }).click()
      await expect(page.getByRole('alert')).toHaveText('Name or password is wrong.')
      await page.getByLabel('Password').fill(PASSWORD)
      await page.getByRole('button', { name: 'Sign in' }).click()
      await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible()
    })

    await test.step('add a student', async () => {
      await page.getByRole('link', { name: 'Students' }).click()
      await page.getByRole('button', { name: 'Add a student' }).click()
      await page.getByRole('button', { name: 'Add', exact: true }).click()
      await expect(page.getByText('a name is needed')).toBeVisible()
      await page.getByLabel('Name', { exact: true }).fill('Quill Example')
      await page.getByRole('button', { name: 'Add', exact: true }).click()
      await expect(page.getByRole('heading', { name: 'Quill Example' })).toBeVisible()
      await expect(page.getByText('No drills assigned')).toBeVisible()
    })

    await test.step('build a drill for them', async () => {
      await page.getByRole('button', { name: 'Go to the bench' }).click()
      await expect(page.getByRole('heading', { name: 'Order 1 2 3 4, strings 6–1 and back, V' })).toBeVisible()
      await choose(page, /^Finger order \(/, '1324')
      await choose(page, 'To string', '3')
      await expect(page.getByRole('heading', { name: 'Order 1 3 2 4, strings 6–3 and back, V' })).toBeVisible()
      await expect(page.getByRole('button', { name: 'string 6, fret 7, finger 3, m' }).first()).toBeVisible()
      await page.getByRole('button', { name: 'Undo' }).click()
      await expect(page.getByRole('heading', { name: 'strings 6–1' })).toBeVisible()
      await page.getByRole('button', { name: 'Redo' }).click()
      await expect(page.getByRole('heading', { name: 'strings 6–3' })).toBeVisible()
    })

    await test.step('the address holds the drill', async () => {
      await expect.poll(() => decodeURIComponent(page.url())).toMatch(/(?=.*1,3,2,4)(?=.*"to":3)/)
      await page.reload()
      await expect(page.getByRole('heading', { name: 'Order 1 3 2 4, strings 6–3 and back, V' })).toBeVisible()
    })

    await test.step('save it, change it, save the change as a version', async () => {
      await page.getByRole('button', { name: 'Save', exact: true }).click()
      await page.getByRole('dialog').getByLabel('Name').fill('Quill’s first drill')
      await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click()
      await expect(page.getByText('version 1 of 1')).toBeVisible()
      await page.getByRole('button', { name: 'Position: more', exact: true }).click()
      await expect(page.getByText('changed since it was saved')).toBeVisible()
      await page.getByRole('button', { name: 'Save', exact: true }).click()
      await expect(page.getByText('version 2 of 2')).toBeVisible()
    })

    await test.step('set it by clean passes', async () => {
      await page.getByRole('button', { name: 'Assign to a student' }).click()
      const dialog = page.getByRole('dialog')
      await expect(dialog.getByRole('button', { name: 'Student' })).toContainText('Quill Example')
      await dialog.getByLabel('Start tempo', { exact: true }).fill('72')
      await dialog.getByLabel('Start tempo', { exact: true }).press('Tab')
      await dialog.getByLabel('Target tempo', { exact: true }).fill('104')
      await dialog.getByLabel('Target tempo', { exact: true }).press('Tab')
      await expect(dialog.getByText(/^8 steps, one every \d+ days/)).toBeVisible()
      await dialog.getByRole('button', { name: 'Assign', exact: true }).click()
      await page.getByRole('button', { name: 'Open their page' }).click()
      await expect(page.getByText('of 104')).toBeVisible()
    })

    const clean = page.getByRole('list', { name: 'Passes' }).getByRole('img', { name: 'clean' })
    const slip = page.getByRole('list', { name: 'Passes' }).getByRole('img', { name: 'slip' })

    await test.step('run the lesson: clean, clean, slip, undo', async () => {
      await page.getByRole('button', { name: 'Start a lesson now' }).click()
      await expect(page.locator('[data-test=tempo]')).toHaveText('72')
      await page.keyboard.press('j')
      await page.keyboard.press('j')
      await page.keyboard.press('k')
      await expect(slip).toHaveCount(1)
      await page.keyboard.press('u')
      await expect(slip).toHaveCount(0)
      await page.keyboard.press('k')
      await expect(page.getByText('all saved')).toBeVisible()
    })

    await test.step('the metronome runs with the sheet and follows the keys', async () => {
      await page.keyboard.press(' ')
      await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible()
      await page.keyboard.press('ArrowUp')
      await expect(page.locator('[data-test=tempo]')).toContainText(/73|−\d/)
      await expect(page.getByText('Set tempo is 72.')).toBeVisible()
      await page.keyboard.press('ArrowDown')
      await page.keyboard.press(' ')
      await expect(page.getByRole('button', { name: 'Play' })).toBeVisible()
      await expect(page.locator('[data-test=tempo]')).toHaveText('72')
    })

    await test.step('the server is ended by force; passes go on and are kept on the device', async () => {
      await server.end('SIGKILL')
      await page.keyboard.press('j')
      await page.keyboard.press('j')
      await expect(page.getByText(/kept on this device, waiting for the server/)).toBeVisible()
      await expect(clean).toHaveCount(4)
    })

    const lessonAddress = page.url()
    await test.step('the browser is closed too; both come back and nothing is lost or doubled', async () => {
      await page.close()
      await server.start()
      const again = await context.newPage()
      await again.goto(lessonAddress)
      const tally = again.getByRole('list', { name: 'Passes' })
      await expect(tally.getByRole('img', { name: 'clean' })).toHaveCount(4)
      await expect(tally.getByRole('img', { name: 'slip' })).toHaveCount(1)
      await expect(again.getByText('all saved')).toBeVisible()
      await again.reload()
      await expect(tally.getByRole('img', { name: 'clean' })).toHaveCount(4)
      await expect(tally.getByRole('img', { name: 'slip' })).toHaveCount(1)

      await test.step('the third clean pass in a row offers the raise with its reason; accepted, it moves the tempo', async () => {
        await again.keyboard.press('j')
        await expect(again.getByText('Raise to 76?')).toBeVisible()
        await expect(again.getByText('Three clean passes in a row at 72, heard by you.')).toBeVisible()
        await again.getByRole('button', { name: 'Raise', exact: true }).click()
        await expect(again.locator('[data-test=tempo]')).toHaveText('76')
      })

      await test.step('the next offer is overruled, with the reason kept', async () => {
        for (let i = 0; i < 3; i++) await again.keyboard.press('j')
        await expect(again.getByText('Raise to 80?')).toBeVisible()
        await again.getByRole('button', { name: 'Overrule' }).click()
        await again.getByRole('dialog').getByRole('button', { name: 'not easy yet' }).click()
        await again.getByRole('dialog').getByRole('button', { name: 'Save decision' }).click()
        await expect(again.getByText('Held at 76.')).toBeVisible()
        await expect(again.getByText('Stay at 76')).toBeVisible()
      })

      await test.step('a note, the end, the summary', async () => {
        await again.keyboard.press('n')
        await again.getByLabel('Note text').fill('Little finger stays close now.')
        await again.getByRole('button', { name: 'Save' }).click()
        await again.getByRole('button', { name: 'End lesson' }).click()
        await again.getByRole('dialog').getByRole('button', { name: 'End lesson' }).click()
        await expect(again.getByText('raised from 72 to 76')).toBeVisible()
        await expect(again.getByText('8 of 9 passes clean')).toBeVisible()
        await expect(again.getByText('Against the plan: not easy yet')).toBeVisible()
        await expect(again.getByText('Little finger stays close now.')).toBeVisible()
      })

      await test.step('the student’s page shows the tempo and the last decisions', async () => {
        await again.getByRole('button', { name: /Open Quill Example/ }).click()
        await expect(again.getByText('76', { exact: true }).first()).toBeVisible()
        await again.getByRole('button', { name: /^Chart and plan of/ }).click()
        await expect(again.getByText('held at 76', { exact: true })).toBeVisible()
        await expect(
          again.getByRole('img', {
            name: /Tempo of Quill’s first drill.*1 lesson; best clean tempo from 76 to 76; target 104/,
          }),
        ).toBeVisible()
      })
      await again.close()
    })
  } finally {
    await server.end('SIGTERM')
  }
})

test('signing out closes the studio, and the way back leads to where one was', async ({ page, expectTrouble }) => {
  expectTrouble.allow.push(/401/)
  await signIn(page)
  await page.getByRole('button', { name: 'Sign out' }).click()
  await expect(page.getByRole('heading', { name: 'Sign in to your studio' })).toBeVisible()
  await page.goto('/students')
  await expect(page).toHaveURL(/sign-in\?to=\/students/)
  await page.getByLabel('Name').fill('ivo')
  await page.getByLabel('Password').fill(PASSWORD)
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByRole('heading', { name: 'Mabel Underhay' })).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Juno Pellwether' })).toHaveCount(0)
})

test('an address from outside does not lead away', async ({ page }) => {
  for (const away of ['https://elsewhere.example/', '//elsewhere.example/', '/\\elsewhere.example/']) {
    await page.goto(`/sign-in?to=${encodeURIComponent(away)}`)
    await page.getByLabel('Name').fill('ivo')
    await page.getByLabel('Password').fill(PASSWORD)
    await page.getByRole('button', { name: 'Sign in' }).click()
    await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible()
    expect(new URL(page.url()).pathname).toBe('/')
    await page.getByRole('button', { name: 'Sign out' }).click()
    await expect(page.getByRole('heading', { name: 'Sign in to your studio' })).toBeVisible()
  }
})
