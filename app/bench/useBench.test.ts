import { beforeEach, describe, expect, jest, test } from '@jest/globals'
import { ref, shallowRef, watch, type Ref } from 'vue'
import { FAMILIES } from '#core/families/registry'
import { realiseJudged } from '#core/score/realise'
import { inScope } from '../base/tests/composables'
import type { Player } from '#core/fitting/opening'
import type { Bench } from './useBench'

/** Stands in for the worker: answers at once, or when the test says so. */
let waiting: (() => void)[] = []
let atOnce = true
jest.unstable_mockModule('../base/useVerdict', () => ({
  useVerdict: (asked: () => { spec: unknown; context: object }) => {
    const answer = shallowRef<unknown>(null)
    const ask = () => {
      const { spec, context } = asked()
      const give = () => {
        answer.value = realiseJudged(spec, context)
      }
      if (atOnce) give()
      else waiting.push(give)
    }
    watch(asked, ask, { immediate: true, flush: 'sync' })
    return { answer, busy: ref(false), stopped: ref(false), stop: () => {}, ask }
  },
}))
const { useBench, useField } = await import('./useBench')

let person: Ref<Player>
let bench: Bench
beforeEach(() => {
  waiting = []
  atOnce = true
  person = ref<Player>({})
  bench = inScope(() => useBench(person)).value
})
const frets = () => bench.score.value!.notes.map(note => note.fret)
const fingers = () => bench.score.value!.notes.map(note => note.finger)
const small = { version: 1, family: 'order', strings: { order: [3], travel: 'there' }, order: { fingers: [1, 2] } }

describe('what is on the bench', () => {
  test('it opens with something playable', () => {
    expect(bench.score.value!.notes.length).toBeGreaterThan(10)
    expect(bench.problem.value).toBeNull()
  })

  test('every change of a parameter shows at once', () => {
    bench.load(small)
    bench.set('position', 7)
    expect(frets()).toEqual([7, 8])
    bench.set('order.fingers', [4, 3, 2, 1])
    expect(frets()).toEqual([10, 9, 8, 7])
  })

  test('what cannot be played is said with its field, and the last playable drill stays in sight', () => {
    bench.load(small)
    bench.set('position', 19)
    expect(bench.problem.value).toMatchObject({ path: 'position' })
    expect(frets()).toEqual([5, 6])
    bench.set('position', 24)
    expect(bench.problem.value).toMatchObject({ path: 'position' })
    bench.undo()
    bench.undo()
    expect(bench.problem.value).toBeNull()
  })

  test('what is shared and saved leaves out what has its default', () => {
    bench.load(small)
    bench.set('tempo', 60)
    expect(bench.minimal.value).toEqual({
      version: 1,
      family: 'order',
      strings: { order: [3], travel: 'there' },
      order: { fingers: [1, 2], back: 'mirror', crawl: 0, crawlEvery: 'pass' },
    })
  })

  test.each(FAMILIES.map(family => family.name))(
    '%s opens playable from any other family and keeps tempo and guitar',
    name => {
      bench.set('tempo', 77)
      bench.set('instrument', { preset: 'electric' })
      bench.changeFamily(name)
      expect(bench.problem.value).toBeNull()
      expect(bench.get('tempo')).toBe(77)
      expect(bench.get('instrument.preset')).toBe('electric')
      if (bench.plan.value === null) expect(bench.score.value!.spec.family).toBe(name)
      else expect(['count', 'warmup']).toContain(name)
    },
  )
})

describe('going back and forth', () => {
  test('undo takes back one change at a time, redo makes it again', () => {
    bench.load(small)
    for (const position of [6, 7, 8]) bench.set('position', position)
    bench.undo()
    bench.undo()
    expect(bench.get('position')).toBe(6)
    bench.redo()
    expect(bench.get('position')).toBe(7)
    expect(bench.canRedo.value).toBe(true)
    bench.set('position', 3)
    expect(bench.canRedo.value).toBe(false)
  })

  test('setting what stands already is no step', () => {
    bench.load(small)
    bench.set('strings.order', [3])
    expect(bench.canUndo.value).toBe(false)
  })

  test('another drill cannot be undone into the one before', () => {
    bench.set('position', 9)
    bench.load(small)
    expect(bench.canUndo.value).toBe(false)
    expect(frets()).toEqual([5, 6])
  })
})

