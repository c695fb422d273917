import { describe, expect, test } from '@jest/globals'
import { Note, Scale } from 'tonal'
import { realise } from '../score/realise'
import { problemOf, scoreOf } from '../score/score-of.test.data'
import type { Score } from '../score/score'
import { FAMILIES } from './registry'

const drill = (family: string, block: object, more: object = {}) => ({ version: 1, family, [family]: block, ...more })
const midis = (score: Score) => score.notes.map(note => note.midi)
const fingers = (score: Score) => score.notes.map(note => note.finger)
const strings = (score: Score) => score.notes.map(note => note.string)
const plucks = (score: Score) => score.notes.map(note => note.pluck)
const names = (score: Score) => score.notes.map(note => Note.pitchClass(Note.fromMidiSharps(note.midi))).join(' ')

describe('every family', () => {
  test('there are seventeen, each with a playable opening, a title and a purpose of one sentence', () => {
    expect(FAMILIES).toHaveLength(17)
    for (const family of FAMILIES) {
      const result = realise(drill(family.name, family.opening as object))
      expect([family.name, result.ok ? null : result.error]).toEqual([family.name, null])
      if (!result.ok) continue
      expect(result.value.title.length).toBeGreaterThan(5)
      expect(result.value.purpose).toMatch(/^[^.]+\.$/)
    }
  })

  test('controls that are written in a notation read back what they write', () => {
    for (const family of FAMILIES) {
      for (const control of family.controls) {
        if (control.kind !== 'written') continue
        const value = control.path
          .split('.')
          .slice(1)
          .reduce<unknown>((at, key) => (at as Record<string, unknown>)[key], family.opening)
        expect([control.path, control.read(control.write(value as never))]).toEqual([control.path, value])
      }
    }
  })
})

describe('pair', () => {
  test('12 twice, in V, skipping a string there: 8 visits, 32 notes', () => {
    const score = scoreOf(
      drill('pair', { fingers: [1, 2], reps: 2 }, { position: 5, strings: { order: 'skip', travel: 'there' } }),
    )
    expect(score.notes).toHaveLength(32)
    expect(new Set(score.notes.map(note => note.key.replace(/\.\d+$/, ''))).size).toBe(8)
  })

  test('a trill is plucked once on each string', () => {
    const score = scoreOf(
      drill('pair', { fingers: [1, 2], reps: 2, trill: true }, { strings: { order: [3, 2], travel: 'there' } }),
    )
    expect(score.notes.map(note => note.via)).toEqual([
      'pluck',
      'hammer',
      'pull',
      'hammer',
      'pluck',
      'hammer',
      'pull',
      'hammer',
    ])
  })

  test('the lower finger stays down while the other works', () => {
    const { holds, notes } = scoreOf(
      drill('pair', { fingers: [1, 2], reps: 3 }, { strings: { order: [3], travel: 'there' } }),
    )
    expect(holds.filter(hold => hold.finger === 1)).toEqual([
      { finger: 1, string: 3, fret: 5, from: 0, to: 6 * notes[0]!.dur },
    ])
  })
})

describe('held', () => {
  test('the held finger is down from the first note to the last, whatever the others do', () => {
    const score = scoreOf(
      drill(
        'held',
        { held: [{ finger: 3, string: 4 }], moving: { fingers: [1, 2, 4, 2], strings: [3, 2, 1] } },
        { position: 7 },
      ),
    )
    expect(score.notes).toHaveLength(24)
    expect(score.holds.filter(hold => hold.finger === 3)).toEqual([
      { finger: 3, string: 4, fret: 9, from: 0, to: 24 * score.notes[0]!.dur, anchor: true },
    ])
  })

  test.each([
    [
      { held: [{ finger: 3, string: 4 }], moving: { fingers: [1, 3], strings: [3] } },
      'held.moving.fingers',
      /held and cannot move/,
    ],
    [
      { held: [{ finger: 3, string: 3 }], moving: { fingers: [1, 2], strings: [3] } },
      'held.moving.strings',
      /silenced/,
    ],
    [
      { held: [{ finger: 2, string: 4, fret: 9 }], moving: { fingers: [3], strings: [2] } },
      'held.moving.fingers',
      /cross/,
    ],
    [
      {
        held: [
          { finger: 1, string: 4 },
          { finger: 1, string: 3 },
        ],
        moving: { fingers: [3], strings: [2] },
      },
      'held.held',
      /finger 1 twice/,
    ],
  ])('what a held finger forbids is said (%#)', (block, path, reason) => {
    expect(problemOf(drill('held', block))).toEqual({ path, message: expect.stringMatching(reason) })
  })
})

