import { describe, expect, test } from '@jest/globals'
import { lineOf } from '../fingering/passage.test.data'
import { problemOf, scoreOf } from '../score/score-of.test.data'
import { mirrorLine } from './mirror'

const order = (then: object[], more: object = {}) => ({
  version: 1,
  family: 'order',
  order: { fingers: [1, 2, 3] },
  strings: { order: [6, 5], travel: 'there' },
  rhythm: { perBeat: 2 },
  then,
  ...more,
})
const places = (then: object[], more: object = {}) =>
  scoreOf(order(then, more))
    .notes.map(note => `${note.string}:${note.fret}`)
    .join(' ')
const vias = (then: object[], more: object = {}) => scoreOf(order(then, more)).notes.map(note => note.via)

describe('transforms', () => {
  test('reversed: the last note first, slurs between the same two notes', () => {
    expect(places([{ do: 'reverse' }])).toBe('5:7 5:6 5:5 6:7 6:6 6:5')
    expect(vias([], { slurs: [2] })).toEqual(['pluck', 'hammer', 'pluck', 'pluck', 'hammer', 'pluck'])
    expect(vias([{ do: 'reverse' }], { slurs: [2] })).toEqual(['pluck', 'pluck', 'pull', 'pluck', 'pluck', 'pull'])
  })

  test('reversed keeps a rest between the same two notes', () => {
    const chromatic = {
      version: 1,
      family: 'chromatic',
      chromatic: { strings: [1], positions: [1, 5], shiftPause: 2, travel: 'there' },
    }
    const forward = scoreOf(chromatic).notes
    const back = scoreOf({ ...chromatic, then: [{ do: 'reverse' }] }).notes
    const gaps = (notes: typeof forward) => notes.slice(1).map((note, i) => note.at - (notes[i]!.at + notes[i]!.dur))
    expect(gaps(forward)).toEqual([0, 0, 0, 20160, 0, 0, 0])
    expect(gaps(back)).toEqual([...gaps(forward)].reverse())
  })

  test('mirrored: forward, then back without the turn twice; copies carry a ~', () => {
    expect(places([{ do: 'mirror' }])).toBe('6:5 6:6 6:7 5:5 5:6 5:7 5:6 5:5 6:7 6:6 6:5')
    const keys = scoreOf(order([{ do: 'mirror' }])).notes.map(note => note.key)
    expect(keys.slice(-5)).toEqual(['p1.s5.2~', 'p1.s5.1~', 'p1.s6.3~', 'p1.s6.2~', 'p1.s6.1~'])
  })

  test('mirrored: the way back is taken up anew where it begins', () => {
    const quarters = lineOf(
      [5, 6, 7].map(fret => [{ string: 1, fret }]),
      10080,
    )
    const { restarts, events } = mirrorLine(quarters)
    expect(restarts).toEqual([0, 30240])
    expect(events[3]).toMatchObject({ at: 30240, place: { fret: 6 } })
  })

  test('rotated: started on another note, which is plucked; what came before follows', () => {
    expect(places([{ do: 'rotate', n: 3 }])).toBe('6:7 5:5 5:6 5:7 6:5 6:6')
    expect(scoreOf(order([{ do: 'rotate', n: 2 }], { slurs: [2] })).notes[0]).toMatchObject({
      pluck: 'D',
      via: 'pluck',
    })
  })

  test('the plucking hand alone: its strokes on open strings, a rest where the other hand sounds the note', () => {
    const { notes, title } = scoreOf(order([{ do: 'only', part: 'plucking-hand' }], { slurs: [2] }))
    expect(notes.map(note => `${note.string}:${note.fret}:${note.finger}:${note.pluck}`)).toEqual([
      '6:0:0:D',
      '6:0:0:U',
      '5:0:0:D',
      '5:0:0:U',
    ])
    const full = scoreOf(order([], { slurs: [2] })).notes.filter(note => note.pluck !== null)
    expect(notes.map(({ key, at, pluck }) => [key, at, pluck])).toEqual(
      full.map(({ key, at, pluck }) => [key, at, pluck]),
    )
    expect(title).toMatch(/plucking hand alone$/)
  })

  test('the fretting hand alone: the same notes and fingers, nothing plucked, nothing to keep quiet', () => {
    const [full, alone] = [scoreOf(order([])), scoreOf(order([{ do: 'only', part: 'fretting-hand' }]))]
    expect(alone.notes.map(({ pluck: _, ...note }) => note)).toEqual(full.notes.map(({ pluck: _, ...note }) => note))
    expect(alone.notes.every(note => note.pluck === null)).toBe(true)
    expect(alone.holds).toEqual(full.holds)
    expect(alone.report.quiet).toEqual([])
    expect(alone.cues.map(cue => cue.about)).toContain('unplucked')
    expect(alone.cues.map(cue => cue.about)).not.toContain('down-and-up-alike')
  })

  test('the thumb alone: the bass of a pattern, its chords held', () => {
    const pattern = {
      version: 1,
      family: 'pattern',
      rhythm: { meter: [3, 4], perBeat: 2 },
      pattern: { chords: [{ name: 'C', frets: 'x32010' }], tokens: 'p:R a:1 m:2 i:3 p:A m:2' },
    }
    const [full, thumb] = [scoreOf(pattern), scoreOf({ ...pattern, then: [{ do: 'only', part: 'thumb' }] })]
    expect(thumb.notes.map(note => [note.key, note.string, note.pluck])).toEqual(
      full.notes.filter(note => note.pluck === 'p').map(note => [note.key, note.string, note.pluck]),
    )
    expect(thumb.holds.map(hold => hold.finger).sort()).toEqual([1, 2, 3])
  })

  test('what has nothing for a part says so', () => {
    const refused = (spec: object) => problemOf(spec)
    expect(refused(order([{ do: 'only', part: 'thumb' }]))).toEqual({
      path: 'then.0.part',
      message: 'the drill has no note that is given to the thumb',
    })
    expect(refused(order([{ do: 'only', part: 'foot' }]))).toMatchObject({ path: 'then.0.part' })
    const tapped = {
      string: 2,
      cycle: [
        { fret: 7, finger: 1 },
        { fret: 14, tap: 'm' },
      ],
      times: 2,
    }
    expect(
      refused({
        version: 1,
        family: 'tap',
        instrument: { preset: 'electric' },
        then: [{ do: 'only', part: 'fretting-hand' }],
        tap: tapped,
      }),
    ).toEqual({ path: 'then.0.part', message: 'a tapped drill needs both hands' })
    expect(
      refused({
        version: 1,
        family: 'free',
        then: [{ do: 'only', part: 'plucking-hand' }],
        fingering: { rule: 'best' },
        free: { notes: [{ at: 0, dur: 5040, midi: 64 }] },
      }),
    ).toEqual({ path: 'then.0.part', message: 'one hand alone needs notes whose strings are known: give them strings' })
  })

  test('strokes moved by one, accents every so many, another position, another division', () => {
    expect(
      scoreOf(order([{ do: 'strokes', by: 1 }]))
        .notes.map(note => note.pluck)
        .join(''),
    ).toBe('UDUDUD')
    expect(
      scoreOf(order([{ do: 'accents', every: 2, from: 2 }])).notes.map(note => note.marks.includes('accent')),
    ).toEqual([false, true, false, true, false, true])
    expect(places([{ do: 'position', to: 7 }])).toBe('6:7 6:8 6:9 5:7 5:8 5:9')
    expect(scoreOf(order([{ do: 'perBeat', n: 3 }])).notes[1]!.at).toBe(3360)
  })

  test('they follow each other in order, and the title says each', () => {
    const score = scoreOf(order([{ do: 'rotate', n: 2 }, { do: 'reverse' }, { do: 'string-set', by: -1 }]))
    expect(score.title).toBe('Order 1 2 3, strings 6 5, V, started on note 2, reversed, moved 1 string thinner')
    expect(score.notes.map(note => `${note.string}:${note.fret}`).join(' ')).toBe('5:5 4:7 4:6 4:5 5:7 5:6')
  })

  test("an excerpt says which part it is in a teacher's words", () => {
    const score = scoreOf(order([{ do: 'excerpt', from: 'p1.s6.2', to: 'p1.s5.1' }]))
    expect(score.title).toBe('Order 1 2 3, strings 6 5, V, from note 2 on string 6 to note 1 on string 5')
    expect(score.notes.map(note => `${note.string}:${note.fret}`).join(' ')).toBe('6:6 6:7 5:5')
  })

  test('two reversals in a row are the original, title and all', () => {
    expect(scoreOf(order([{ do: 'reverse' }, { do: 'reverse' }])).title).toBe('Order 1 2 3, strings 6 5, V')
  })

  test('a chord that is turned round is still held from its first note to its last', () => {
    const blocks = {
      version: 1,
      family: 'blocks',
      blocks: { chords: [{ frets: '022100' }, { frets: 'x02210' }], stage: 'sequential' },
    }
    const back = scoreOf({ ...blocks, then: [{ do: 'reverse' }] })
    expect(back.notes[0]!.string).toBe(1)
    for (const note of back.notes.filter(each => each.fret > 0)) {
      expect(
        back.holds.some(
          hold =>
            hold.string === note.string &&
            hold.fret === note.fret &&
            hold.from <= note.at &&
            hold.to >= note.at + note.dur,
        ),
      ).toBe(true)
    }
  })

  test.each([
    [{ do: 'rotate', n: 7 }, 'then.0.n'],
    [{ do: 'rotate', n: 0 }, 'then.0.n'],
    [{ do: 'accents', every: 0 }, 'then.0.every'],
    [{ do: 'excerpt', from: 'p1.s5.1', to: 'p1.s6.1' }, 'then.0.to'],
    [{ do: 'string-set', by: 9 }, 'then.0.by'],
    [{ do: 'reverse', n: 1 }, 'then.0.n'],
    [{ do: 'fly' }, 'then.0.do'],
  ])('%p is refused at its place', (transform, path) => {
    expect(problemOf(order([transform]))).toMatchObject({ path })
  })
})
