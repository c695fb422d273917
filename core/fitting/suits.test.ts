import { expect, test } from '@jest/globals'
import { suits } from './suits'

const order = (position: number, fingers = [1, 2, 3, 4]) => ({
  version: 1,
  family: 'order',
  position,
  order: { fingers },
})

test('what a hand reaches, with fingers it may use, on a guitar that has the frets', () => {
  const specs = [order(7), order(1), order(7, [1, 2]), order(20), { version: 1, family: 'nothing' }]
  const guitar = { preset: 'classical' } as const
  expect(suits(specs, guitar, { reachMm: 80 })).toEqual([true, false, true, false, false])
  expect(suits(specs, guitar, { reachMm: 60 })).toEqual([false, false, true, false, false])
  expect(suits(specs, guitar, { reachMm: 100, excluded: [4] })).toEqual([false, false, true, false, false])
  expect(suits(specs, guitar, { reachMm: 100 })).toEqual([true, true, true, false, false])
  expect(suits([order(20)], { preset: 'electric' }, { reachMm: 80 })).toEqual([false])
})

test('a drill without the guitar suits everybody', () => {
  expect(
    suits([{ version: 1, family: 'count', count: { tempos: [60] } }], { preset: 'half' }, { reachMm: 40 }),
  ).toEqual([true])
})
