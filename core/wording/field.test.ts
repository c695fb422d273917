import { describe, expect, test } from '@jest/globals'
import { FAMILIES } from '../families/registry'
import { fieldInWords } from './field'

describe('fields in words', () => {
  test.each([
    ['order.fingers', 'order', 'Finger order'],
    ['order.fingers.2', 'order', 'Finger order 3'],
    ['blocks.chords.1.frets', 'blocks', 'Chords 2, frets'],
    ['rhythm.perBeat', 'order', 'Notes per beat'],
    ['instrument.tuning.0', undefined, 'Guitar, tuning 1'],
    ['birthYear', undefined, 'birth year'],
    ['steps.0.bpm', undefined, 'steps 1, bpm'],
    ['', 'order', ''],
  ])('%s of %s is %s', (path, family, words) => {
    expect(
      fieldInWords(
        path,
        FAMILIES.find(({ name }) => name === family),
      ),
    ).toBe(words)
  })

  test('every parameter a family offers is called as it is on the bench', () => {
    for (const family of FAMILIES)
      for (const { path, label } of family.controls) expect(fieldInWords(path, family)).toBe(label)
  })
})
