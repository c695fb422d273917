import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { scoreOf } from '../score/score-of.test.data'
import type { SharedSpec } from '../schema/fields'
import { countCrossings } from './crossings'
import { realignAfter } from './realign'
import { beginnings, canBegin, PLUCKING } from './registry'
import type { PluckedOnset } from './system'

type System = SharedSpec['plucking']['system']
const onset = (...strings: number[]): PluckedOnset => ({ strings, at: 0, given: null })

/** Strokes for single strings, or stacks as lists, one letter a note and a space between onsets of several. */
function strokes(
  system: System,
  strings: readonly (number | readonly number[])[],
  options: Partial<SharedSpec['plucking']> = {},
  shift = 0,
): string {
  const onsets = strings.map(each => onset(...[each].flat()))
  const play = PLUCKING[system].begin({ options: { system, start: 'D', ...options }, shift, onsets })
  return onsets.map((each, i) => play(each, i).strokes.join('')).join(strings.some(Array.isArray) ? ' ' : '')
}

// How the systems are taught: common practice.
describe('the pick', () => {
  test.each([
    ['alternate', [6, 6, 6, 5, 5, 5], 'DUDUDU'],
    ['down', [6, 5, 4], 'DDD'],
    ['economy', [6, 6, 6, 5, 5, 5, 4], 'DUDDUDD'],
    ['economy', [4, 4, 4, 5, 5, 5, 6], 'DUDUDUU'],
    ['economy', [6, 6, 5, 5, 4, 4], 'DUDUDU'],
    ['sweep', [5, 4, 3, 2, 1], 'DDDDD'],
    ['sweep', [1, 2, 3, 4], 'UUUU'],
    ['sweep', [3, 2, 1, 2, 3], 'DDDUU'],
    ['hybrid', [4, 3, 2], 'Dma'],
    ['hybrid', [5, 2, 5, 2], 'DmUm'],
    ['hybrid', [5, 3, 5, 4], 'DaUm'],
    // The further away the string, the further out the finger; three fingers there are.
    ['hybrid', [6, 3, 6, 4, 6, 5], 'DcUaDm'],
    ['hybrid', [6, 1, 6, 2], 'DcUc'],
  ] as const)('%s over strings %j goes %s', (system, strings, expected) => {
    expect(strokes(system, strings)).toBe(expected)
  })

  test('begins up when it is asked to, and one stroke later when the cycle was turned', () => {
    expect(strokes('alternate', [6, 6, 6], { start: 'U' })).toBe('UDU')
    expect(strokes('alternate', [6, 6, 6], {}, 1)).toBe('UDU')
    expect(strokes('alternate', [6, 6, 6], { start: 'U' }, -1)).toBe('DUD')
  })

  test('gives a stack one stroke; with fingers to hand it takes the thickest string only', () => {
    expect(
      strokes('alternate', [
        [5, 4, 3],
        [5, 4, 3],
      ]),
    ).toBe('DDD UUU')
    expect(
      strokes('hybrid', [
        [5, 3, 2],
        [5, 3, 2],
      ]),
    ).toBe('Dma Uma')
  })

  test.each([
    ['alternate', [3, 3, 3, 3], 'DaUD'],
    ['hybrid', [4, 3, 2, 4], 'DaaU'],
    ['economy', [4, 3, 2, 1], 'DaDD'],
  ] as const)('%s waits for what is prescribed, and sees where the hand went', (system, strings, expected) => {
    const onsets = strings.map((string, i) => ({ ...onset(string), given: i === 1 ? (['a'] as const) : null }))
    const play = PLUCKING[system].begin({ options: { system, start: 'D' }, shift: 0, onsets })
    expect(onsets.map((each, i) => play(each, i).strokes.join('')).join('')).toBe(expected)
  })

  test('with fingers to hand a stack ends a roll and begins none', () => {
    // The same two strings before and after it are not two turns of one roll: the pick takes those it reaches first.
    expect(strokes('hybrid', [3, 4, [6, 5], 3, 4])).toBe('D U Dm a U')
  })

  test('economy never makes two strokes in a row on one string, and always follows the way to the next', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 2, maxLength: 24 }),
        fc.constantFrom('D' as const, 'U' as const),
        (strings, start) => {
          const made = strokes('economy', strings, { start })
          for (let i = 1; i < strings.length; i++) {
            if (strings[i] === strings[i - 1]) expect(made[i]).not.toBe(made[i - 1])
            else expect(made[i]).toBe(strings[i]! < strings[i - 1]! ? 'D' : 'U')
          }
        },
      ),
    )
  })

  test('alternate picking is blind to strings', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 1, maxLength: 24 }), strings => {
        expect(strokes('alternate', strings)).toBe('DU'.repeat(12).slice(0, strings.length))
      }),
    )
  })
})

