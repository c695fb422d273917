import { describe, expect, test } from '@jest/globals'
import { FAMILIES } from '../families/registry'
import { openingOf } from '../families/opening'
import { neighbours } from '../grade/neighbours'
import { PARTS } from '../grade/table'
import type { Demand } from '../ladder/signature'
import { byInWords, changeInWords, partsInWords } from './change'
import { demandInWords } from './demand'
import { PART_MEANINGS } from './parts'

const UNSAID = /undefined|null|NaN|Infinity|\[object|\s{2}/

describe('what is new in a drill', () => {
  test.each<[Demand['entry'], Demand['before'], Demand['now'], string]>([
    ['anchors', [], [3], 'now with finger 3 held'],
    ['anchors', [1, 3], [], 'now without fingers 1 and 3 held'],
    ['changes', ['12'], ['12', '24'], 'now with finger 4 after 2'],
    ['fingers', [1, 2], [1, 2, 4], 'now with finger 4'],
    ['together', 1, 3, 'now three fingers landing together'],
    ['together', 3, 1, 'now finger after finger'],
    ['leaps', [1], [1, 2], 'now with leaps of 2 strings'],
    ['leaps', [], [1], 'now with changes to the next string'],
    ['strokes', ['D'], ['D', 'U'], 'now with up-strokes'],
    ['strokes', ['D', 'U'], ['U', 'D'], 'now beginning with up-strokes'],
    ['stacks', [1], [1, 2], 'now with two notes at once'],
    ['ways', ['pluck'], ['hammer', 'pluck'], 'now with hammer-ons'],
    ['slurRow', 1, 7, 'now seven slurs in a row'],
    ['slurRow', 3, 0, 'now without slurs'],
    ['shifts', [], [4], 'now with shifts of 4 frets'],
    ['pauses', true, false, 'now without a rest before the shift'],
    ['strings', [1, 2], [1, 2, 3], 'now with string 3'],
    ['sequence', 'a', 'b', 'now in another order'],
    ['barre', 0, 6, 'now with a barre over six strings'],
    ['silent', '1/4', '2/4', 'now with 2 of 4 bars silent'],
  ])('%s', (entry, before, now, words) => {
    expect(demandInWords({ entry, before, now })).toBe(words)
  })
})

describe('a change of one parameter', () => {
  test('is called as the bench calls it, with what it was', () => {
    expect(changeInWords({ path: 'strings.order', from: 'adjacent', to: 'skip' }, 'order')).toEqual({
      to: 'Strings in order skipping one',
      from: 'instead of next to next',
    })
    expect(changeInWords({ path: 'slurs', from: [], to: [2, 4] }, 'order').to).toBe('Slurred notes note 2, 4')
    expect(changeInWords({ path: 'diagonal.play', from: 'picked', to: 'swept' }, 'diagonal').to).toMatch(/swept$/)
  })

  test('every neighbour of every family has its words', () => {
    let said = 0
    for (const family of FAMILIES) {
      for (const near of neighbours(openingOf(family))) {
        const { to, from } = changeInWords(near.change, family.name)
        for (const words of [to, from, partsInWords(near), byInWords(near.by)])
          expect([family.name, near.change.path, words]).toEqual([
            family.name,
            near.change.path,
            expect.not.stringMatching(UNSAID),
          ])
        said++
      }
    }
    expect(said).toBeGreaterThan(100)
  })

  test.each([
    [0.34, '+0.3'],
    [-0.34, '−0.3'],
    [0.051, '+0.05'],
  ])('%d is said as %s', (by, words) => {
    expect(byInWords(by)).toBe(words)
  })
})

test('every part of the grade is explained', () => {
  expect(Object.keys(PART_MEANINGS)).toEqual([...PARTS])
})
