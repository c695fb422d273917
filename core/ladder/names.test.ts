import { expect, test } from '@jest/globals'
import { readFileSync } from 'node:fs'
import { rungName } from './names'

test.each([
  ['Slurs 03 04 03 04 03 04 03 04 on string 5, VII, 4 of 8 slurred', 'Slurs 03 04 ×4 on string 5, VII, 4 of 8 slurred'],
  ['Slurs 41 41 on string 2, VII, all slurred', 'Slurs 41 ×2 on string 2, VII, all slurred'],
  ['Slurs 21 41 42 124 on string 2, VII', 'Slurs 21 41 42 124 on string 2, VII'],
  ['Order 1 2 1 2, strings 6–1, V', 'Order 1 2 1 2, strings 6–1, V'],
])('%s', (title, name) => {
  expect(rungName(title)).toBe(name)
})

test('no name of the ladder says the same four times and more', () => {
  const { rungs } = JSON.parse(readFileSync('core/ladder/ladder.json', 'utf8')) as {
    rungs: readonly { readonly title: string }[]
  }
  const dull = rungs.map(({ title }) => rungName(title)).filter(name => /(\b\d+ )\1\1\1/.test(name))
  expect(dull).toEqual([])
})
