import { describe, expect, test } from '@jest/globals'
import { Note as Theory, Scale } from 'tonal'
import { toTab } from '../formats/tab/write'
import { openingOf } from '../families/opening'
import { FAMILIES } from '../families/registry'
import { cueInWords } from '../wording/cue'
import { explainRealised } from '../wording/explain'
import { effortInWords, reasonInWords } from '../wording/fingering'
import { realiseJudged } from './realise'
import { problemOf, scoreOf } from './score-of.test.data'
import type { Score } from './score'

/** `string:fret/finger` with the stroke, as a musician writes a line down. */
const played = ({ notes }: Score) =>
  notes
    .map(
      note =>
        `${note.string}:${note.fret}/${note.finger ?? '-'}${note.pluck ?? { hammer: 'h', pull: 'p' }[note.via as 'pull'] ?? ''}`,
    )
    .join(' ')
const strokes = ({ notes }: Score) => notes.map(note => note.pluck ?? '-').join('')
const fingers = ({ notes }: Score) => notes.map(note => note.finger ?? '-').join('')
const cues = ({ cues: all }: Score) => all.map(cueInWords).join(' ')
const spec = (family: string, block: object, more: object = {}) => ({ version: 1, family, [family]: block, ...more })
const there = { travel: 'there' }

// Everything in this file is common practice of the instrument unless a source is named.
describe('fingers of the families', () => {
  test('in the first position a tone that an open string sounds is played open', () => {
    expect(played(scoreOf(spec('scale', { tonic: 'C', type: 'major' }, { position: 1, strings: there })))).toBe(
      '5:3/3D 4:0/0U 4:2/2D 4:3/3U 3:0/0D 3:2/2U 2:0/0D 2:1/1U',
    )
    expect(
      scoreOf(spec('scale', { tonic: 'G', type: 'major', range: 'full' }, { position: 1, strings: there }))
        .notes.filter(note => note.fret === 4)
        .map(note => note.string),
    ).toEqual([4])
  })

  test.each([
    ['minor pentatonic', 'A', '1341341241241241'],
    ['major', 'A', '124124124124134134'],
  ])('three to a string of %s on %s', (type, tonic, expected) => {
    expect(
      fingers(
        scoreOf(
          spec(
            'scale',
            { tonic, type, layout: 'three-per-string', range: 'full' },
            { position: 5, strings: there, instrument: { preset: 'electric' } },
          ),
        ),
      ).slice(0, expected.length),
    ).toBe(expected)
  })

  // C major in V: the B between strings 4 and 3 lies at fret 9 of string 4 and 4 of string 3; finger 1 plays the C
  // beside it, so 4 reaches.
  test('a tone out of position falls to the finger that does not play its neighbour', () => {
    const { notes } = scoreOf(spec('scale', { tonic: 'C', type: 'major' }, { position: 5, strings: there }))
    expect(notes.filter(note => note.midi === 59).map(({ string, fret, finger }) => [string, fret, finger])).toEqual([
      [4, 9, 4],
    ])
    // F major in VII: B flat is fret 11 of string 2, where 4 plays the A beside it, or fret 6 of string 1, where 1 has
    // nothing to do.
    const vii = scoreOf(spec('scale', { tonic: 'F', type: 'major', range: 'full' }, { position: 7, strings: there }))
    expect(
      vii.notes
        .filter(note => note.marks.includes('stretch'))
        .map(({ string, fret, finger }) => [string, fret, finger]),
    ).toEqual([[1, 6, 1]])
  })

  test('a blues box has its added tone on the string of the tone below', () => {
    expect(
      played(
        scoreOf(
          spec('scale', { tonic: 'A', type: 'blues', layout: 'box', range: 'full' }, { position: 5, strings: there }),
        ),
      ).replace(/[DU]/g, ''),
    ).toBe('6:5/1 6:8/4 5:5/1 5:6/2 5:7/3 4:5/1 4:7/3 3:5/1 3:7/3 3:8/4 2:5/1 2:8/4 1:5/1 1:8/4')
    expect(
      fingers(
        scoreOf(
          spec(
            'scale',
            { tonic: 'E', type: 'minor pentatonic', layout: 'box', range: 'full' },
            { position: 1, strings: there },
          ),
        ),
      ),
    ).toBe('030202020303')
    expect(problemOf(spec('scale', { tonic: 'A', type: 'major', layout: 'box' }))?.message).toContain('five tones')
  })

  test('an arpeggio shape is fingered for the hand unless a rule is asked for', () => {
    const shape = { chord: 'Em', strings: [5, 4, 3, 2, 1], formula: [2, 1, 1, 1, 2], place: 2, play: 'sweep' }
    const electric = { instrument: { preset: 'electric' } }
    expect(scoreOf(spec('shape', shape, electric)).spec.fingering.rule).toBe('best')
    expect(
      scoreOf(spec('shape', shape, { ...electric, fingering: { rule: 'one-per-fret' } })).spec.fingering.rule,
    ).toBe('one-per-fret')
  })

  test('notes of which only the pitch is given lie in the position that is asked for, else where it is easiest', () => {
    const notes = [48, 50, 52].map((midi, i) => ({ at: i * 5040, dur: 5040, midi }))
    const places = (more: object = {}) =>
      scoreOf(spec('free', { notes }, { fingering: { rule: 'best' }, ...more }))
        .notes.map(({ string, fret }) => `${string}:${fret}`)
        .join(' ')
    expect(places()).toBe('5:3 4:0 4:2')
    expect(places({ position: 7 })).toBe('6:8 6:10 5:7')
  })

  test('the pedal finger stays down, unless it moves as well', () => {
    const pedal = (moving: number[]) =>
      scoreOf(spec('pedal', { string: 1, fingers: [1], moving: { strings: [2, 3], fingers: moving } })).holds.filter(
        hold => hold.string === 1,
      )
    expect(pedal([4, 3])).toEqual([{ finger: 1, string: 1, fret: 5, from: 0, to: 8 * 2520, anchor: true }])
    expect(pedal([1, 3]).length).toBeGreaterThan(1)
  })

  test('an open string at the start causes no shift', () => {
    const notes = [
      [1, 0],
      [2, 1],
      [2, 3],
    ].map(([string, fret], i) => ({ at: i * 5040, dur: 5040, string, fret }))
    for (const rule of ['one-per-fret', 'best'])
      expect(scoreOf(spec('free', { notes }, { fingering: { rule } })).shifts).toEqual([])
  })

  test('one by one each finger lands with the first note that needs it', () => {
    const { notes, holds } = scoreOf(spec('blocks', { chords: [{ frets: 'x32010' }], stage: 'sequential' }))
    for (const note of notes.filter(each => each.finger))
      expect(holds.find(hold => hold.finger === note.finger)!.from).toBe(note.at)
  })

  test('a chord of five fretted strings finds its barre', () => {
    expect(fingers(scoreOf(spec('blocks', { chords: [{ frets: 'x32333' }] })))).toBe('21333')
  })
})