describe('fingers set over the drill', () => {
  beforeEach(() => bench.load({ ...small, order: { fingers: [1, 2, 3] } }))

  test('a pin changes its note, survives a change of tempo and position, and can be undone', () => {
    bench.pin({ 'p1.s3.2': 3 })
    expect(fingers()).toEqual([1, 3, 3])
    bench.set('tempo', 90)
    bench.set('position', 8)
    expect(fingers()).toEqual([1, 3, 3])
    bench.undo()
    bench.undo()
    bench.undo()
    expect(fingers()).toEqual([1, 2, 3])
  })

  test('letting go gives the drill its own finger again', () => {
    bench.pin({ 'p1.s3.2': 3 })
    bench.pin({ 'p1.s3.2': null })
    expect(fingers()).toEqual([1, 2, 3])
    expect(bench.pins.value).toEqual({})
  })

  test('pins of notes that are gone go with them', () => {
    bench.pin({ 'p1.s3.2': 3, 'p1.s3.3': 4 })
    bench.set('order.fingers', [1, 2])
    expect(bench.pins.value).toEqual({ 'p1.s3.2': 3 })
    bench.set('strings.order', [2])
    expect(bench.pins.value).toEqual({})
  })

  test('a fingering that is taken over pins what differs, from a note on', () => {
    const other = { 'p1.s3.1': 2, 'p1.s3.2': 3, 'p1.s3.3': 4 }
    bench.take(other, 'p1.s3.2')
    expect(bench.pins.value).toEqual({ 'p1.s3.2': 3, 'p1.s3.3': 4 })
    bench.undo()
    bench.take(other)
    expect(bench.pins.value).toEqual(other)
  })

  test('what a student plays is tried on without changing the drill', () => {
    bench.asPlayed.value = { 'p1.s3.1': 2 }
    expect(fingers()).toEqual([2, 2, 3])
    expect(bench.pins.value).toEqual({})
    bench.asPlayed.value = null
    expect(fingers()).toEqual([1, 2, 3])
  })
})

describe('whom the drill is for', () => {
  test('another hand is judged anew', () => {
    bench.load({ version: 1, family: 'blocks', blocks: { chords: [{ frets: '5x5x8x' }] } })
    expect(bench.fingering.value!.breaches).toEqual([])
    person.value = { hand: { reachMm: 50 } }
    expect(bench.fingering.value!.breaches.map(breach => breach.rule)).toEqual(['reach', 'reach'])
    person.value = { hand: { spared: [4] } }
    expect(bench.fingering.value!.breaches.map(breach => breach.rule)).toEqual(['spared'])
  })

  test('while the engine looks for the best fingers the last sheet stays; then its answer is shown', () => {
    atOnce = false
    bench.load(small)
    for (const give of waiting.splice(0)) give()
    bench.set('fingering.rule', 'best')
    bench.set('position', 2)
    expect(frets()).toEqual([5, 6])
    for (const give of waiting.splice(0)) give()
    expect(frets()).toEqual([2, 3])
  })
})

describe('one field of the drill', () => {
  test('is read and written by its path, with a value where it is missing', () => {
    const { value: position } = inScope(() => useField<number>(bench, 'position'))
    position.value = 9
    expect(bench.get('position')).toBe(9)
    const { value: damp } = inScope(() => useField<string>(bench, 'sound.damp', 'none'))
    expect(damp.value).toBe('none')
  })

  test('stays the same object while it says the same, so that nothing is drawn anew', () => {
    const { value: order } = inScope(() => useField<number[]>(bench, 'order.fingers'))
    const before = order.value
    bench.set('tempo', 99)
    expect(order.value).toBe(before)
    bench.set('order.fingers', [2, 1])
    expect(order.value).not.toBe(before)
  })
})

describe('another family', () => {
  test('a progression goes along to whatever else is played over it', () => {
    const chords = [
      { name: 'Am', frets: 'x02210' },
      { name: 'E7', frets: '020100' },
    ]
    bench.load({ version: 1, family: 'pattern', pattern: { chords, tokens: 'p:R i:3' } })
    bench.changeFamily('blocks')
    expect(bench.get('blocks.chords')).toEqual(chords)
    bench.changeFamily('order')
    expect(bench.problem.value).toBeNull()
  })
})
