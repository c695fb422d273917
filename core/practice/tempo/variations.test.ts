import { describe, expect, test } from '@jest/globals'
import { familyLookup, FAMILIES } from '../../families/registry'
import { openingOf } from '../../families/opening'
import { parseSpec } from '../../schema/parse'
import { realise } from '../../score/realise'
import { slowerBpm, VARIATIONS, variedSpec } from './variations'

const sheets = FAMILIES.map(openingOf).filter(spec => {
  const result = realise(spec)
  return result.ok && result.value.kind === 'sheet'
})

describe('variations of a drill that stands still', () => {
  test('there are drills of many families to vary', () => {
    expect(sheets.length).toBeGreaterThan(10)
  })

  test.each(sheets.map(spec => [String(spec.family), spec] as const))('%s can be varied every way', (_, raw) => {
    const parsed = parseSpec(raw, familyLookup)
    if (!parsed.ok) throw new Error(parsed.error.message)
    for (const variation of VARIATIONS) {
      const varied = realise(variedSpec(parsed.value, variation))
      expect([variation, varied.ok]).toEqual([variation, true])
    }
  })

  test('reversed it begins with its last note, in threes it has threes, off the beat it has accents', () => {
    const parsed = parseSpec(
      { version: 1, family: 'order', order: { fingers: [1, 2, 3, 4] }, strings: { travel: 'there' } },
      familyLookup,
    )
    if (!parsed.ok) throw new Error(parsed.error.message)
    const sheet = (variation: (typeof VARIATIONS)[number]) => {
      const result = realise(variedSpec(parsed.value, variation))
      if (!result.ok || result.value.kind !== 'sheet') throw new Error('no sheet')
      return result.value
    }
    expect(sheet('reverse').notes[0]).toMatchObject({ string: 1, finger: 4 })
    expect(sheet('subdivision').title).toMatch(/3 to a beat/)
    expect(sheet('hands-apart').spec.sound.length).toBe('muted')
    expect(
      sheet('accents')
        .notes.slice(0, 7)
        .map(note => note.marks.includes('accent')),
    ).toEqual([true, false, false, true, false, false, true])
    expect(variedSpec(parsed.value, 'slower')).toEqual(parsed.value)
  })

  test.each([
    [1, 2],
    [2, 3],
    [3, 4],
    [4, 3],
    [6, 4],
    [8, 6],
    [5, 4],
  ])('%d to a beat become %d', (perBeat, n) => {
    const parsed = parseSpec(
      { version: 1, family: 'order', order: { fingers: [1, 2] }, rhythm: { perBeat } },
      familyLookup,
    )
    if (!parsed.ok) throw new Error(parsed.error.message)
    expect(variedSpec(parsed.value, 'subdivision').then).toEqual([{ do: 'perBeat', n }])
  })

  test('a fifth slower', () => {
    expect([slowerBpm(100), slowerBpm(72)]).toEqual([80, 58])
  })
})
