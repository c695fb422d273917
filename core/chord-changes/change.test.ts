import { describe, expect, test } from '@jest/globals'
import { chordShape } from '../chords/chord'
import { fretDistanceMm } from '../guitar/geometry'
import { instrumentOf, stringOffsetMm } from '../guitar/instrument'
import { scoreOf } from '../score/score-of.test.data'
import { barreOf, chordChange, chordChanges, fingersAt, travelMm } from './change'
import { chordSequence, chordsThroughout } from './sequence'

const guitar = instrumentOf({ preset: 'classical' })
const shape = (frets: string, fingers?: string) => chordShape({ frets, fingers }, guitar, 'chord')
const kinds = (from: string, to: string) =>
  Object.fromEntries(chordChange(shape(from), shape(to), guitar).moves.map(move => [move.finger, move.kind]))

// What the methods say of these changes (common practice, from memory).
describe('chord changes', () => {
  test('C to A minor: 1 and 2 stay, 3 moves', () => {
    expect(kinds('x32010', 'x02210')).toEqual({ 1: 'pivot', 2: 'pivot', 3: 'moves' })
  })

  test('E to A minor: the whole shape moves one string', () => {
    expect(kinds('022100', 'x02210')).toEqual({ 1: 'moves', 2: 'moves', 3: 'moves' })
  })

  test('A to D: 3 slides along the second string as a guide', () => {
    const change = chordChange(chordShape({ frets: 'x02220', fingers: '-02130' }, guitar, 'a'), shape('xx0232'), guitar)
    expect(change.moves.find(move => move.finger === 3)).toMatchObject({ kind: 'guide' })
    expect(change.moves.find(move => move.finger === 3)!.mm).toBeCloseTo(
      fretDistanceMm(650, 3) - fretDistanceMm(650, 2),
      0,
    )
  })

  test('D to G: the little finger lands, 1 lifts', () => {
    expect(kinds('xx0232', '320003')).toEqual({ 1: 'lifts', 2: 'moves', 3: 'moves', 4: 'lands' })
  })

  test('the bass goes down first', () => {
    expect(chordChange(shape('022000'), shape('x32010'), guitar).placement[0]).toBe(3)
    expect(chordChange(shape('xx0232'), shape('320003'), guitar).placement[0]).toBe(3)
  })

  test('a pivot travels nothing; a string across is as far as the strings are apart there', () => {
    const change = chordChange(shape('022100'), shape('x02210'), guitar)
    const at = fretDistanceMm(650, 2)
    expect(change.moves.find(move => move.finger === 2)!.mm).toBeCloseTo(8.5 + 3 * (at / 650), 6)
    expect(chordChange(shape('x32010'), shape('x32010'), guitar).travelMm).toBe(0)
  })

  test('full and half barres are told apart, and one barre is one contact', () => {
    expect([
      barreOf(shape('133211')),
      barreOf(shape('x24432')),
      barreOf(shape('x02010')),
      barreOf(shape('xx0211', '--0211')),
    ]).toEqual(['full', 'full', null, 'half'])
    expect(chordChange(shape('133211'), shape('355333'), guitar).moves.filter(move => move.finger === 1)).toHaveLength(
      1,
    )
  })
})

describe('string spacing', () => {
  test('strings lie evenly about the middle and spread towards the bridge', () => {
    const offsets = [6, 5, 4, 3, 2, 1].map(string => stringOffsetMm(guitar, string, 0))
    expect(offsets.reduce((sum, offset) => sum + offset, 0)).toBeCloseTo(0)
    expect(stringOffsetMm(guitar, 1, 650) - stringOffsetMm(guitar, 6, 650)).toBeCloseTo(5 * 11.5)
    expect(travelMm({ string: 6, fret: 0 }, { string: 1, fret: 0 }, guitar)).toBeCloseTo(5 * 8.5)
  })
})

describe('the chords of a drill', () => {
  const drill = (more: object = {}) =>
    scoreOf({
      version: 1,
      family: 'blocks',
      blocks: { chords: [{ frets: 'x32010', bars: 2 }, { frets: 'x02210' }] },
      ...more,
    })

  test('follow each other by their bars', () => {
    expect(chordSequence(drill()).map(({ at, shape: { name } }) => [at / 10080, name])).toEqual([
      [0, 'C'],
      [8, 'Am'],
    ])
  })

  test('come again with every pass', () => {
    expect(chordsThroughout(drill({ times: 2 })).map(({ at, shape: { name } }) => [at / 10080, name])).toEqual([
      [0, 'C'],
      [8, 'Am'],
      [12, 'C'],
      [20, 'Am'],
    ])
    expect(chordsThroughout(drill({ then: [{ do: 'reverse' }] }))).toEqual([])
  })

  test('have the fingers the score has on them', () => {
    const score = drill({ fingering: { rule: 'best' } })
    const [, second] = chordSequence(score)
    expect(fingersAt(score, second!.at, second!.shape).contacts.map(contact => contact.finger)).toEqual(
      score.notes.filter(note => note.at === second!.at && note.finger).map(note => note.finger),
    )
  })

  test('have one change fewer than there are chords', () => {
    const score = drill()
    expect(chordChanges(score, chordSequence(score), guitar).map(change => `${change.from}–${change.to}`)).toEqual([
      'C–Am',
    ])
  })

  test('fingers go down as the pattern needs them, not only the bass first', () => {
    const score = scoreOf({
      version: 1,
      family: 'pattern',
      pattern: { chords: [{ frets: '022000' }, { frets: 'x32010' }], tokens: 'p:R a:2 i:3 m:4' },
    })
    const [change] = chordChanges(score, chordSequence(score), guitar)
    // The thumb plays string 5 (finger 3), then string 2 (finger 1), string 3 open, string 4 (finger 2).
    expect(change!.placement).toEqual([3, 1, 2])
  })

  test('are not told of drills without chords, nor of transformed ones', () => {
    expect(chordSequence(scoreOf({ version: 1, family: 'order', order: { fingers: [1] } }))).toEqual([])
    expect(chordSequence(drill({ then: [{ do: 'reverse' }] }))).toEqual([])
  })
})
