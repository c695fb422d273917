import { describe, expect, test } from '@jest/globals'
import { problemOf, scoreOf } from '../score/score-of.test.data'
import { answer, answerOne } from '../formats/door'
import { parseRequest } from './parse'
import { planSchema } from './plan-fields'

const order = (more: object = {}, block: object = {}) => ({
  version: 1,
  family: 'order',
  order: { fingers: [1, 2, 3, 4], ...block },
  ...more,
})
const chords = (frets: string, more: object = {}) => ({
  version: 1,
  family: 'pattern',
  pattern: { chords: [{ frets, ...more }], tokens: 'p:R' },
})
const free = (note: object) => ({
  version: 1,
  family: 'free',
  free: { notes: [{ at: 0, dur: 10080, string: 1, fret: 3, ...note }] },
})

// Every refusal names the field and says in words what would be right.
const REFUSED: readonly (readonly [what: string, spec: unknown, path: string, message: string])[] = [
  ['nothing', null, '', 'a drill spec is a JSON object'],
  ['a list where a drill is wanted', 'order', '', 'a drill spec is a JSON object'],
  ['no family', { version: 1 }, 'family', 'the family is missing'],
  ['a family that is a number', { version: 1, family: 4 }, 'family', 'the family must be a name'],
  ['no block', { version: 1, family: 'order' }, 'order', 'the order block is missing'],
  ['no version', { family: 'order', order: { fingers: [1] } }, 'version', 'the version is missing'],
  ['a version of tomorrow', order({ version: 2 }), 'version', 'version 2 is not known: this program reads version 1'],
  ['an unknown field', order({ colour: 'red' }), 'colour', 'unknown field'],
  ['an unknown field of the block', order({}, { foo: 1 }), 'order.foo', 'unknown field'],
  ['an unknown field deep down', order({ strings: { form: 6 } }), 'strings.form', 'unknown field'],
  ["another family's block", order({ pair: { fingers: [1, 2] } }), 'pair', 'unknown field'],
  ['no fingers', { version: 1, family: 'order', order: {} }, 'order.fingers', 'the fingers are missing'],
  ['an empty list of fingers', order({}, { fingers: [] }), 'order.fingers', 'needs at least 1 finger, not 0'],
  ['five fingers', order({}, { fingers: [1, 2, 3, 4, 1] }), 'order.fingers', 'takes at most 4 fingers, not 5'],
  ['a finger twice', order({}, { fingers: [1, 2, 3, 3] }), 'order.fingers', 'finger 3 twice'],
  ['finger 5', order({}, { fingers: [5] }), 'order.fingers.0', 'finger must be at most 4, not 5'],
  ['finger 0', order({}, { fingers: [1, 0] }), 'order.fingers.1', 'finger must be at least 1, not 0'],
  ['half a finger', order({}, { fingers: [1.5] }), 'order.fingers.0', 'finger must be a whole number, not 1.5'],
  ['position 0', order({ position: 0 }), 'position', 'position must be at least 1, not 0'],
  ['position 25', order({ position: 25 }), 'position', 'position must be at most 24, not 25'],
  ['a position in words', order({ position: 'V' }), 'position', 'position must be a whole number, not "V"'],
  ['a tempo too slow', order({ tempo: 9 }), 'tempo', 'tempo must be at least 10, not 9'],
  ['a tempo too fast', order({ tempo: 401 }), 'tempo', 'tempo must be at most 400, not 401'],
  ['nine notes a beat', order({ rhythm: { perBeat: 9 } }), 'rhythm.perBeat', 'notes per beat must be at most 8, not 9'],
  ['half a meter', order({ rhythm: { meter: [4] } }), 'rhythm.meter', 'meter must be two figures such as [4, 4]'],
  [
    'thirds as a beat',
    order({ rhythm: { meter: [4, 3] } }),
    'rhythm.meter.1',
    'the lower figure of a meter is 1, 2, 4, 8 or 16',
  ],
  [
    'an unknown order of strings',
    order({ strings: { order: 'zigzag' } }),
    'strings.order',
    'order must be "adjacent", "skip" or a list of strings',
  ],
  ['string 7 on six', order({ strings: { from: 7 } }), 'strings.from', 'string 7 is not on a guitar of 6 strings'],
  [
    'string 7 in a list',
    order({ strings: { order: [6, 7] } }),
    'strings.order',
    'string 7 is not on a guitar of 6 strings',
  ],
  [
    'two strings, one skipped',
    order({ strings: { order: 'skip', from: 6, to: 5 } }),
    'strings.order',
    'skipping a string needs at least three strings, not 6 to 5',
  ],
  [
    'an unknown way',
    order({ strings: { travel: 'forth' } }),
    'strings.travel',
    'travel must be one of there, back, there-and-back, not "forth"',
  ],
  [
    'an unknown hold',
    order({ hold: 'forever' }),
    'hold',
    'hold must be one of until-needed, legato-only, lift, not "forever"',
  ],
  [
    'the first note of a visit slurred',
    order({ slurs: [1] }),
    'slurs.0',
    'note 1 of a string visit has no note before it to be slurred to',
  ],
  [
    'a cycle of letters',
    order({ plucking: { cycle: 'xyz' } }),
    'plucking.cycle',
    'cycle must be 1 to 12 of the fingers p i m a c, not "xyz"',
  ],
  [
    'an unknown stroke',
    order({ plucking: { stroke: 'hard' } }),
    'plucking.stroke',
    'stroke must be one of rest, free, not "hard"',
  ],
  [
    'an unknown rule',
    order({ fingering: { rule: 'auto' } }),
    'fingering.rule',
    'rule must be one of one-per-fret, best, given, not "auto"',
  ],
  [
    'an unknown guitar',
    order({ instrument: { preset: 'lute' } }),
    'instrument.preset',
    'preset must be one of classical, steel, electric, three-quarter, half, not "lute"',
  ],
  [
    'five strings',
    order({ instrument: { tuning: [45, 50, 55, 59, 64] } }),
    'instrument.tuning',
    'a guitar here has 6 to 8 strings',
  ],
  [
    'a scale of a metre',
    order({ instrument: { scaleLengthMm: 1000 } }),
    'instrument.scaleLengthMm',
    'scale length must be at most 900, not 1000',
  ],
  ['an unknown transform', order({ then: [{ do: 'fly' }] }), 'then.0.do', 'unknown transform "fly"'],
  [
    'a position beyond the neck',
    order({ position: 17 }),
    'position',
    'fret 20 is beyond the neck: the last fret is 19',
  ],
  [
    'a capo that shortens the neck',
    order({ position: 12, instrument: { capo: 5 } }),
    'position',
    'fret 15 is beyond the neck: the last fret is 14',
  ],
  ['five strings of a chord', chords('32010'), 'pattern.chords.0.frets', '"32010" names 5 strings; the guitar has 6'],
  ['a chord with a letter', chords('x32o10'), 'pattern.chords.0.frets', '"o" is neither a fret nor x'],
  ['a chord without a sound', chords('xxxxxx'), 'pattern.chords.0.frets', 'no string sounds'],
  [
    'a chord off the neck',
    chords('x-x-x-x-x-20'),
    'pattern.chords.0.frets',
    'fret 20 is beyond the neck: the last fret is 19',
  ],
  [
    'a finger on an open string',
    chords('x32010', { fingers: '-32110' }),
    'pattern.chords.0.fingers',
    'finger 1 is on a string that is open',
  ],
  [
    'a fret without a finger',
    chords('x32010', { fingers: '-02010' }),
    'pattern.chords.0.fingers',
    'fret 3 has no finger',
  ],
  [
    'one finger on two frets',
    chords('x32010', { fingers: '-32020' }),
    'pattern.chords.0.fingers',
    'finger 2 twice, on frets 1 and 2',
  ],
  [
    'a note that begins before the music',
    free({ at: -1 }),
    'free.notes.0.at',
    expect.stringContaining('at least 0') as never,
  ],
  ['a note on string 0', free({ string: 0 }), 'free.notes.0.string', 'string must be at least 1, not 0'],
  ['a note below the nut', free({ fret: -1 }), 'free.notes.0.fret', 'fret must be at least 0, not -1'],
]

