import { beforeEach, describe, expect, jest, test } from '@jest/globals'
import { ref, shallowRef, type Ref, type ShallowRef } from 'vue'
import type { Player } from '#core/fitting/opening'
import type { DrillDetail } from '#shared/contracts/drills/answers'
import type { StudentRow } from '#shared/contracts/people/answers'
import { inScope } from '../base/tests/composables'
import type { Bench } from './useBench'

jest.unstable_mockModule('../base/useVerdict', () => ({
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

let person: Ref<Player>
let bench: Bench
let kept: ShallowRef<DrillDetail | null>
let fitting: ReturnType<typeof useFitting>
beforeEach(() => {
  person = ref<Player>({})
  bench = inScope(() => useBench(person)).value
  kept = shallowRef(null)
  fitting = inScope(() => useFitting(bench, { drill: kept })).value
  bench.load(drill)
})

function choose(student: StudentRow | null) {
  person.value = student ?? {}
  fitting.follow(student)
}

/**
 * The lowest position in which one finger per fret spans no more than a reach, by the fret rule of equal temperament.
 */
function lowestPosition(scaleMm: number, reachMm: number): number {
  const span = (position: number) => scaleMm * (2 ** (-position / 12) - 2 ** (-(position + 3) / 12))
  return Array.from({ length: 16 }, (_, i) => i + 1).find(position => span(position) <= reachMm)!
}

describe('a drill for a student', () => {
  test('moves to their guitar and to the lowest position that is comfortable there, and says so', () => {
    choose(student())
    expect(bench.get('instrument.preset')).toBe('half')
    expect(bench.get('position')).toBe(lowestPosition(530, 50))
    expect(fitting.fitted.value!.changes.length).toBeGreaterThan(0)
    expect(fitting.fitted.value!.student).toBe('Ida')
  })

  test('the original comes back on their guitar when it is wanted, and undo goes back to before', () => {
    choose(student())
    fitting.keepOriginal()
    expect([bench.get('position'), bench.get('instrument.preset'), fitting.fitted.value]).toEqual([1, 'half', null])
    bench.undo()
    bench.undo()
    expect(bench.get('instrument.preset')).toBe('classical')
  })

  test('nothing is said where nothing had to change but the guitar', () => {
    bench.load({ ...drill, position: lowestPosition(648, 90) })
    choose(student({ instrument: { preset: 'electric' }, hand: { reachMm: 90 } }))
    expect([bench.get('instrument.preset'), fitting.fitted.value]).toEqual(['electric', null])
  })

  test('a drill that cannot be read is left alone', () => {
    expect(fitFor({ version: 1, family: 'juggling' }, student())).toBeNull()
    bench.set('position', 99)
    const { value: before } = bench.raw
    choose(student())
    expect([bench.raw.value, fitting.fitted.value]).toEqual([before, null])
  })

  test('what was said can be put aside without changing the drill', () => {
    choose(student())
    const { value: before } = bench.raw
    fitting.dismiss()
    expect([bench.raw.value, fitting.fitted.value]).toEqual([before, null])
  })
})

describe('a bench that nobody has touched', () => {
  const child = student({ age: 9 })
  const fingers = () => (bench.get('order') as { fingers: number[] }).fingers
  beforeEach(() => bench.open())

  test('opens with the drill of whom it is for, and with the next one’s when it is for another', () => {
    expect(fingers()).toEqual([1, 2, 3, 4])
    choose(child)
    expect([fingers(), bench.get('position'), bench.get('instrument.preset')]).toEqual([[1, 2], 7, 'half'])
    expect([fitting.fitted.value, bench.canUndo.value]).toEqual([null, false])
    choose(student({ age: 40, hand: { reachMm: 90 }, instrument: { preset: 'electric' } }))
    expect([fingers(), bench.get('instrument.preset')]).toEqual([[1, 2, 3, 4], 'electric'])
    choose(null)
    expect(bench.get('instrument.preset')).toBe('classical')
  })

  test.each([
    ['changed', () => bench.set('tempo', 72)],
    ['given a finger', () => bench.pin({ [bench.score.value!.notes[2]!.key]: 4 })],
    ['saved', () => (kept.value = {} as DrillDetail)],
  ])('keeps a drill that was %s: it is fitted, and said so', (_how, touch) => {
    touch()
    const { value: pins } = bench.pins
    choose(child)
    expect(fingers()).toEqual([1, 2, 3, 4])
    expect(bench.pins.value).toEqual(pins)
    expect(fitting.fitted.value!.changes.length).toBeGreaterThan(0)
  })

  test('another family is opened for whom it is for, on the guitar that is there', () => {
    person.value = child
    bench.load({ ...drill, instrument: { preset: 'three-quarter' } })
    bench.changeFamily('pair')
    expect(['instrument.preset', 'position', 'rhythm.perBeat', 'strings.from'].map(path => bench.get(path))).toEqual([
      'three-quarter',
      7,
      2,
      2,
    ])
  })
})