describe('strokes', () => {
  test.each([
    ['pima', 'x32010', 'ppima'],
    ['pima', '320003', 'pppima'],
    ['hybrid', 'x32010', 'DDmac'],
    ['hybrid', 'xx0232', 'Dmac'],
    ['alternate', 'x32010', 'DDDDD'],
    ['down', 'x32010', 'DDDDD'],
  ])('%s strikes %s as %s', (system, frets, expected) => {
    expect(strokes(scoreOf(spec('blocks', { chords: [{ frets }] }, { plucking: { system } })))).toBe(expected)
  })

  test.each([
    [[4, 3, 2], 'DmaUma'],
    [[4, 2, 1], 'DmaUma'],
    [[4, 3, 2, 1], 'DmacUmac'],
    [[1, 2, 4], 'amDamU'],
  ])('hybrid rolls over %j: %s', (strings, expected) => {
    expect(
      strokes(
        scoreOf(spec('picking', { groups: [{ strings, notes: expected.length }] }, { plucking: { system: 'hybrid' } })),
      ),
    ).toBe(expected)
  })

  test.each([
    ['thumb-pick', 'm', 'mpap'],
    ['im', 'm', 'mimi'],
    ['alternate', 'U', 'UDUD'],
  ])('%s begins with %s when asked: %s', (system, start, expected) => {
    expect(
      strokes(scoreOf(spec('picking', { groups: [{ strings: [3], notes: 4 }] }, { plucking: { system, start } }))),
    ).toBe(expected)
  })

  test.each([
    ['down', 'U', /cannot begin with U$/],
    ['sweep', 'U', /cannot begin with U$/],
    ['im', 'a', /cannot begin with a: it begins with i or m$/],
    ['alternate', 'p', /cannot begin with p: it begins with D or U$/],
    ['pima', 'm', /cannot begin with m$/],
  ])('%s cannot begin with %s, and says so', (system, start, said) => {
    expect(
      problemOf(spec('picking', { groups: [{ strings: [3], notes: 4 }] }, { plucking: { system, start } })),
    ).toEqual({ path: 'plucking.start', message: expect.stringMatching(said) })
  })

  test('the strumming hand goes with the beat: missed strokes ring on, accents and damped strokes are marked', () => {
    const score = scoreOf(spec('blocks', { chords: [{ frets: 'x32010' }], stage: 'strum', strum: 'D - D> U - Ux D U' }))
    const onsets = [...new Map(score.notes.map(note => [note.at, note])).values()]
    expect(onsets.map(note => [note.at / 5040, note.pluck, note.dur / 5040])).toEqual([
      [0, 'D', 2],
      [2, 'D', 1],
      [3, 'U', 2],
      [5, 'U', 1],
      [6, 'D', 1],
      [7, 'U', 1],
    ])
    expect(onsets.map(note => note.marks)).toEqual([[], ['accent'], [], ['muted'], [], []])
    expect(score.notes.filter(note => note.at === 3 * 5040).map(note => note.string)).toEqual([4, 3, 2, 1])
    expect(problemOf(spec('blocks', { chords: [{ frets: 'x32010' }], stage: 'strum', strum: 'D Q' }))).toEqual({
      path: 'blocks.strum',
      message: '"Q" is no stroke: D, U or -, then > for an accent or x for damped',
    })
    expect(problemOf(spec('blocks', { chords: [{ frets: 'x32010' }], stage: 'strum', strum: '- -' }))?.message).toBe(
      'no stroke strikes the strings',
    )
  })

  test('the tapping hand pulls off to a finger that is still down, and to none that left', () => {
    const cycle = [
      { fret: 5, finger: 1 },
      { fret: 12, tap: 'i' },
      { fret: 14, tap: 'a' },
      { fret: 12, tap: 'i' },
      { fret: 5, finger: 1 },
      { fret: 12, tap: 'i' },
    ]
    const { notes } = scoreOf(spec('tap', { string: 1, cycle }))
    expect(notes.map(note => note.via)).toEqual(['pluck', 'tap', 'tap', 'pull', 'pull', 'tap'])
    expect(notes[3]).toMatchObject({ finger: null, pluck: null, tapping: 'i' })
  })

  test('i and m that cross at a change of string are counted', () => {
    const line = (strings: number[]) =>
      scoreOf(
        spec(
          'picking',
          { groups: strings.map(string => ({ strings: [string], notes: 3 })) },
          { plucking: { system: 'im' } },
        ),
      )
    // Three to a string: i m i, and m begins the next string. Towards the thinner that is the outer finger's place.
    expect(line([3, 2]).report.fingerCrossings).toBe(0)
    expect(line([2, 3]).report.fingerCrossings).toBe(1)
    expect(cues(line([2, 3]))).toContain('Once the plucking fingers cross')
  })

  test('in a sweep one fingertip may roll over instead of lifting', () => {
    const shape = { chord: 'C', strings: [3, 2, 1], formula: [1, 1, 2], place: 3, play: 'sweep' }
    const rolled = (roll: boolean) => scoreOf(spec('shape', { ...shape, roll }, { instrument: { preset: 'electric' } }))
    expect(rolled(true).notes.filter(note => note.marks.includes('rolled')).length).toBeGreaterThan(0)
    expect(cues(rolled(true))).toContain('Roll the fingertip')
    expect(rolled(false).notes.some(note => note.marks.includes('rolled'))).toBe(false)
  })
})