describe('the fingers', () => {
  test.each([
    ['pima', [6, 5, 4, 3, 2, 1], {}, 'pppima'],
    ['im', [3, 3, 2, 2, 1], {}, 'imimi'],
    ['im', [3, 3, 3], { start: 'm' }, 'mim'],
    ['ma', [1, 1, 1], {}, 'mam'],
    ['ia', [1, 1, 1], {}, 'iai'],
    ['pi', [5, 5, 4], {}, 'pip'],
    ['thumb', [6, 1, 3], {}, 'ppp'],
    ['thumb-pick', [5, 3, 5, 2], {}, 'pmpa'],
    ['thumb-pick', [5, 3, 5, 2, 5], { cycle: 'pm' }, 'pmpmp'],
    ['given', [4, 3, 2, 1], {}, 'pima'],
  ] as const)('%s over strings %j goes %s', (system, strings, options, expected) => {
    expect(strokes(system, strings, options)).toBe(expected)
  })

  test('a stack takes one finger to a string, the thumb lowest', () => {
    expect(strokes('pima', [[5, 3, 2, 1]])).toBe('pima')
    expect(strokes('pima', [[6, 5, 4]])).toBe('pim')
    expect(
      strokes('pima', [
        [6, 5],
        [5, 3],
        [3, 2],
        [2, 1],
      ]),
    ).toBe('pi pi im ma')
    expect(strokes('pima', [[5, 4, 3, 2, 1]])).toBe('ppima')
  })

  test('a rake goes up with p and i m a, and comes down with i dragged and p on the thickest', () => {
    expect(strokes('rake', [5, 4, 3, 2, 1, 2, 3, 4, 5])).toBe('ppimaiiip')
    const onsets = [3, 2, 1, 2, 3].map(string => onset(string))
    const play = PLUCKING.rake.begin({ options: { system: 'rake', start: 'D' }, shift: 0, onsets })
    expect(onsets.map((each, i) => play(each, i).raked ?? false)).toEqual([false, false, false, false, false])
    const wide = [4, 3, 2, 1, 2, 3, 4].map(string => onset(string))
    const again = PLUCKING.rake.begin({ options: { system: 'rake', start: 'D' }, shift: 0, onsets: wide })
    expect(wide.map((each, i) => again(each, i).raked ?? false)).toEqual([
      false,
      false,
      false,
      false,
      false,
      true,
      false,
    ])
  })

  test('what a family prescribes is played, and the cycle waits for its next own note', () => {
    const play = PLUCKING.im.begin({ options: { system: 'im', start: 'i' }, shift: 0, onsets: [] })
    expect(
      [onset(3), { strings: [3], at: 0, given: ['a' as const] }, onset(3)].map((each, i) =>
        play(each, i).strokes.join(),
      ),
    ).toEqual(['i', 'a', 'm'])
  })
})

describe('what plucking begins with', () => {
  test.each<[SharedSpec['plucking']['system'], string]>([
    ['alternate', 'DU'],
    ['down', ''],
    ['im', 'im'],
    ['thumb-pick', 'pma'],
    ['pima', ''],
  ])('%s: one of "%s"', (system, expected) => {
    expect(beginnings({ system, start: 'm' }).join('')).toBe(expected)
  })

  test('D asks for nothing, and what the notes say is not asked', () => {
    expect([
      canBegin({ system: 'im', start: 'D' }),
      canBegin({ system: 'given', start: 'U' }),
      canBegin({ system: 'im', start: 'U' }),
    ]).toEqual([true, true, false])
  })
})

