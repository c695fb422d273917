import { expect, test } from '@jest/globals'
import { readFileSync } from 'node:fs'
import { scoreOf } from '#core/score/score-of.test.data'
import { layOut } from '#core/sheet/layout'

test('the sheet on the sign-in page is what the core makes of its drill', () => {
  const shipped: unknown = JSON.parse(readFileSync('app/sign-in/sign-in-sheet.json', 'utf8'))
  const score = scoreOf({
    version: 1,
    family: 'order',
    strings: { from: 4, to: 1, travel: 'there' },
    tempo: 72,
    order: { fingers: [1, 3, 2, 4] },
  })
  expect(shipped).toEqual(JSON.parse(JSON.stringify(layOut(score, { width: 560, lanes: true, most: 1 }))))
})