describe('rhythm', () => {
  test.each([
    ['skips', 2],
    ['groups-3', 3],
    ['groups-4', 4],
  ])('%s turn by whole groups: on the way back each begins where it did on the way up', (sequence, size) => {
    const { notes } = scoreOf(spec('scale', { tonic: 'C', type: 'major', sequence }, { position: 7 }))
    const groups = Array.from({ length: notes.length / size }, (_, i) =>
      notes.slice(i * size, (i + 1) * size).map(note => note.midi),
    )
    expect(notes.length % (2 * size)).toBe(0)
    expect(groups.slice(groups.length / 2)).toEqual(
      groups
        .slice(0, groups.length / 2)
        .reverse()
        .map(group => group.toReversed()),
    )
  })

  test('every position after a pause begins on a beat', () => {
    const { shifts } = scoreOf(openingOf(FAMILIES.find(family => family.name === 'chromatic')!))
    expect(shifts.map(shift => shift.at % 10080)).toEqual([0, 0, 0, 0])
  })

  test('across the strings a chromatic line lies in any position, every pitch once', () => {
    const { notes } = scoreOf(
      spec('chromatic', { strings: [6, 5, 4, 3, 2, 1], positions: [5], line: 'across', travel: 'there' }),
    )
    expect(notes.map(note => note.midi)).toEqual(Array.from({ length: notes.length }, (_, i) => 45 + i))
    expect(notes.at(-1)).toMatchObject({ string: 1, fret: 8 })
  })

  test('dotted lengths and rests in a pattern, and notes that ring to the chord’s end', () => {
    const pattern = (tokens: string, more: object = {}) =>
      scoreOf(spec('pattern', { chords: [{ frets: 'x32010' }], tokens, ...more }))
    expect(pattern('p:R/q. r/e i:3/h').notes.map(note => [note.at, note.dur])).toEqual([
      [0, 15120],
      [20160, 20160],
    ])
    expect(pattern('p:R i:3 m:2 a:1', { ring: true }).notes.map(note => note.at + note.dur)).toEqual(
      Array.from({ length: 8 }, () => 40320),
    )
    expect(problemOf(spec('pattern', { chords: [{ frets: 'x32010' }], tokens: 'r r' }))?.message).toBe(
      'the pattern is all rests',
    )
  })

  test('in a compound meter the tempo is told in dotted quarters', () => {
    const told = (meter: number[]) =>
      explainRealised(scoreOf(spec('order', { fingers: [1, 2, 3, 4] }, { tempo: 90, rhythm: { meter } })))
    expect(told([6, 8])).toContain('at ♩. = 60')
    expect(told([3, 4])).toContain('at ♩ = 90')
  })

  test.each(FAMILIES.filter(family => 'build' in family).map(family => [family.name, family] as const))(
    'the opening of %s is one a teacher would hand out: no breach, no warning of pain',
    (_, family) => {
      const score = scoreOf(openingOf(family))
      expect(score.report.breaches).toEqual([])
      expect(cues(score)).not.toContain('Pain')
      expect(cues(score)).not.toContain('less time than it needs')
    },
  )
})

