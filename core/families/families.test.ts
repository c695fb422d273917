import { describe, expect, test } from '@jest/globals'
import { realise } from '../score/realise'
import { problemOf, scoreOf } from '../score/score-of.test.data'
import { drill, strings, plucks } from './played.test.data'
import { FAMILIES } from './registry'

describe('every family', () => {
  test('each has a playable opening, a title and a purpose of one sentence', () => {
    expect(FAMILIES.length).toBeGreaterThan(10)
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
        if (control.kind !== 'rows') continue
        const value = control.path
          .split('.')
          .slice(1)
          .reduce<unknown>((at, key) => (at as Record<string, unknown>)[key], family.opening)
        expect([control.path, control.read(control.write(value as never))]).toEqual([control.path, value])
      }
    }
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

describe('lists that are set entry by entry', () => {
  const lists = FAMILIES.flatMap(family =>
    family.controls.flatMap(control => (control.kind === 'rows' ? [{ family, control }] : [])),
  )

  test.each(lists.map(({ family, control }) => [`${family.label}, ${control.label}`, family, control] as const))(
    '%s: every column reads what it sets, and leaves the rest of the entry as it was',
    (_, family, control) => {
      const key = control.path.split('.')[1]!
      const rows = [...(family.opening as Record<string, readonly unknown[]>)[key]!, control.fresh]
      for (const row of rows)
        for (const column of control.columns) {
          const value = column.get(row as never)
          expect(column.get(column.set(row as never, value as never) as never)).toEqual(value)
          for (const other of control.columns)
            if (other !== column)
              expect(other.get(column.set(row as never, value as never) as never)).toEqual(other.get(row as never))
          if (column.input === 'choice')
            for (const option of column.options)
              expect(column.get(column.set(row as never, option.value as never) as never)).toBe(option.value)
        }
      // What the columns make can be played.
      const made = { ...(family.opening as object), [key]: rows.slice(0, -1).map(row => ({ ...(row as object) })) }
      expect(realise({ version: 1, family: family.name, [family.name]: made }).ok).toBe(true)
    },
  )
})