describe('chromatic', () => {
  const up = (more: object = {}) =>
    scoreOf(
      drill(
        'chromatic',
        { strings: [1], fromOpen: true, travel: 'there', shiftPause: 1, ...more },
        { rhythm: { perBeat: 2 } },
      ),
    )

  test('string 1 upwards is MIDI 64 to 76 with fingers 0 1 2 3 4 1 2 3 4 1 2 3 4, shifting before frets 5 and 9', () => {
    const score = up()
    expect(midis(score)).toEqual(Array.from({ length: 13 }, (_, i) => 64 + i))
    expect(fingers(score)).toEqual([0, 1, 2, 3, 4, 1, 2, 3, 4, 1, 2, 3, 4])
    expect(score.shifts.map(({ at, from, to }) => [score.notes.find(note => note.at === at)!.fret, from, to])).toEqual([
      [5, 1, 5],
      [9, 5, 9],
    ])
  })

  test('each shift waits a beat, and the hand lifts at the start of the pause', () => {
    const score = up()
    const [fourth, fifth] = [score.notes[4]!, score.notes[5]!]
    // A beat at least, and on to the next: each position begins on a beat.
    expect(fifth.at - (fourth.at + fourth.dur)).toBeGreaterThanOrEqual(10080)
    expect(score.shifts.every(shift => shift.at % 10080 === 0)).toBe(true)
    for (const hold of score.holds.filter(each => each.from < fifth.at))
      expect(hold.to).toBeLessThanOrEqual(fourth.at + fourth.dur)
  })

  test('up and down plays the top note once', () => {
    const score = up({ travel: 'there-and-back' })
    expect(score.notes).toHaveLength(25)
    expect([...midis(score)].reverse()).toEqual(midis(score))
  })

  test('across the six strings every semitone from 40 to 68 sounds once', () => {
    const score = scoreOf(
      drill('chromatic', { strings: [6, 5, 4, 3, 2, 1], fromOpen: true, line: 'across', travel: 'there' }),
    )
    expect(midis(score)).toEqual(Array.from({ length: 29 }, (_, i) => 40 + i))
    expect(score.shifts).toEqual([])
  })
})

describe('slur', () => {
  const study = (slurred: number | number[]) =>
    scoreOf(
      drill(
        'slur',
        {
          string: 2,
          groups: [
            [2, 1],
            [4, 1],
            [4, 2],
            [1, 2, 4],
          ],
          slurred,
        },
        { position: 5 },
      ),
    )

  test('the study in V plays frets 6 5 8 5 8 6 5 6 8', () => {
    expect(study(0).notes.map(note => note.fret)).toEqual([6, 5, 8, 5, 8, 6, 5, 6, 8])
  })

  test.each([
    [0, 9],
    [1, 8],
    [2, 7],
    [3, 6],
    [4, 4],
  ])('with %i groups slurred, %i notes are plucked', (slurred, count) => {
    expect(plucks(study(slurred)).filter(Boolean)).toHaveLength(count)
  })

  test('a list names the groups; one that is not there is refused', () => {
    expect(
      study([4])
        .notes.slice(-3)
        .map(note => note.via),
    ).toEqual(['pluck', 'hammer', 'hammer'])
    expect(problemOf(drill('slur', { string: 2, groups: [[2, 1]], slurred: [2] }))).toMatchObject({
      path: 'slur.slurred',
    })
    expect(problemOf(drill('slur', { string: 2, groups: [[2, 2]], slurred: 1 }))).toMatchObject({
      path: 'slur.groups.0',
    })
  })
})