describe('what is refused', () => {
  test.each(REFUSED)('%s', (_, spec, path, message) => {
    expect(problemOf(spec)).toEqual({ path, message })
  })

  test('an unknown field is named before anything else that is wrong', () => {
    expect(problemOf(order({ position: 0, colour: 'red' }))).toEqual({ path: 'colour', message: 'unknown field' })
  })

  test('a family that does not exist says which do', () => {
    expect(problemOf({ version: 1, family: 'juggling', juggling: {} })).toEqual({
      path: 'family',
      message: expect.stringMatching(/juggling.*order.*free/s),
    })
  })
})

describe('what beside a spec is refused', () => {
  const asked = (more: object) => {
    const result = parseRequest({ spec: order(), ...more })
    return result.ok ? null : result.error
  }
  test.each([
    [{ student: 1 }, 'student', 'unknown field'],
    [{ hand: { reach: 80 } }, 'hand.reach', 'unknown field'],
    [{ hand: { reachMm: 20 } }, 'hand.reachMm', 'reach must be at least 30, not 20'],
    [{ hand: { reachMm: '80' } }, 'hand.reachMm', 'reach must be a number, not "80"'],
    [{ hand: { pairsMm: { 14: 80 } } }, 'hand.pairsMm.14', 'unknown field'],
    [{ hand: { pairsMm: { 12: 5 } } }, 'hand.pairsMm.12', 'pair 1–2 must be at least 10, not 5'],
    [{ hand: { excluded: [1, 2, 3, 4] } }, 'hand.excluded', 'at least one finger must be left'],
    [{ hand: { spared: [5] } }, 'hand.spared.0', 'finger must be at most 4, not 5'],
    [{ hand: { rule: 'tight' } }, 'hand.rule', 'rule must be one of strict, loose, not "tight"'],
    [{ pins: { 'p1.s6.1': 5 } }, 'pins.p1.s6.1', 'finger must be at most 4, not 5'],
    [{ pins: { 'p1.s6.1': 0 } }, 'pins.p1.s6.1', 'finger must be at least 1, not 0'],
  ])('%j', (more, path, message) => {
    expect(asked(more)).toEqual({ path, message })
  })

  test('in a list each answer stands in its place, a bad one as its error', () => {
    expect(answer([order(), order({ position: 0 }), null, { spec: order(), hand: { reachMm: 1 } }])).toEqual([
      expect.objectContaining({ kind: 'sheet' }),
      { error: { path: 'position', message: 'position must be at least 1, not 0' } },
      { error: { path: '', message: 'a drill spec is a JSON object' } },
      { error: { path: 'hand.reachMm', message: 'reach must be at least 30, not 1' } },
    ])
  })

  test('a bare spec and one with nothing beside it get the same answer', () => {
    expect(answerOne({ spec: order() })).toEqual(answerOne(order()))
  })
})