describe('quiet strings', () => {
  test('nothing is demanded of a muted drill', () => {
    expect(scoreOf(spec('order', { fingers: [1, 2] }, { sound: { length: 'muted' } })).report.quiet).toEqual([])
  })

  test('strings of a held chord are left to ring, open ones too', () => {
    const { report } = scoreOf(spec('pattern', { chords: [{ frets: 'x32010' }], tokens: 'p:R i:3 m:2 a:1' }))
    expect(new Set(report.quiet.map(({ string }) => string))).toEqual(new Set([6]))
  })

  test('a finger still down on a string eases off, or the palm lies on it', () => {
    const { notes, report } = scoreOf(
      spec('order', { fingers: [1, 3, 2, 4] }, { strings: { order: [2, 1], travel: 'there' } }),
    )
    const first = notes.find(note => note.string === 1)!
    expect(report.quiet.filter(({ key }) => key === first.key).find(({ string }) => string === 2)).toMatchObject({
      how: 'hand',
    })
    const down = scoreOf(spec('order', { fingers: [1, 3, 2, 4] }, { strings: { order: [1, 2], travel: 'there' } }))
    const second = down.notes.find(note => note.string === 2)!
    expect(down.report.quiet.filter(({ key }) => key === second.key).find(({ string }) => string === 1)).toMatchObject({
      how: 'easing',
      finger: 4,
    })
  })
})

