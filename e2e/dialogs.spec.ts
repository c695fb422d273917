import { expect, type Page } from '@playwright/test'
import { account, makeOwn } from './own'
import { seriousIn } from './accessible'
import { comeAs, test } from './studio'
import { enter } from './visitor'

/** Every dialog of the app: where it is, and the press or key that opens it. */
const more = async (page: Page, item: string | RegExp) => {
  await page.getByRole('button', { name: 'More', exact: true }).click()
  await page.getByRole('menuitem', { name: item }).click()
}
const press = (name: string | RegExp) => async (page: Page) =>
  page.getByRole('button', { name }).filter({ visible: true }).first().click()
const key = (name: string) => async (page: Page) => page.keyboard.press(name)
type Dialogs = readonly (readonly [title: RegExp, open: (page: Page) => Promise<void>])[]
const PLACES: readonly (readonly [place: string, ready: RegExp, dialogs: Dialogs])[] = [
  [
    '/',
    /^Today$/,
    [
      [/^Go to$/, key('Control+k')],
      [/^Keyboard shortcuts$/, key('?')],
    ],
  ],
  [
    '/students',
    /^Students$/,
    [
      [/^Add a student$/, press('Add a student')],
      [/^Students from a list$/, page => more(page, 'Add students from a list')],
    ],
  ],
  [
    '/students/:students',
    /^Mine$/,
    [
      [/^Edit student$/, page => more(page, 'Edit student')],
      [/^The hands of/, page => more(page, 'Change the hand card')],
      [/^Where does it hurt/, page => more(page, 'Something hurts')],
      [/^The weekly lesson$/, page => more(page, 'Change the weekly lesson')],
      [/^Erase/, page => more(page, 'Erase for good')],
    ],
  ],
  [
    '/bench',
    /^Order/,
    [
      [
        /^Choose a drill family/,
        async page => {
          const fold = page.getByRole('button', { name: 'Parameters', exact: true })
          if (await fold.isVisible()) await fold.click()
          await press(/^Family/)(page)
        },
      ],
      [/^Save on your shelf$/, press(/^Save$/)],
      [/^Read a file, or paste$/, page => more(page, 'Read a file or paste')],
      [/^Export$/, page => more(page, 'Export')],
      [
        /^Variations side by side$/,
        async page => {
          const fold = page.getByRole('button', { name: 'Parameters', exact: true })
          if (await fold.isVisible()) await fold.click()
          await press(/^Vary/)(page)
          await press('See variations side by side')(page)
        },
      ],
      [/^Assign to a student$/, press(/^Assign/)],
    ],
  ],
  [
    '/shelf',
    /^Shelf$/,
    [
      [
        /^Assign a drill$/,
        async page => {
          await page
            .getByRole('button', { name: /^More for/ })
            .first()
            .click()
          await page.getByRole('menuitem', { name: 'Assign to a student' }).click()
        },
      ],
      [
        /^Add to a collection$/,
        async page => {
          await page.getByRole('checkbox').first().check()
          await press('Add to a collection')(page)
        },
      ],
      [
        /^New collection$/,
        async page => {
          await page.getByRole('tab', { name: 'Collections' }).click()
          await press('New collection')(page)
        },
      ],
    ],
  ],
  [
    '/studio',
    /^Studio$/,
    [
      [/^Add a guitar$/, press('Add a guitar')],
      [/^Add an account$/, press(/^Add (somebody|an account)/)],
      [/^Change your password$/, press(/password/)],
      [/^A link for your calendar$/, press('Create a link')],
      [/^Restore a backup$/, press('Restore a backup')],
    ],
  ],
  [
    '/lesson/:lessons',
    /^Mine$/,
    [
      [/^Note$/, key('n')],
      [/^What went wrong$/, key('f')],
      [/^Add a drill$/, key('b')],
      [/^Choose differently$/, key('w')],
      [/^End this lesson/, key('e')],
    ],
  ],
]

const SIZES = [
  { width: 1280, height: 800 },
  { width: 390, height: 844 },
] as const

/** Opens every dialog of a place in turn and looks at it. */
async function lookAtEach(page: Page, dialogs: Dialogs, small: boolean) {
  for (const [title, open] of dialogs) {
    await open(page)
    const dialog = page.getByRole('dialog')
    await expect(dialog.getByRole('heading', { name: title }).first()).toBeVisible()
    // Of a list of choices the chosen one has the focus.
    const begins = await page.evaluate(() => {
      const first = document.querySelector(
        '[role="dialog"] .dialog-body :is(input, textarea, button, [role="combobox"], [tabindex="0"])',
      )
      const { activeElement } = document
      return !first || first === activeElement || first.parentElement === activeElement?.parentElement
    })
    expect([String(title), begins]).toEqual([String(title), true])
    for (const button of await dialog.locator('.sticky button').all())
      await expect(button).toBeInViewport({ ratio: 0.95 })
    // The same elements at both sizes; targets are smallest on the phone.
    if (small)
      expect([String(title), await seriousIn(page, { include: '[role="dialog"]' })]).toEqual([String(title), []])
    await page.keyboard.press('Escape')
    await expect(dialog).toHaveCount(0)
  }
}

for (const [place, ready, dialogs] of PLACES) {
  for (const size of SIZES) {
    test(`every dialog of ${place} opens in its first field, its buttons in sight, at ${size.width}x${size.height}`, async ({
      page,
      baseURL,
    }) => {
      await page.setViewportSize(size)
      const { name, userId } = await account('owner')
      const owner = await enter(baseURL!, name)
      const own = await makeOwn(owner, userId)
      await comeAs(page, owner)
      await page.goto(place.replace(/:(students|lessons)/, (_, kind: 'students' | 'lessons') => own[kind]))
      await expect(page.getByRole('heading', { name: ready }).first()).toBeVisible()
      await lookAtEach(page, dialogs, size.width < 400)
    })
  }
}