describe('what is taken as it is meant', () => {
  test('only version, family and block are needed; the rest has the defaults of the model', () => {
    const { spec } = scoreOf({ version: 1, family: 'order', order: { fingers: [2] } })
    expect(spec).toMatchObject({
      instrument: { preset: 'classical' },
      position: 5,
      strings: { order: 'adjacent', from: 6, to: 1, travel: 'there-and-back', repeatTurn: true },
      rhythm: { meter: [4, 4], perBeat: 4 },
      tempo: 60,
      times: 1,
      hold: 'until-needed',
      sound: { length: 'legato' },
      slurs: [],
      plucking: { system: 'alternate', start: 'D' },
      fingering: { rule: 'one-per-fret' },
      then: [],
      order: { fingers: [2], back: 'mirror', crawl: 0, crawlEvery: 'pass' },
    })
  })

  test.each(['p m p a', 'pmpa', 'p-m-p-a', 'p, m, p, a', ['p', 'm', 'p', 'a']])('a cycle may be written %j', cycle => {
    expect(scoreOf(order({ plucking: { system: 'thumb-pick', cycle } })).spec.plucking.cycle).toBe('pmpa')
  })

  test('string 7 is welcome on a guitar that has it', () => {
    expect(
      scoreOf(
        order({ instrument: { tuning: [35, 40, 45, 50, 55, 59, 64] }, strings: { from: 7, to: 7, travel: 'there' } }),
      ).notes.map(note => note.midi),
    ).toEqual([40, 41, 42, 43])
  })
})

describe('tempo plans', () => {
  const problem = (more: object) =>
    planSchema
      .safeParse({ school: 'clean-passes', startBpm: 60, targetBpm: 100, ...more })
      .error?.issues.map(issue => [issue.path.join('.'), issue.message])
  test.each([
    [{ targetBpm: 50 }, 'targetBpm', 'the target must not be slower than the start'],
    [{ startBpm: 5 }, 'startBpm', 'start tempo must be at least 10 bpm'],
    [{ step: 0 }, 'step', 'step must be at least 0.5 bpm'],
    [{ step: '5' }, 'step', 'step must be a number of bpm or a share such as "5%"'],
    [{ need: 0 }, 'need', 'need must be at least 1'],
    [{ tooMany: 9 }, 'tooMany', 'tooMany must be at most 8'],
    [
      { school: 'hurry' },
      'school',
      'school must be one of clean-passes, staged, creep, slow-soak, untimed, slow-down, not "hurry"',
    ],
  ])('%j', (more, path, message) => {
    expect(problem(more)).toEqual([[path, message]])
  })

  test('the numbers a plan leaves out are those of the model', () => {
    expect(planSchema.parse({ school: 'clean-passes', startBpm: 60, targetBpm: 100 })).toMatchObject({
      step: 4,
      need: 3,
      tooMany: 5,
    })
  })
})