describe('tap', () => {
  const cycle = [
    { fret: 7, finger: 1 },
    { fret: 10, finger: 4 },
    { fret: 14, tap: 'm' },
    { fret: 10, finger: 4 },
  ]
  const score = scoreOf(drill('tap', { string: 2, cycle, times: 2 }, { tempo: 200 }))

  test('the first note is plucked, then each fretted one is hammered or pulled by its direction', () => {
    expect(score.notes.map(note => note.via)).toEqual([
      'pluck',
      'hammer',
      'tap',
      'pull',
      'pull',
      'hammer',
      'tap',
      'pull',
    ])
    expect(score.notes[2]).toMatchObject({ finger: null, pluck: 'm', via: 'tap' })
  })

  test('for the pull from a tap the finger below is already down', () => {
    const four = score.holds.find(hold => hold.finger === 4)!
    expect(four.from).toBeLessThanOrEqual(score.notes[2]!.at)
    expect(four.to).toBeGreaterThan(score.notes[3]!.at)
  })

  test('a sixteenth at 200 bpm lasts 75 ms; the first tap has two of them after the plucked note', () => {
    expect(score.report.travel).toEqual([{ at: score.notes[2]!.at, ms: 150, mm: expect.any(Number) }])
  })
})

describe('cell', () => {
  test.each([
    ['WW', [0, 2, 4], [1, 2, 4]],
    ['HW', [0, 1, 3], [1, 2, 4]],
    ['WH', [0, 2, 3], [1, 3, 4]],
  ])('%s has its frets and fingers', (steps, offsets, hand) => {
    const { notes } = scoreOf(drill('cell', { cell: steps }, { strings: { order: [6], travel: 'there' } }))
    expect(notes.map(note => note.fret - 5)).toEqual(offsets)
    expect(notes.map(note => note.finger)).toEqual(hand)
  })

  test('with three notes to a string a stroke cycle of four realigns after twelve notes, alternate after six', () => {
    const three = { strings: { travel: 'there' } }
    expect(
      scoreOf(drill('cell', { cell: 'HW' }, { ...three, plucking: { system: 'thumb-pick', cycle: 'p m p a' } })).report
        .realignAfter,
    ).toBe(12)
    expect(scoreOf(drill('cell', { cell: 'HW' }, three)).report.realignAfter).toBe(6)
  })

  test('a link is played once on the next string, and must be a finger of the cell', () => {
    const { notes } = scoreOf(drill('cell', { cell: 'HW', link: 1 }, { strings: { order: [6, 5], travel: 'there' } }))
    expect(notes.map(note => [note.string, note.finger])).toEqual([
      [6, 1],
      [6, 2],
      [6, 4],
      [5, 1],
      [5, 1],
      [5, 2],
      [5, 4],
    ])
    expect(problemOf(drill('cell', { cell: 'HW', link: 3 }))).toMatchObject({ path: 'cell.link' })
  })
})

