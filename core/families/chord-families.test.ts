import { describe, expect, test } from '@jest/globals'
import { Chord, Note } from 'tonal'
import { problemOf, scoreOf } from '../score/score-of.test.data'
import type { Score } from '../score/score'
import { chordShape } from '../chords/chord'
import { shapePlaces } from '../chords/places'
import { instrumentOf } from '../guitar/instrument'

const drill = (family: string, block: object, more: object = {}) => ({ version: 1, family, [family]: block, ...more })
const strings = (score: Score) => score.notes.map(note => note.string)
const plucks = (score: Score) => score.notes.map(note => note.pluck)

describe('pattern', () => {
  const pattern = (frets: string, tokens = 'p:R a:1 m:2 i:3 p:A m:2') =>
    scoreOf(drill('pattern', { chords: [{ frets }], tokens }, { rhythm: { meter: [3, 4] } }))

  test.each([
    ['x32010', [5, 1, 2, 3, 4, 2]],
    ['320003', [6, 1, 2, 3, 4, 2]],
    ['xx0232', [4, 1, 2, 3, 3, 2]],
  ])('over %s the roles fall on strings %p', (frets, expected) => {
    expect(strings(pattern(frets))).toEqual(expected)
  })

  test('the chord is held for its bars and the plucking fingers are those of the tokens', () => {
    const score = pattern('x32010')
    expect(plucks(score)).toEqual(['p', 'a', 'm', 'i', 'p', 'm'])
    expect(score.holds.map(({ finger, string, fret, from, to }) => [finger, string, fret, from, to])).toEqual([
      [1, 2, 1, 0, 30240],
      [2, 4, 2, 0, 30240],
      [3, 5, 3, 0, 30240],
    ])
  })

  test('two roles on one string in a stack sound once, by the thumb', () => {
    const score = scoreOf(
      drill('pattern', { chords: [{ frets: 'xxx010' }], tokens: 'i:3+p:R' }, { rhythm: { meter: [1, 4] } }),
    )
    expect(score.notes.slice(0, 1).map(note => [note.string, note.pluck])).toEqual([[3, 'p']])
    expect(score.notes).toHaveLength(2)
  })

  test('tokens repeat to fill the bar and the last is cut', () => {
    const score = scoreOf(drill('pattern', { chords: [{ frets: 'x32010' }], tokens: 'p:R/q i:3 m:2/q' }))
    expect(score.notes.map(note => note.dur)).toEqual([10080, 5040, 10080, 10080, 5040])
    expect(score.bars).toBe(1)
  })

  test.each([
    [{ chords: [{ frets: 'xxxx10' }], tokens: 'p:R a:3' }, 'pattern.tokens', /role 3/],
    [
      { chords: [{ name: 'C', frets: 'x32010', tokens: 'p:L' }], tokens: 'p:R' },
      'pattern.chords.0.tokens',
      /bass line/,
    ],
    [{ chords: [{ frets: 'x3201' }], tokens: 'p:R' }, 'pattern.chords.0.frets', /names 5 strings/],
    [{ chords: [{ frets: 'x32010', fingers: '-32090' }], tokens: 'p:R' }, 'pattern.chords.0.fingers', /no finger/],
    [{ chords: [{ frets: 'x-30-2-0-1-0' }], tokens: 'p:R' }, 'pattern.chords.0.frets', /beyond the neck/],
    [{ chords: [{ frets: 'x32010' }], tokens: 'p;R' }, 'pattern.tokens', /finger:role/],
  ])('an impossible pattern names field, role and chord (%#)', (block, path, reason) => {
    expect(problemOf(drill('pattern', block))).toEqual({ path, message: expect.stringMatching(reason) })
  })
})

describe('chord shapes', () => {
  const guitar = instrumentOf({ preset: 'classical' })
  test.each([
    ['x32010', 'C'],
    ['022000', 'Em'],
    ['xx0232', 'D'],
    ['133211', 'F'],
    ['x02210', 'Am'],
    ['320003', 'G'],
  ])('%s holds exactly the tones of %s by the theory library', (frets, name) => {
    const shape = chordShape({ frets }, guitar, 'chord')
    const sounding = new Set(shape.strings.map(({ string, fret }) => (guitar.tuning[6 - string]! + fret) % 12))
    expect(sounding).toEqual(new Set(Chord.get(name).notes.map(note => Note.chroma(note))))
  })

  test('a barre is one finger on several strings, one entry each', () => {
    const { holds } = scoreOf(drill('blocks', { chords: [{ frets: '133211' }], stage: 'block' }))
    expect(holds.filter(hold => hold.finger === 1).map(hold => [hold.string, hold.barre])).toEqual([
      [6, true],
      [2, true],
      [1, true],
    ])
  })

  test('frets above nine are written with bars between', () => {
    expect(chordShape({ frets: 'x-10-12-12-11-10' }, guitar, 'chord').strings.map(each => each.fret)).toEqual([
      10, 12, 12, 11, 10,
    ])
  })
})

