import { describe, expect, test } from '@jest/globals'
import { Note, Scale } from 'tonal'
import { problemOf, scoreOf } from '../score/score-of.test.data'
import { drill, midis, fingers, strings, names } from './played.test.data'

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
