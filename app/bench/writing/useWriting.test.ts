import { describe, expect, jest, test } from '@jest/globals'
import { ref, shallowRef } from 'vue'
import type { Player } from '#core/fitting/opening'
import { writingKey } from './writing-keys'
import { inScope } from '../../base/tests/composables'

// The engine rests here: what is in sight is what the writing makes of it by itself.
jest.unstable_mockModule('../../base/useVerdict', () => ({
  useVerdict: () => ({
    answer: shallowRef(null),
    busy: ref(false),
    stopped: ref(false),
    stop: () => {},
    ask: () => {},
  }),
}))
const { useBench } = await import('../useBench')
const { notesOn } = await import('./notes-on')
const { useWriting } = await import('./useWriting')

const E = 5040
/** A desk with own music on it: eighths on strings and frets. */
function desk(places: readonly (readonly [string: number, fret: number])[], more: object = {}) {
  return inScope(() => {
    const bench = useBench(ref<Player>({}))
    const notes = places.map(([string, fret], i) => ({ at: i * E, dur: E, string, fret }))
    bench.load({ version: 1, family: 'free', free: { notes }, ...more })
    return { bench, writing: useWriting(bench) }
  }).value
}
type Desk = ReturnType<typeof desk>

/** Presses keys as a keyboard sends them: `Shift+3`, `Control+ArrowUp`, `l`. */
function press({ writing }: Desk, ...names: readonly string[]) {
  for (const name of names) {
    const parts = name.split('+').filter(Boolean)
    const key = parts.at(-1)!
    const code = /^\d$/.test(key) ? `Digit${key}` : key
    const held = (which: string) => parts.length > 1 && parts.includes(which)
    writingKey(
      { key, code, altKey: held('Alt'), ctrlKey: held('Control'), metaKey: false, shiftKey: held('Shift') },
      writing,
    )?.()
  }
}
const told = ({ writing }: Desk) =>
  writing.notes.value
    .map(({ at, dur, string, fret, via }) => `${at / E}+${dur / E} ${string}:${fret}${via ? ` ${via}` : ''}`)
    .join(', ')

describe('own music by keys', () => {
  test('figures are frets, soon after each other one fret; arrows go from note to note and past the last', () => {
    const at = desk([[3, 5]])
    press(at, 'ArrowRight', '7', 'ArrowRight', '1', '2')
    expect(told(at)).toBe('0+1 3:5, 1+1 3:7, 2+1 3:12')
    // The last fret of a classical guitar is 19: 9 after 1 is, 9 after 3 is a fret of its own.
    press(at, 'ArrowRight', '3', '9')
    expect(told(at)).toContain('3+1 3:9')
  })

  test('lengths, slurs, marks and fingers are of the note under the cursor', () => {
    const at = desk([
      [3, 5],
      [3, 7],
    ])
    press(at, 'ArrowRight', 'l', '>', 'Shift+3', 'q')
    expect(told(at)).toBe('0+1 3:5, 1+2 3:7 hammer')
    expect(at.writing.note.value).toMatchObject({ marks: ['accent'], finger: 3 })
    press(at, 'l', 't')
    expect(told(at)).toBe(`0+1 3:5, 1+${6720 / E} 3:7`)
    press(at, 'Home', 'l')
    expect(at.writing.said.value).toContain('A slur needs a note just before it')
  })

  test('a marked stretch is moved, repeated and taken out as one, and undo leads back through each', () => {
    const at = desk([
      [3, 5],
      [2, 5],
    ])
    const start = told(at)
    press(at, 'Control+a', 'Control+ArrowUp', 'Control+d')
    expect(told(at)).toBe('0+1 3:6, 1+1 2:6, 2+1 3:6, 3+1 2:6')
    press(at, 'Control+a', 'Delete')
    expect(told(at)).toBe('')
    expect(at.bench.problem.value).toMatchObject({ message: 'nothing is written yet' })
    for (let i = 0; i < 3; i++) at.bench.undo()
    expect(told(at)).toBe(start)
    expect(at.bench.problem.value).toBeNull()
  })

  test('the sheet shows a note at once, and keeps the notes that did not change as they were', () => {
    const at = desk(Array.from({ length: 40 }, (_, i) => [1 + (i % 3), 5 + (i % 4)] as const))
    press(at, 'End')
    const before = at.bench.score.value!.notes
    press(at, '8')
    const after = at.bench.score.value!.notes
    expect(after).toHaveLength(41)
    expect(after.slice(0, 40).every((note, i) => note === before[i])).toBe(true)
  })

  test('what is copied from a guitar with more strings is refused by its string, and undone', () => {
    const at = desk([[3, 5]])
    at.writing.paste({ notes: [{ at: 0, dur: E, string: 7, fret: 5 }], ticks: E })
    expect(at.bench.problem.value).toMatchObject({ path: expect.stringContaining('string') })
    press(at, 'ArrowRight', '5')
    expect(at.bench.problem.value).not.toBeNull()
    at.bench.undo()
    at.bench.undo()
    expect(told(at)).toBe('0+1 3:5')
    expect(at.bench.problem.value).toBeNull()
  })

  test('fingers that were pinned are written down before notes move', () => {
    const at = desk([
      [3, 5],
      [3, 7],
    ])
    at.bench.pin({ 'p1.n2': 4 })
    press(at, 'Home', 'Insert')
    expect(at.writing.notes.value.map(({ finger }) => finger)).toEqual([undefined, 4])
    expect(at.bench.pins.value).toEqual({})
  })

  test('the name of a routine’s drill moves along with its first note', () => {
    const at = desk([[3, 5]], {
      free: {
        notes: [
          { at: 0, dur: E, string: 3, fret: 5, part: 'First' },
          { at: E, dur: E, string: 2, fret: 5, part: 'Second' },
        ],
      },
    })
    press(at, 'Insert')
    expect(at.writing.notes.value.map(({ at: tick, part }) => [tick / E, part])).toEqual([
      [1, 'First'],
      [2, 'Second'],
    ])
  })

  test('keys that are none of the writing are left to the place', () => {
    const at = desk([[3, 5]])
    const plain = { altKey: false, ctrlKey: false, metaKey: false, shiftKey: false }
    for (const key of [' ', 'F5', 'Tab', 'z', 'Escape'])
      expect([key, writingKey({ ...plain, key, code: key }, at.writing)]).toEqual([key, null])
    expect(writingKey({ ...plain, ctrlKey: true, key: 'z', code: 'KeyZ' }, at.writing)).toBeNull()
  })
})

test('of a link only notes that stand somewhere are drawn', () => {
  const here = { at: 0, dur: E, string: 3, fret: 5 }
  const nowhere = [{ at: [0, 1], length: [1, 2], string: 3, fret: 5 }, null, 'E4']
  expect(notesOn({ family: 'free', free: { notes: [...nowhere, here] } })).toEqual([here])
  expect(notesOn({ family: 'free', free: { notes: 'E4' } })).toEqual([])
  expect(notesOn({ family: 'order' })).toEqual([])
})