describe('scale', () => {
  const scale = (block: object, more: object = {}) =>
    scoreOf(drill('scale', { tonic: 'C', type: 'major', ...block }, { strings: { travel: 'there' }, ...more }))

  test('skips over C major from C are C E D F E G F A G B A C', () => {
    // Position VIII holds C3 to C5 on the six strings; one octave is the first twelve notes of the sequence.
    expect(
      names(scale({ sequence: 'skips' }, { position: 7 }))
        .split(' ')
        .slice(0, 12)
        .join(' '),
    ).toBe('C E D F E G F A G B A C')
  })

  test('C major in II is played as every handbook has it: 2 4 | 1 2 4 | 1 3 4 | 1 3 4 | 2 4 | 1 2', () => {
    // The closed form from the tonic on string 5, as in common scale handbooks (from memory).
    const score = scale({ range: 'tonic' }, { position: 2 })
    expect(score.notes.map(note => `${note.string}:${note.fret}${note.finger}`).slice(0, 8)).toEqual([
      '5:32',
      '5:54',
      '4:21',
      '4:32',
      '4:54',
      '3:21',
      '3:43',
      '3:54',
    ])
  })

  test.each([
    ['C', 'major', 5],
    ['A', 'minor', 5],
    ['F#', 'dorian', 2],
    ['Bb', 'mixolydian', 1],
    ['E', 'harmonic minor', 7],
  ])('%s %s in position %i has the tones of the theory library, upwards without a gap', (tonic, type, position) => {
    const score = scale({ tonic, type, range: 'full' }, { position })
    const chromas = new Set(Scale.get(`${tonic} ${type}`).notes.map(note => Note.chroma(note)))
    const expected: number[] = []
    for (let midi = score.notes[0]!.midi; midi <= score.notes.at(-1)!.midi; midi++)
      if (chromas.has(midi % 12)) expected.push(midi)
    expect(midis(score)).toEqual(expected)
    for (const note of score.notes)
      expect(note.fret === 0 || Math.abs(note.fret - position + 1 - note.finger!) <= 1).toBe(true)
  })

  test('three to a string: three consecutive tones on each, fingers as in the cell', () => {
    const score = scale({ tonic: 'G', layout: 'three-per-string', range: 'full' }, { position: 3 })
    expect(score.notes).toHaveLength(18)
    expect(strings(score)).toEqual([6, 6, 6, 5, 5, 5, 4, 4, 4, 3, 3, 3, 2, 2, 2, 1, 1, 1])
    expect(fingers(score).slice(0, 3)).toEqual([1, 2, 4])
  })

  test('the box of A minor pentatonic in V is 5 8 | 5 7 | 5 7 | 5 7 | 5 8 | 5 8', () => {
    const score = scale({ tonic: 'A', type: 'minor pentatonic', layout: 'box', range: 'full' }, { position: 5 })
    expect(score.notes.map(note => note.fret)).toEqual([5, 8, 5, 7, 5, 7, 5, 7, 5, 8, 5, 8])
    expect(fingers(score)).toEqual([1, 4, 1, 3, 1, 3, 1, 3, 1, 4, 1, 4])
    expect(problemOf(drill('scale', { tonic: 'A', type: 'minor', layout: 'box' }))).toMatchObject({
      path: 'scale.type',
    })
  })

  test('there and back plays the top once; a note that crosses to a thinner string is taken by m', () => {
    const back = scale({}, { position: 5, strings: { travel: 'there-and-back' } })
    expect([...midis(back)].reverse()).toEqual(midis(back))
    const crossing = scale({ crossing: 'm' }, { position: 5, plucking: { system: 'hybrid' } })
    for (const [i, note] of crossing.notes.entries()) {
      const before = crossing.notes[i - 1]
      if (before) expect(note.pluck === 'm').toBe(note.string < before.string)
    }
  })

  test('a drone sounds with every tone, on a string that the scale leaves to it, open or stopped by one finger', () => {
    for (const [fret, finger] of [
      [0, 0],
      [8, 4],
    ] as const) {
      const { notes } = scale({ sequence: 'drone', drone: { string: 6, fret } }, { position: 5 })
      const drones = notes.filter(note => note.string === 6)
      expect(new Set(drones.map(note => `${note.fret} by ${note.finger ?? 0}`))).toEqual(
        new Set([`${fret} by ${finger}`]),
      )
      expect(drones.map(note => note.at)).toEqual(notes.filter(note => note.string !== 6).map(note => note.at))
    }
  })

  test.each([
    [{ tonic: 'H' }, 'scale.tonic'],
    [{ tonic: 'C', type: 'sideways' }, 'scale.type'],
    [{ tonic: 'C', type: 'major', layout: 'one-string' }, 'scale.string'],
    [{ tonic: 'C', type: 'major', sequence: 'drone' }, 'scale.drone'],
    [
      { tonic: 'C', layout: 'one-string', string: 5, sequence: 'drone', drone: { string: 5, fret: 0 } },
      'scale.drone.string',
    ],
    [{ tonic: 'C', sequence: 'drone', drone: { string: 7, fret: 0 } }, 'scale.drone.string'],
    [{ tonic: 'C', sequence: 'drone', drone: { string: 6, fret: 12 } }, 'scale.drone.fret'],
  ])('an impossible scale names its field (%#)', (block, path) => {
    expect(problemOf(drill('scale', { type: 'major', ...block }))).toMatchObject({ path })
  })
})