describe('cues follow from the score', () => {
  const order = (more: object) => cues(scoreOf(spec('order', { fingers: [1, 2, 3, 4] }, more)))
  test.each<[string, string, boolean]>([
    [cues(scoreOf(spec('picking', { groups: [{ strings: [3], notes: 8 }] }))), 'Leave each finger down', false],
    [order({}), 'Leave each finger down', true],
    [order({ sound: { length: 'muted' } }), 'Leave each finger down', false],
    [order({ sound: { length: 'staccato', damp: 'fretting' } }), 'fretting hand lets the pressure go', true],
    [order({ sound: { length: 'staccato', damp: 'plucking' } }), 'the plucking hand stops each one', true],
    [order({ sound: { swell: 'both' } }), 'grow louder to the middle', true],
    [order({ plucking: { system: 'down' } }), 'Down and up', false],
    [order({ plucking: { system: 'im' } }), 'Plant each finger', false],
    [
      cues(
        scoreOf(spec('picking', { groups: [{ strings: [4, 3, 2, 1], notes: 8 }] }, { plucking: { system: 'pima' } })),
      ),
      'Plant each finger',
      true,
    ],
    [cues(scoreOf(spec('pair', { fingers: [1, 2], reps: 4, trill: true }))), 'the lower finger is already down', true],
    [cues(scoreOf(spec('slur', { string: 1, groups: [[1, 2]], slurred: 1 }))), 'pull-off', false],
    [
      cues(
        scoreOf(
          spec(
            'pair',
            { fingers: [1, 2], reps: 1 },
            { position: 15, instrument: { preset: 'steel' }, strings: { order: [1], travel: 'there' } },
          ),
        ),
      ),
      'Past fret 14 the hand stays',
      true,
    ],
    [
      order({ position: 12, instrument: { preset: 'steel', capo: 5 }, strings: { order: [1], travel: 'there' } }),
      'Past fret 9',
      true,
    ],
  ])('%#: %s … %s', (told, words, said) => {
    expect(told.includes(words)).toBe(said)
  })

  test('a swell is marked where it begins and where it turns, in every pass', () => {
    const { notes } = scoreOf(
      spec(
        'order',
        { fingers: [1, 2, 3, 4] },
        { strings: { order: [3, 2], travel: 'there' }, times: 2, sound: { swell: 'both' } },
      ),
    )
    expect(notes.flatMap((note, i) => note.marks.map(mark => [i, mark]))).toEqual([
      [0, 'louder'],
      [4, 'softer'],
      [8, 'louder'],
      [12, 'softer'],
    ])
  })
})

