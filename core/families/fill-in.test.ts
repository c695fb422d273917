import { describe, expect, test } from '@jest/globals'
import { fieldAt } from '../schema/minimal'
import { realise } from '../score/realise'
import { fillIn } from './fill-in'
import { openingOf } from './opening'
import { FAMILIES, familyNamed } from './registry'

describe('a drill that leaves something out', () => {
  test('is made whole from the opening one of its family, and says what was missing', () => {
    const whole = fillIn({ family: 'pair', position: 9, pair: { reps: 3 } })!
    expect(whole.filled).toEqual(['version', 'pair.fingers'])
    expect(whole.spec).toMatchObject({ version: 1, position: 9, pair: { reps: 3 } })
    expect(fieldAt(whole.spec, 'pair.fingers')).toEqual(fieldAt(openingOf(familyNamed('pair')), 'pair.fingers'))
  })

  test('can be played then, in every family, with nothing but its name or its block', () => {
    for (const family of FAMILIES) {
      const named = fillIn({ version: 1, family: family.name })
      expect([family.name, realise(named?.spec ?? { version: 1, family: family.name }).ok]).toEqual([family.name, true])
      expect(fillIn({ version: 1, [family.name]: family.opening })?.filled).toEqual(['family'])
    }
  })

  test.each([
    ['nothing is missing', { version: 1, family: 'order', order: { fingers: [1, 2] } }],
    ['something is wrong', { version: 1, family: 'order', order: { fingers: [1, 9] } }],
    ['something is wrong and something missing', { family: 'order', position: 99, order: { fingers: [1] } }],
    ['a field is unknown', { version: 1, family: 'order', order: { fingers: [1], colour: 1 } }],
    ['there is no such family', { version: 1, family: 'polka' }],
    ['no family is said or shown', { version: 1, tempo: 60 }],
    ['what stands where a part belongs is none', { version: 1, family: 'order', order: 'x' }],
  ])('is left alone where %s', (_why, raw) => {
    expect(fillIn(raw)).toBeNull()
  })
})