describe('plucking', () => {
  const four = (plucking: object, more: object = {}) =>
    plucks(
      scoreOf(
        drill('order', { fingers: [1, 2, 3, 4] }, { strings: { from: 6, to: 4, travel: 'there' }, plucking, ...more }),
      ),
    ).join('')

  test.each([
    [{ system: 'im' }, 'imimimimimim'],
    [{ system: 'im', start: 'm' }, 'mimimimimimi'],
    [{ system: 'pi' }, 'pipipipipipi'],
    [{ system: 'thumb' }, 'pppppppppppp'],
    [{ system: 'thumb-pick' }, 'pmpapmpapmpa'],
    [{ system: 'thumb-pick', cycle: 'mpap' }, 'mpapmpapmpap'],
    [{ system: 'economy' }, 'DUDUDUDUDUDU'],
    [{ system: 'hybrid' }, 'DUDUmDUDmUDU'],
  ])('%p plays %s', (plucking, expected) => {
    expect(four(plucking)).toBe(expected)
  })

  test('three to a string economy goes on in its direction at each crossing', () => {
    expect(
      plucks(
        scoreOf(
          drill(
            'order',
            { fingers: [1, 2, 3] },
            { strings: { from: 6, to: 5, travel: 'there-and-back' }, plucking: { system: 'economy' } },
          ),
        ),
      ).join(''),
    ).toBe('DUDDUDUDUUDU')
  })

  test('a swept diagonal is one stroke in each direction', () => {
    const score = scoreOf(drill('diagonal', { strings: [5, 4, 3, 2], fret: 7, play: 'swept' }))
    expect(plucks(score)).toEqual(['D', 'D', 'D', 'D'])
  })

  test('a pick gives a stack one stroke; fingers take one string each', () => {
    expect(plucks(scoreOf(drill('blocks', { chords: [{ frets: '022000' }] })))).toEqual(Array(6).fill('D'))
    expect(
      plucks(scoreOf(drill('blocks', { chords: [{ frets: 'xx0232' }] }, { plucking: { system: 'pima' } }))),
    ).toEqual(['p', 'i', 'm', 'a'])
  })
})

