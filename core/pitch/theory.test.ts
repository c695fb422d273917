import { describe, expect, test } from '@jest/globals'
import { problemOf } from '../score/score-of.test.data'
import { chordNamed, scaleNamed } from './theory'

describe('names that the theory library would stumble over', () => {
  test.each(['valueOf', 'constructor', '__proto__', 'CtoString', 'C hasOwnProperty', ''])('%j is no chord', name => {
    expect(chordNamed(name).empty).toBe(true)
  })

  test.each(['C valueOf', 'C constructor', 'C __proto__', ''])('%j is no scale', name => {
    expect(scaleNamed(name).notes).toEqual([])
  })

  test('at the door they are refused by their field, as any other that is not known', () => {
    expect(
      problemOf({
        version: 1,
        family: 'shape',
        shape: { chord: 'valueOf', strings: [5, 4], formula: [1, 1], place: 1 },
      }),
    ).toMatchObject({ path: 'shape.chord' })
    expect(
      problemOf({ version: 1, family: 'scale', scale: { tonic: 'C', type: 'constructor', layout: 'position' } }),
    ).toMatchObject({ path: expect.stringContaining('scale.') })
  })
})