describe('words', () => {
  const title = (family: string, block: object, more: object = {}) => scoreOf(spec(family, block, more)).title
  test.each([
    [
      title(
        'order',
        { fingers: [1, 2] },
        { then: [{ do: 'position', to: 9 }], strings: { order: [3], travel: 'there' } },
      ),
      'Order 1 2, string 3, IX',
    ],
    [
      title(
        'order',
        { fingers: [1, 2] },
        {
          slurs: [2],
          sound: { length: 'staccato' },
          rhythm: { meter: [3, 4] },
          instrument: { capo: 2 },
          strings: { order: [3], travel: 'there' },
        },
      ),
      'Order 1 2, string 3, V, slurred on 2, staccato, in 3/4, capo 2',
    ],
    [title('scale', { tonic: 'Bb', type: 'major', sequence: 'skips' }), 'B♭ major, in V, in thirds'],
    [
      title('scale', { tonic: 'A', type: 'minor pentatonic', layout: 'box', sequence: 'skips' }),
      'A minor pentatonic, box from V, every other tone',
    ],
    [
      title(
        'shape',
        { chord: 'Em', strings: [5, 4, 3, 2, 1], formula: [2, 1, 1, 1, 2], place: 2, play: 'sweep' },
        { instrument: { preset: 'electric' } },
      ),
      'Em arpeggio 2-1-1-1-2 in VII, swept',
    ],
    [title('blocks', { chords: [{ frets: 'x02210' }, { frets: '113331' }] }), 'Change Am Bb/F, as blocks'],
    [
      title(
        'order',
        { fingers: [1, 2] },
        { instrument: { tuning: [38, 45, 50, 55, 59, 64] }, strings: { order: [3], travel: 'there' } },
      ),
      'Order 1 2, string 3, V, tuned Drop D',
    ],
  ])('%s', (told, expected) => {
    expect(told).toBe(expected)
  })

  // Reference: the theory library spells every scale; a guitar drill must not spell it otherwise.
  test('every scale on every tonic is spelt as the theory library spells it', () => {
    for (const tonic of ['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B', 'Cb', 'C#']) {
      for (const type of [
        'major',
        'minor',
        'harmonic minor',
        'melodic minor',
        'dorian',
        'mixolydian',
        'lydian',
        'phrygian',
        'major pentatonic',
        'minor pentatonic',
      ]) {
        const { notes } = scoreOf(spec('scale', { tonic, type, range: 'full' }, { position: 5, strings: there }))
        const spelling = new Set(Scale.get(`${tonic} ${type}`).notes)
        for (const note of notes) {
          expect(spelling.has(note.name!)).toBe(true)
          expect(Theory.chroma(note.name!)).toBe(note.midi % 12)
        }
      }
    }
  })

  test('a drill in words has no raw keys, no figures of a thousand, and one bar is one bar', () => {
    const result = realiseJudged(
      spec(
        'free',
        {
          notes: [
            { at: 0, dur: 5040, string: 6, fret: 5, finger: 2 },
            { at: 5040, dur: 5040, string: 6, fret: 6, finger: 3 },
            { at: 10080, dur: 5040, string: 6, fret: 7, finger: 4 },
            { at: 15120, dur: 5040, string: 6, fret: 8, finger: 4 },
          ],
        },
        { fingering: { rule: 'given' } },
      ),
    )
    const told = result.ok ? explainRealised(result.value) : ''
    expect(told).toContain('4 notes, 1 bar')
    expect(told).not.toMatch(/p1\.n\d/)
    expect(effortInWords(2002.84)).toBe('2 rules of the hand broken, and 2.8 of effort for the fretting hand')
    expect(effortInWords(3)).toBe('3.0 of effort for the fretting hand')
  })

  test('what a chord costs is told once, at the finger that causes it', () => {
    const result = realiseJudged(spec('blocks', { chords: [{ frets: '133211' }] }, { fingering: { rule: 'best' } }))
    const reasons =
      result.ok && 'fingering' in result.value ? Object.values(result.value.fingering.reasons).map(reasonInWords) : []
    expect(reasons.filter(reason => reason.includes('lies across'))).toHaveLength(1)
    expect(reasons.find(reason => reason.includes('lies across'))).toContain('finger 1 lies across 3 strings')
  })

  test('text tablature shows slurs, taps and every finger of a stack', () => {
    const tap = toTab(
      scoreOf(
        spec('tap', {
          string: 1,
          cycle: [
            { fret: 5, finger: 1 },
            { fret: 8, finger: 4 },
            { fret: 12, tap: 'm' },
            { fret: 8, finger: 4 },
          ],
        }),
      ),
    )
    expect(tap).toMatch(/E \|-5.*-h8.*-t12.*-p8/)
    const chord = toTab(scoreOf(spec('blocks', { chords: [{ frets: 'x32010' }] }, { plucking: { system: 'pima' } })))
    expect(chord).toMatch(/ ppima/)
    expect(chord).toMatch(/ 32010/)
  })
})
