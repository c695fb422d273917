import { beforeEach, describe, expect, jest, test } from '@jest/globals'
import { ref, shallowRef } from 'vue'
import type { StudentRow } from '#shared/contracts/students'
import { inScope } from '../tests/composables'
import type { Bench } from './useBench'

jest.unstable_mockModule('./useVerdict', () => ({
  useVerdict: () => ({
    answer: shallowRef(null),
    busy: ref(false),
    stopped: ref(false),
    stop: () => {},
    ask: () => {},
  }),
}))
const { useBench } = await import('./useBench')
const { fitFor, useFitting } = await import('./useFitting')

const student = (more: object = {}) =>
  ({ id: 's', name: 'Ida', instrument: { preset: 'half' }, hand: { reachMm: 50 }, ...more }) as unknown as StudentRow
const drill = { version: 1, family: 'order', position: 1, order: { fingers: [1, 2, 3, 4] } }

let bench: Bench
let fitting: ReturnType<typeof useFitting>
beforeEach(() => {
  bench = inScope(() => useBench(ref({}))).value
  bench.load(drill)
  fitting = inScope(() => useFitting(bench)).value
})

/**
 * The lowest position in which one finger per fret spans no more than a reach, by the fret rule of equal temperament.
 */
function lowestPosition(scaleMm: number, reachMm: number): number {
  const span = (position: number) => scaleMm * (2 ** (-position / 12) - 2 ** (-(position + 3) / 12))
  return Array.from({ length: 16 }, (_, i) => i + 1).find(position => span(position) <= reachMm)!
}

describe('a drill for a student', () => {
  test('moves to their guitar and to the lowest position that is comfortable there, and says so', () => {
    fitting.fit(student())
    expect(bench.get('instrument.preset')).toBe('half')
    expect(bench.get('position')).toBe(lowestPosition(530, 50))
    expect(fitting.fitted.value!.changes.length).toBeGreaterThan(0)
    expect(fitting.fitted.value!.student).toBe('Ida')
  })

  test('the original comes back on their guitar when it is wanted, and undo goes back to before', () => {
    fitting.fit(student())
    fitting.keepOriginal()
    expect([bench.get('position'), bench.get('instrument.preset'), fitting.fitted.value]).toEqual([1, 'half', null])
    bench.undo()
    bench.undo()
    expect(bench.get('instrument.preset')).toBe('classical')
  })

  test('nothing is said where nothing had to change but the guitar', () => {
    bench.load({ ...drill, position: lowestPosition(648, 90) })
    fitting.fit(student({ instrument: { preset: 'electric' }, hand: { reachMm: 90 } }))
    expect([bench.get('instrument.preset'), fitting.fitted.value]).toEqual(['electric', null])
  })

  test('a drill that cannot be read is left alone', () => {
    expect(fitFor({ version: 1, family: 'juggling' }, student())).toBeNull()
    bench.set('position', 99)
    const { value: before } = bench.raw
    fitting.fit(student())
    expect([bench.raw.value, fitting.fitted.value]).toEqual([before, null])
  })

  test('what was said can be put aside without changing the drill', () => {
    fitting.fit(student())
    const { value: before } = bench.raw
    fitting.dismiss()
    expect([bench.raw.value, fitting.fitted.value]).toEqual([before, null])
  })
})

describe('a bench that nobody has touched', () => {
  const child = student({ age: 9 })
  const fingers = () => (bench.get('order') as { fingers: number[] }).fingers

  test('opens with the drill of whom it is for, and with the next one’s when it is for another', () => {
    fitting.open(null)
    expect(fingers()).toEqual([1, 2, 3, 4])
    fitting.follow(child)
    expect([fingers(), bench.get('position'), bench.get('instrument.preset')]).toEqual([[1, 2], 7, 'half'])
    expect([fitting.fitted.value, bench.canUndo.value]).toEqual([null, false])
    fitting.follow(student({ age: 40, hand: { reachMm: 90 }, instrument: { preset: 'electric' } }))
    expect([fingers(), bench.get('instrument.preset')]).toEqual([[1, 2, 3, 4], 'electric'])
    fitting.follow(null)
    expect(bench.get('instrument.preset')).toBe('classical')
  })

  test('keeps a drill that was touched: it is fitted, and said so', () => {
    fitting.open(null)
    bench.set('position', 3)
    fitting.follow(child)
    expect(fingers()).toEqual([1, 2, 3, 4])
    expect(fitting.fitted.value!.changes.length).toBeGreaterThan(0)
  })

  test('another family is opened for whom it is for, on the guitar that is there', () => {
    const one = inScope(() => useBench(ref({ age: 9, hand: { reachMm: 50 } }))).value
    one.load({ ...drill, instrument: { preset: 'half' } })
    one.changeFamily('pair')
    expect([
      one.get('instrument.preset'),
      one.get('position'),
      one.get('rhythm.perBeat'),
      one.get('strings.from'),
    ]).toEqual(['half', 7, 2, 2])
  })
})