describe('shape', () => {
  test('E minor 2-1-1-1-2 on strings 5 to 1 has four places on 22 frets, one of them 7,10 9 9 8 7,12', () => {
    const places = shapePlaces('Em', [5, 4, 3, 2, 1], [2, 1, 1, 1, 2], instrumentOf({ preset: 'electric' }))
    expect(places).toHaveLength(4)
    expect(places.map(place => place.map(({ string, fret }) => `${string}:${fret}`).join(' '))).toContain(
      '5:7 5:10 4:9 3:9 2:8 1:7 1:12',
    )
  })

  /** Written independently: tries every fret of every string in turn and keeps runs of neighbouring chord tones. */
  function exhaustive(
    chord: string,
    on: readonly number[],
    formula: readonly number[],
    tuning: readonly number[],
    frets: number,
  ): string[] {
    const tones = Array.from({ length: 128 }, (_, midi) => midi).filter(midi =>
      Chord.get(chord).notes.some(note => Note.chroma(note) === midi % 12),
    )
    const order = on.flatMap((string, i) => Array<number>(formula[i]!).fill(string))
    const found: string[] = []
    const grow = (k: number, index: number, path: string[]): void => {
      if (k === order.length) {
        found.push(path.join(' '))
        return
      }
      const fret = tones[index]! - tuning[tuning.length - order[k]!]!
      if (fret >= 0 && fret <= frets) grow(k + 1, index + 1, [...path, `${order[k]}:${fret}`])
    }
    for (let index = 0; index + order.length <= tones.length; index++) grow(0, index, [])
    return found
  }

  test.each([
    ['Em', [5, 4, 3, 2, 1], [2, 1, 1, 1, 2], [40, 45, 50, 55, 59, 64]],
    ['C', [6, 5, 4, 3], [2, 1, 1, 2], [40, 45, 50, 55, 59, 64]],
    ['G7', [5, 4, 3, 2], [2, 2, 1, 2], [38, 45, 50, 55, 59, 64]],
    ['Am', [4, 3, 2, 1], [1, 1, 1, 2], [38, 43, 50, 55, 59, 62]],
    ['Dm7', [6, 5, 4, 3, 2, 1], [1, 2, 1, 2, 1, 1], [40, 45, 50, 55, 59, 64]],
  ])('all places of %s on %p by %p agree with an exhaustive search', (chord, on, formula, tuning) => {
    const guitar = instrumentOf({ preset: 'electric', tuning })
    expect(
      shapePlaces(chord, on, formula, guitar).map(place =>
        place.map(({ string, fret }) => `${string}:${fret}`).join(' '),
      ),
    ).toEqual(exhaustive(chord, on, formula, tuning, 22))
  })

  const em = (place: number, more: object = {}) =>
    drill(
      'shape',
      { chord: 'Em', strings: [5, 4, 3, 2, 1], formula: [2, 1, 1, 1, 2], place, ...more },
      { instrument: { preset: 'electric' } },
    )

  test('the plucking hand is the same at every place', () => {
    const rows = [1, 2, 3, 4].map(place => plucks(scoreOf(em(place))).join(''))
    expect(new Set(rows).size).toBe(1)
  })

  test('raked: up p then i m a on the thinnest three, down i dragged and p on the thickest', () => {
    const score = scoreOf(em(2))
    expect(plucks(score).slice(0, 7)).toEqual(['p', 'p', 'p', 'i', 'm', 'a', 'a'])
    expect(plucks(score).slice(-2)).toEqual(['p', 'p'])
    expect(score.notes.some(note => note.via === 'rake' && note.pluck === 'i')).toBe(true)
  })

  test('beyond the last place it says how many there are; an impossible formula says so', () => {
    expect(problemOf(em(5))).toEqual({ path: 'shape.place', message: 'there is no place 5: there are 4' })
    expect(problemOf(em(1, { formula: [4, 1, 1, 1, 4] }))).toMatchObject({
      path: 'shape.formula',
      message: expect.stringMatching(/impossible/),
    })
  })
})
