import { describe, expect, test } from '@jest/globals'
import { scoreOf } from './score-of.test.data'

const order = (fingers: readonly number[], more: object = {}) => ({
  version: 1,
  family: 'order',
  order: { fingers },
  strings: { from: 6, to: 6, travel: 'there' },
  ...more,
})
const about = (spec: object) => scoreOf(spec).cues.map(cue => cue.about)
/** Cues of the plucking hand and of the sound; what the hand itself is reminded of stands in its own tests. */
const ABOUT_SOUND = [
  'down-and-up-alike',
  'every-stroke-down',
  'falls-through',
  'finger-ready',
  'rest-stroke',
  'free-stroke',
  'plant',
  'slurs',
  'slide',
  'muted',
  'short-by-plucking',
  'short-by-fretting',
  'swell',
]
const ofSound = (spec: object) => about(spec).filter(each => ABOUT_SOUND.includes(each))
const plucked = (system: string, more: object = {}) => ({ plucking: { system, ...more } })
const four = { strings: { from: 6, to: 3, travel: 'there' } }

// What the schools say while these are played: common practice.
describe('reminders', () => {
  test('where the plucking hand leans is said of what is plucked, and only of that', () => {
    const plucking = (spec: object) => about(spec).filter(each => each === 'anchor' || each === 'unplucked')
    expect(plucking(order([1, 2]))).toEqual(['anchor'])
    expect(plucking(order([1, 2], { then: [{ do: 'only', part: 'fretting-hand' }] }))).toEqual(['unplucked'])
  })

  test.each<[string, object, readonly string[]]>([
    ['one stroke down and one up', order([1, 2]), ['down-and-up-alike']],
    ['one note alone', order([1]), []],
    ['all down, two notes', order([1, 2], plucked('down')), ['every-stroke-down']],
    ['all down, one note', order([1], plucked('down')), []],
    ['economy on one string', order([1, 2], plucked('economy')), ['down-and-up-alike']],
    [
      'economy over a change of string',
      order([1, 2, 3], { ...plucked('economy'), ...four }),
      ['down-and-up-alike', 'falls-through'],
    ],
    ['alternate, whose strokes never fall through', order([1, 2, 3], four), ['down-and-up-alike']],
    ['i and m, nothing said of the stroke', order([1, 2], plucked('im')), []],
    ['i and m as rest strokes', order([1, 2], plucked('im', { stroke: 'rest' })), ['rest-stroke']],
    ['i and m as free strokes', order([1, 2], plucked('im', { stroke: 'free' })), ['free-stroke']],
    ['a pick, whose stroke is neither', order([1, 2], plucked('alternate', { stroke: 'rest' })), ['down-and-up-alike']],
    [
      'p i m a, each on strings of its own',
      order([1], { ...plucked('pima'), strings: { from: 4, to: 1, travel: 'there' } }),
      ['plant'],
    ],
    ['p alone', order([1, 2], plucked('thumb')), []],
    ['i and m on the same strings', order([1, 2], { ...plucked('im'), ...four }), []],
    [
      'pick and fingers',
      order([1], { ...plucked('hybrid'), strings: { from: 4, to: 2, travel: 'there' } }),
      ['finger-ready'],
    ],
    ['damped', order([1, 2], { sound: { length: 'muted' } }), ['muted', 'down-and-up-alike']],
    [
      'cut short by the fretting hand',
      order([1, 2], { sound: { length: 'staccato' } }),
      ['short-by-fretting', 'down-and-up-alike'],
    ],
    [
      'cut short by the plucking hand',
      order([1, 2], { sound: { length: 'staccato', damp: 'plucking' } }),
      ['short-by-plucking', 'down-and-up-alike'],
    ],
    ['growing louder', order([1, 2], { sound: { swell: 'up' } }), ['swell', 'down-and-up-alike']],
    ['hammered on', order([1, 2], { slurs: [2] }), ['slurs']],
  ])('%s', (_, spec, expected) => {
    expect(ofSound(spec)).toEqual(expected)
  })

  test('whether fingers stay down, are held to the next note or lifted', () => {
    const held = ['leave-down', 'hold-until-next', 'lift-each']
    const of = (more: object) => about(order([1, 2, 3, 4], more)).filter(each => held.includes(each))
    expect(of({})).toEqual(['leave-down'])
    expect(of({ hold: 'legato-only' })).toEqual(['hold-until-next'])
    expect(of({ hold: 'lift' })).toEqual(['lift-each'])
    expect(of({ hold: 'legato-only', sound: { length: 'staccato', damp: 'plucking' } })).toEqual([])
    expect(of({ sound: { length: 'muted' } })).toEqual([])
    expect(of({ sound: { length: 'staccato' } })).toEqual([])
  })

  test('a swell begins with each pass; up and down turns in the middle, where there is one', () => {
    const marks = (fingers: readonly number[], swell: string, times = 1) =>
      scoreOf(order(fingers, { sound: { swell }, times })).notes.map(note => note.marks.join('') || '-')
    expect(marks([1, 2, 3, 4], 'up')).toEqual(['louder', '-', '-', '-'])
    expect(marks([1, 2, 3, 4], 'down')).toEqual(['softer', '-', '-', '-'])
    expect(marks([1, 2, 3, 4], 'both')).toEqual(['louder', '-', 'softer', '-'])
    expect(marks([1, 2], 'both')).toEqual(['louder', '-'])
    expect(marks([1, 2], 'up', 2)).toEqual(['louder', '-', 'louder', '-'])
  })

  test('one finger twice running at speed is counted; slowly, or with the pick or the thumb, it is not', () => {
    const twice = (system: string, tempo: number) =>
      scoreOf(order([1, 2, 3, 4], { ...plucked(system), strings: { from: 2, to: 2, travel: 'there' }, tempo })).report
        .sameFingerTwice
    // Sixteenths at 61 are a little less than a quarter of a second apart, at 60 exactly that.
    expect(twice('pima', 61)).toBe(3)
    expect(twice('pima', 60)).toBe(0)
    expect(twice('im', 120)).toBe(0)
    expect(twice('thumb', 120)).toBe(0)
    expect(twice('down', 120)).toBe(0)
  })

  test('chords that are struck come with the beat: down, in whatever meter and whatever the strokes begin with', () => {
    const strokes = (meter: readonly [number, number], more: object = {}) => {
      const { notes } = scoreOf({
        version: 1,
        family: 'blocks',
        blocks: { chords: [{ frets: '022100' }, { frets: 'x02210' }, { frets: '022100' }] },
        rhythm: { meter },
        ...more,
      })
      return [...new Map(notes.map(note => [note.at, note.pluck])).values()].join('')
    }
    expect(strokes([4, 4])).toBe('DDD')
    // Bars whose quarters do not come out even begin with a beat all the same.
    expect(strokes([6, 8])).toBe('DDD')
    expect(strokes([9, 8])).toBe('DDD')
    expect(strokes([3, 8])).toBe('DDD')
    expect(strokes([4, 4], plucked('alternate', { start: 'U' }))).toBe('DDD')
  })
})