describe('strokes and slurs', () => {
  test('alternation runs over plucked notes only: a slurred note has no stroke and moves nothing', () => {
    const score = scoreOf({
      version: 1,
      family: 'order',
      order: { fingers: [1, 2, 3, 4] },
      strings: { order: [6, 5], travel: 'there' },
      slurs: [2],
    })
    expect(score.notes.map(note => note.pluck ?? '-').join('')).toBe('D-UDU-DU')
  })

  test.each([
    ['alternate', 2],
    ['down', 1],
    ['thumb-pick', 4],
    ['im', 2],
    ['thumb', 1],
  ] as const)('%s repeats itself after %i notes', (system, length) => {
    const { cycleLength, begin } = PLUCKING[system]
    const options = { system, start: 'D' as const }
    expect(cycleLength(options)).toBe(length)
    const onsets = Array.from({ length: 24 }, () => onset(3))
    const play = begin({ options, shift: 0, onsets })
    const made = onsets.map((each, i) => play(each, i).strokes.join())
    expect(made.slice(length)).toEqual(made.slice(0, -length))
  })

  test.each(['economy', 'sweep', 'hybrid', 'pima', 'rake', 'given'] as const)(
    '%s depends on the strings and has no cycle of its own',
    system => {
      expect(PLUCKING[system].cycleLength({ system, start: 'D' })).toBeNull()
    },
  )
})

describe('when a cycle falls on the same place again', () => {
  // The example every workbook gives: strokes in fours over triplets come round after twelve (common practice).
  test.each([
    [2, 3, 6],
    [4, 3, 12],
    [2, 4, 4],
    [4, 6, 12],
    [1, 5, 5],
    [3, 3, 3],
  ])('a cycle of %i over groups of %i: after %i', (cycle, group, after) => {
    expect(realignAfter(cycle, group)).toBe(after)
  })

  test('found by counting on', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 16 }), (cycle, group) => {
        let notes = group
        while (notes % cycle !== 0) notes += group
        expect(realignAfter(cycle, group)).toBe(notes)
      }),
    )
  })

  test.each([
    [0, 3],
    [2, 0],
    [1.5, 2],
  ])('%d over %d is no cycle', (cycle, group) => {
    expect(() => realignAfter(cycle, group)).toThrow(RangeError)
  })
})

describe('crossings of the pick', () => {
  const cross = (text: string) =>
    countCrossings(
      text
        .split(' ')
        .map((word, at) => ({ at, string: Number(word[0]), pluck: word[1] === '-' ? null : (word[1] as 'D' | 'U') })),
    )

  // Outside: round both strings; inside: between them (common practice).
  test.each([
    ['6D 5U', 1, 0],
    ['6U 5D', 0, 1],
    ['5D 6U', 0, 1],
    ['5U 6D', 1, 0],
    ['6D 5D', 0, 0],
    ['6D 6U', 0, 0],
    ['6D 4U', 1, 0],
    ['6D 6- 5U', 1, 0],
    ['6D 6U 5D 5U', 0, 1],
    ['6D 6U 6D 5U 5D 5U', 1, 0],
  ])('%s: %i outside, %i inside', (text, outside, inside) => {
    expect(cross(text)).toEqual({ outside, inside })
  })

  test('a stack is one stroke and no crossing', () => {
    expect(
      countCrossings([
        { at: 0, string: 6, pluck: 'D' },
        { at: 1, string: 5, pluck: 'U' },
        { at: 1, string: 4, pluck: 'U' },
        { at: 2, string: 6, pluck: 'D' },
      ]),
    ).toEqual({ outside: 0, inside: 0 })
  })

  test('played upside down, outside becomes inside', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 1, max: 6 }), fc.constantFrom('D' as const, 'U' as const)), {
          maxLength: 30,
        }),
        notes => {
          const { outside, inside } = countCrossings(notes.map(([string, pluck], at) => ({ at, string, pluck })))
          expect(countCrossings(notes.map(([string, pluck], at) => ({ at, string: 7 - string, pluck })))).toEqual({
            outside: inside,
            inside: outside,
          })
        },
      ),
    )
  })

  test('three notes to a string make every crossing of an alternate run outside, then inside, and so on; two make them all inside', () => {
    const run = (fingers: number[]) =>
      scoreOf({ version: 1, family: 'order', order: { fingers }, strings: { from: 6, to: 1, travel: 'there' } }).report
        .crossings
    expect(run([1, 2, 4])).toEqual({ outside: 3, inside: 2 })
    expect(run([1, 3])).toEqual({ outside: 0, inside: 5 })
    expect(run([1])).toEqual({ outside: 3, inside: 2 })
  })
})