describe('the others', () => {
  test('a diagonal rises or falls one fret to a string, all fingers kept', () => {
    const score = scoreOf(drill('diagonal', { strings: [5, 4, 3, 2], fret: 7, form: 'alternate', moves: [0, 1] }))
    expect(score.notes.map(note => [note.string, note.fret, note.finger])).toEqual([
      [5, 7, 1],
      [4, 8, 2],
      [3, 9, 3],
      [2, 10, 4],
      [5, 11, 4],
      [4, 10, 3],
      [3, 9, 2],
      [2, 8, 1],
    ])
    expect(score.holds.slice(0, 4).every(hold => hold.from === 0 && hold.to === 4 * 2520)).toBe(true)
    expect(problemOf(drill('diagonal', { strings: [5, 4, 3, 1], fret: 7 }))).toMatchObject({ path: 'diagonal.strings' })
  })

  test('picking deals notes round the strings', () => {
    expect(
      strings(
        scoreOf(
          drill('picking', {
            groups: [
              { strings: [3], notes: 2 },
              { strings: [3, 1], notes: 4, times: 2 },
            ],
          }),
        ),
      ),
    ).toEqual([3, 3, 3, 1, 3, 1, 3, 1, 3, 1])
    const barred = scoreOf(drill('picking', { groups: [{ strings: [3, 2], notes: 4 }], fret: 7 }))
    expect(barred.holds.map(hold => [hold.finger, hold.string, hold.barre])).toEqual([
      [1, 3, true],
      [1, 2, true],
    ])
  })

  test('pedal and moving notes alternate', () => {
    expect(
      strings(
        scoreOf(drill('pedal', { string: 1, fingers: [1], start: 'pedal', moving: { strings: [2], fingers: [4, 3] } })),
      ),
    ).toEqual([1, 2, 1, 2])
    expect(
      strings(
        scoreOf(
          drill('pedal', { string: 1, fingers: [1], start: 'moving', moving: { strings: [2], fingers: [4, 3] } }),
        ),
      ),
    ).toEqual([2, 1, 2, 1])
  })

  test('one by one, every string rings to the end of its chord; too many for the bar is refused', () => {
    const score = scoreOf(drill('blocks', { chords: [{ frets: '022100' }], stage: 'sequential' }))
    expect(strings(score)).toEqual([6, 5, 4, 3, 2, 1])
    expect(new Set(score.notes.map(note => note.at + note.dur))).toEqual(new Set([40320]))
    expect(
      problemOf(drill('blocks', { chords: [{ frets: '022100' }], stage: 'sequential' }, { rhythm: { meter: [2, 4] } })),
    ).toMatchObject({ path: 'blocks.chords.0' })
  })

  test('counting four bars of four at 100 takes 9.6 s, and slower takes longer', () => {
    const result = realise(drill('count', { tempos: [100, 50], bars: 4, silentBars: 2 }))
    expect(result.ok && result.value).toMatchObject({
      kind: 'count',
      seconds: expect.closeTo(28.8, 9),
      tempos: [
        { bpm: 100, perBeat: 4, bars: 4, silentBars: 2, seconds: expect.closeTo(9.6, 9) },
        { seconds: expect.closeTo(19.2, 9) },
      ],
    })
    expect(problemOf(drill('count', { tempos: [60], bars: 2, silentBars: 2 }))).toMatchObject({
      path: 'count.silentBars',
    })
  })

  test('a warm-up lasts as long as its steps', () => {
    const result = realise(
      drill('warmup', {
        steps: [
          { name: 'Warm water', seconds: 60 },
          { name: 'Spread', seconds: 45, caution: 'gently' },
        ],
      }),
    )
    expect(result.ok && result.value).toMatchObject({ kind: 'steps', seconds: 105 })
  })

  test('own music takes places or pitches, and one finger per fret where none is given', () => {
    const score = scoreOf(
      drill(
        'free',
        {
          notes: [
            { at: 0, dur: 5040, string: 2, fret: 1 },
            { at: 5040, dur: 5040, midi: 62, finger: 3 },
            { at: 10080, dur: 5040, string: 1, fret: 0 },
          ],
        },
        { position: 1 },
      ),
    )
    expect(score.notes.map(note => [note.string, note.fret, note.finger])).toEqual([
      [2, 1, 1],
      [2, 3, 3],
      [1, 0, 0],
    ])
    expect(problemOf(drill('free', { notes: [{ at: 0, dur: 1, string: 2 }] }))).toMatchObject({
      path: 'free.notes.0.fret',
    })
    expect(problemOf(drill('free', { notes: [{ at: 0, dur: 1, midi: 20 }] }))).toMatchObject({
      path: 'free.notes.0.midi',
    })
  })

  test('an excerpt is a drill of its own that begins at once, plucked; a key that is not there is named', () => {
    const spec = drill(
      'order',
      { fingers: [1, 2, 3, 4] },
      { slurs: [2, 3], then: [{ do: 'excerpt', from: 'p1.s5.2', to: 'p1.s4.1' }] },
    )
    const { notes } = scoreOf(spec)
    expect(notes.map(note => note.key)).toEqual(['p1.s5.2', 'p1.s5.3', 'p1.s5.4', 'p1.s4.1'])
    expect([notes[0]!.at, notes[0]!.pluck]).toEqual([0, 'D'])
    expect(problemOf({ ...spec, then: [{ do: 'excerpt', from: 'p1.s5.9', to: 'p1.s4.1' }] })).toMatchObject({
      path: 'then.0.from',
    })
  })

  test('moving the string set keeps frets and fingers; off the guitar it is refused', () => {
    const spec = (by: number) =>
      drill(
        'order',
        { fingers: [1, 2] },
        { strings: { order: [6, 5], travel: 'there' }, then: [{ do: 'string-set', by }] },
      )
    expect(scoreOf(spec(-1)).notes.map(note => [note.string, note.fret])).toEqual([
      [5, 5],
      [5, 6],
      [4, 5],
      [4, 6],
    ])
    expect(problemOf(spec(1))).toMatchObject({ path: 'then.0.by' })
  })
})
